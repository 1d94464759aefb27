import { serviceReason } from '../../../core/words/serviceReasons'
import { decide, type Decision } from '../../../core/access/decide'
import type { Verb } from '../../../core/access/verbs'
import { isCleared } from '../../../core/flow/draft'
import type { Reason } from '../../../core/outcome'
import { isBehind } from '../../../core/plan/ready'
import type { Reader, Tx } from '../../store/database'
import { draftsWhole } from '../../store/drafts'
import { changeEvent, type EventRow } from '../../store/events'
import { baseOnSite, itemsByIds, syncItems, type ItemRow } from '../../store/items'
import { appendJournal } from '../../store/journal'
import { readManifest, readManifests, versionById, versionsByIds, type VersionRow } from '../../store/versions'
import { VERB_OF } from './events'
import type { LiveChange } from '../publishing/judging'
import { draftCleared, headsOf, loadedDraft, type LoadedDraft } from '../writing/loadedDraft'
import { fact, type Office, siteId } from '../office'
import { filingOf, withdrawalHeld } from '../writing/otherChanges'
import { restsOnClearance } from '../../store/live'

export interface Due {
  event: EventRow
  change: LiveChange
  /** The draft that it would put live, where it is one. */
  loaded?: LoadedDraft | undefined
}
export interface HeldBack {
  event: EventRow
  reasons: Reason[]
}

const gone: Reason = serviceReason('draft-over')

/**
 * What events ask of the site now: the change of each whose owner may still have it done, and for the others why not. The
 * gates' clearances, what a draft is based on and which version is meant are looked up anew. For a look at what would be
 * (`asOwner` false) nobody's rights are asked.
 */
export async function changesOf(
  office: Office,
  db: Reader,
  events: EventRow[],
  { asOwner = true } = {},
): Promise<{ asked: Due[]; held: HeldBack[] }> {
  if (!events.length) return { asked: [], held: [] }
  const rights = await office.rights()
  const wholes = await draftsWhole(
    db,
    events.flatMap((event) => event.draft_id ?? []),
  )
  const manifests = await readManifests(
    db,
    [...wholes.values()].map(({ head }) => head.manifest),
  )
  const items = new Map([...wholes.values()].map(({ item }) => [item.id, item]))
  const others = events.flatMap(({ item_id }) => (items.has(item_id) ? [] : item_id))
  if (others.length) for (const [id, item] of await itemsByIds(db, others)) items.set(id, item)
  const named = new Map<string, VersionRow>()
  const ids = events.flatMap((event) =>
    [event.version_id, event.pinned_version, items.get(event.item_id)?.under_version].filter((id) => id != null),
  )
  if (ids.length) for (const version of await versionsByIds(db, ids)) named.set(version.id, version)

  // Many events of one person in few sections ask the same.
  const verdicts = new Map<string, Decision>()
  const decided = (person: string, verb: Verb, section: string): Decision => {
    const key = `${person} ${verb} ${section}`
    let verdict = verdicts.get(key)
    if (!verdict) verdicts.set(key, (verdict = decide(rights, person, verb, section)))
    return verdict
  }
  const asked: Due[] = []
  const held: HeldBack[] = []
  for (const event of events) {
    const item = items.get(event.item_id)!
    const whole = event.draft_id === null ? undefined : wholes.get(event.draft_id)
    const ends = event.state === 'open'
    if (!ends && asOwner) {
      const verb: Verb = event.kind === 'carry-out' && whole?.draft.change === 'withdrawal' ? 'item.withdraw' : VERB_OF[event.kind]
      const verdict = decided(event.owner_id, verb, item.section_id)
      if (!verdict.allowed) {
        held.push({ event, reasons: [{ ...serviceReason('owner-right-missing'), help: verdict.reasons[0]?.help ?? [] }] })
        continue
      }
    }
    const loaded = whole && whole.draft.closed_at === null ? await loadedDraft(db, whole, manifests.get(whole.head.manifest)!) : undefined
    const change = ends ? await endOf(db, event, item) : await changeOf(db, rights, event, item, named, loaded)
    if ('reasons' in change) held.push({ event, reasons: change.reasons })
    else asked.push({ event, change, loaded })
  }
  return { asked, held }

  async function endOf(reader: Reader, event: EventRow, item: ItemRow): Promise<LiveChange> {
    const common = { item, person: event.owner_id, event: { id: event.id, at: event.until_at!, edition: event.edition_id } }
    const version =
      item.under_version === null ? undefined : (named.get(item.under_version) ?? (await versionById(reader, item.under_version)))
    if (!version) return { ...common, do: 'withdraw', about: { cause: 'window-ended' } }
    const manifest = await readManifest(reader, version.manifest)
    return { ...common, do: 'put', version, manifest, draft: null, cleared: true, behind: false, shownDate: 'keep', cause: 'window-ended' }
  }
}

