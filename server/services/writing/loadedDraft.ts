import { serviceReason } from '../../../core/words/serviceReasons'
import { projectionsOf, withFingerprint, type Manifest } from '../../../core/content/content'
import { hashOfParts } from '../../../core/flow/about'
import { isCleared, type DraftState, type Heads, type Lapsed } from '../../../core/flow/draft'
import { applying, gatesOf, isPartial, keyOf, routeOfChange, type ChangeFacts, type Route } from '../../../core/flow/route'
import { changedWords } from '../../../core/history/size'
import type { Reader } from '../../store/database'
import { draftWhole, type DraftWhole } from '../../store/drafts'
import { baseOnSite, type DraftRow, type ItemRow } from '../../store/items'
import type { JournalHead } from '../../store/journal'
import { sectionPath } from '../../store/sections'
import { readContent, readManifest, versionById, type VersionRow } from '../../store/versions'
import { refusal, Refusal } from '../refusal'

/** A draft with all that its state machine and its clearances rest on. */
export interface LoadedDraft {
  item: ItemRow
  draft: DraftRow
  head: VersionRow
  manifest: Manifest
  /** The gates that apply to this change of what is on the site. */
  route: Route
  /** The route with all its gates. */
  wholeRoute: Route
  state: DraftState
}

/** The hashes of what the gates of a route cover of a version; only gates about parts of it need its blocks read. */
export async function headsOf(db: Reader, route: Route, manifest: Manifest): Promise<Heads> {
  const whole = projectionsOf(manifest)
  if (!gatesOf(route).some((gate) => gate.about)) return whole
  const content = await readContent(db, manifest)
  return {
    ...whole,
    ...Object.fromEntries(gatesOf(route).flatMap((gate) => (gate.about ? [[keyOf(gate), hashOfParts(gate.about, content)]] : []))),
  }
}

/** What the limits of a route's gates ask of a change; what no gate asks is not looked up. */
async function factsOf(db: Reader, route: Route, item: ItemRow, head: Manifest, live: Manifest | null): Promise<ChangeFacts> {
  const limits = gatesOf(route).flatMap((gate) => gate.when ?? [])
  const content = async (manifest: Manifest | null) => manifest && readContent(db, manifest)
  const most = Math.max(0, ...limits.map(({ words }) => words))
  return {
    path: limits.some(({ sections }) => sections.length) ? await sectionPath(db, item.section_id) : [],
    labels: [...(head.fields.labels ?? []), ...(live?.fields.labels ?? [])],
    words: most > 0 ? changedWords(await content(live), (await content(head))!, most) : Infinity,
  }
}

/** The route that a draft goes, with all its gates: a withdrawal or a move goes its own way through them. */
export const routeOf = ({ draft, route, toRoute }: Pick<DraftWhole, 'draft' | 'route' | 'toRoute'>): Route =>
  draft.change === 'content' ? route : routeOfChange(draft.change, route, toRoute && { route: toRoute, section: draft.to_section! })

/** What the store knows of a draft, with its newest manifest, as a loaded draft. */
export async function loadedDraft(db: Reader, whole: DraftWhole, stored: Manifest): Promise<LoadedDraft> {
  const { item, draft, head, authors, clearances } = whole
  const wholeRoute = routeOf(whole)
  const manifest = withFingerprint(stored, head.fingerprint)
  const lapsed = draft.lapsed === null ? null : (JSON.parse(draft.lapsed) as Lapsed)
  const state = { review: draft.review, head: await headsOf(db, wholeRoute, manifest), authors, clearances, lapsed }
  let route = wholeRoute
  if (isPartial(wholeRoute)) {
    const base = baseOnSite(item)
    const version = base === null ? undefined : await versionById(db, base)
    const live = version ? await readManifest(db, version.manifest) : null
    route = applying(
      wholeRoute,
      state.head,
      live && (await headsOf(db, wholeRoute, live)),
      await factsOf(db, wholeRoute, item, manifest, live),
    )
  }
  return { item, draft, head, manifest, route, wholeRoute, state }
}

/** Loads a draft whole, in one question to the store, with the journal's end. */
export async function loadDraft(db: Reader, id: string): Promise<LoadedDraft & { journal: JournalHead }> {
  const found = await draftWhole(db, id)
  if (!found) throw refusal('unknown', 'unknown', { what: 'draft' })
  return { ...(await loadedDraft(db, found.whole, await readManifest(db, found.whole.head.manifest))), journal: found.journal }
}

export const draftCleared = ({ route, state }: LoadedDraft): boolean => isCleared(route, state)

function mustBeOpen({ draft, item }: LoadedDraft): void {
  if (draft.closed_at) throw refusal('conflict', 'draft-closed', { outcome: draft.outcome === 'live' ? 'live' : 'discarded' })
  if (item.binned_at) throw refusal('conflict', 'item-binned')
}

/** Throws 412 unless the person saw the newest version. */
function mustMatch(loaded: LoadedDraft, seen: string | undefined): void {
  if (seen === undefined) throw refusal('version-missing', 'version-missing', { of: 'draft' })
  if (seen !== loaded.draft.head_version)
    throw new Refusal('stale', [serviceReason('stale', { version: loaded.head.number })], {
      head: loaded.draft.head_version,
    })
}

/** Throws unless the draft changes what its item says: a withdrawal or a move has no text of its own. */
function mustBeContent({ draft }: Pick<LoadedDraft, 'draft'>): void {
  if (draft.change !== 'content') throw refusal('conflict', 'no-content', { change: draft.change })
}

type Whole = Awaited<ReturnType<typeof loadDraft>>

/**
 * The beginning of every command on a draft: loads it, and throws unless it is there, `allowed` lets the person, it changes what
 * its item says (where the command is about that, `of: 'content'`), and it is open.
 */
export async function draftToChange(
  db: Reader,
  id: string,
  allowed: (loaded: Whole) => void | Promise<void>,
  of: 'content' | 'any' = 'any',
): Promise<Whole> {
  const loaded = await loadDraft(db, id)
  await allowed(loaded)
  if (of === 'content') mustBeContent(loaded)
  mustBeOpen(loaded)
  return loaded
}

/** The same for a command that is good for one version alone: throws 412 unless the person saw the newest. */
export async function seenDraft(
  db: Reader,
  id: string,
  seen: string | undefined,
  allowed: (loaded: Whole) => void,
  of: 'content' | 'any' = 'any',
): Promise<Whole> {
  const loaded = await draftToChange(db, id, allowed, of)
  mustMatch(loaded, seen)
  return loaded
}