async function changeOf(
  db: Reader,
  rights: Awaited<ReturnType<Office['rights']>>,
  event: EventRow,
  item: ItemRow,
  named: Map<string, VersionRow>,
  loaded: LoadedDraft | undefined,
): Promise<LiveChange | { reasons: Reason[] }> {
  const opens = event.kind === 'window'
  const common = { item, person: event.owner_id, event: { id: event.id, at: event.at ?? '', edition: event.edition_id, opens } }
  const plain = { draft: null, cleared: true, behind: false, shownDate: 'keep' } as const
  if (event.kind === 'withdraw') {
    if (await withdrawalHeld(db, { rights }, item)) return { reasons: [serviceReason('not-cleared', { what: 'withdrawal' })] }
    return { ...common, do: 'withdraw' }
  }
  const known = event.version_id === null ? undefined : named.get(event.version_id)
  if (event.kind === 'restore' || (opens && known)) {
    if (!known) return { reasons: [gone] }
    const manifest = await readManifest(db, known.manifest)
    if (opens) return { ...common, ...plain, do: 'put', version: known, manifest, cause: 'window' }
    const cleared = await restsOnClearance(db, known.id)
    return { ...common, ...plain, do: 'put', version: known, manifest, cleared, cause: 'roll-back' }
  }
  if (!loaded) return { reasons: [gone] }
  if (event.kind === 'carry-out') {
    const { change, base_version: base } = loaded.draft
    if (!draftCleared(loaded)) return { reasons: [serviceReason('not-cleared', { what: 'change' })] }
    if (item.live_version !== base) return { reasons: [serviceReason('behind', { since: 'asked' })] }
    if (change === 'withdrawal') return { ...common, do: 'withdraw', draft: loaded.draft.id }
    return {
      ...common,
      ...plain,
      do: 'put',
      to: filingOf(loaded),
      draft: loaded.draft.id,
      version: loaded.head,
      manifest: loaded.manifest,
      cause: 'moved',
    }
  }
  const cause = opens ? 'window' : 'planned'
  const behind = isBehind(loaded.draft.base_version, baseOnSite(item), event.accepted_behind)
  const pinned = event.pinned_version === null ? undefined : named.get(event.pinned_version)
  if (pinned && pinned.id !== loaded.head.id) {
    const manifest = await readManifest(db, pinned.manifest)
    const cleared = isCleared(loaded.route, { ...loaded.state, head: await headsOf(db, loaded.wholeRoute, manifest) })
    // The draft goes on with what was written since.
    return { ...common, ...plain, do: 'put', version: pinned, manifest, cleared, behind, cause }
  }
  return {
    ...common,
    do: 'put',
    version: loaded.head,
    manifest: loaded.manifest,
    draft: loaded.draft.id,
    cleared: draftCleared(loaded),
    behind,
    shownDate: 'keep',
    cause,
  }
}

/** Why an event that was to be asked about when late is held. */
export const lateReason = (due: string, now: string): Reason => serviceReason('late', { milliseconds: Date.parse(now) - Date.parse(due) })

/** Keeps events back that something forbids, with the reasons, and says so. */
export async function hold(office: Office, tx: Tx, held: HeldBack[]): Promise<void> {
  for (const { event, reasons } of held) await changeEvent(tx, event.id, { state: 'held', reasons: JSON.stringify(reasons) })
  await appendJournal(
    tx,
    await siteId(office),
    held.map(({ event, reasons }) =>
      fact(office, null, 'event.held', event.item_id, {
        event: event.id,
        planned: event.due_at ?? event.at,
        reasons,
        ends: event.state === 'open',
      }),
    ),
  )
  await syncItems(
    tx,
    held.map(({ event }) => event.item_id),
  )
}
