import { serviceReason } from '../../../core/words/serviceReasons'
import type { Reason } from '../../../core/outcome'
import type { FieldName, Fields } from '../../../core/content/fields'
import { changeSize } from '../../../core/history/blame'
import { isBehind } from '../../../core/plan/ready'
import type { Tx } from '../../store/database'
import { baseOnSite, itemById, type ItemRow } from '../../store/items'
import { liveRefsTo, restsOnClearance, wasLive } from '../../store/live'
import { readManifest, versionById } from '../../store/versions'
import { must, type Actor } from '../people/access'
import { openAfterReview } from '../reviewing/afterwards'
import { draftCleared, type LoadedDraft, seenDraft } from '../writing/loadedDraft'
import { changeLive, mustBeDone, type LiveDone } from './live'
import { judgeLive } from './judging'
import type { Office } from '../office'
import { carryOut, withdrawalHeld, withdrawPastGates } from '../writing/otherChanges'
import { found, refusal, Refusal } from '../refusal'
import { noteStep } from '../reviewing/waits'
import { openDraftNames } from '../../store/drafts'

export interface PutLive {
  /** The head version that the person saw (If-Match). */
  head: string | undefined
  /** The live version that may be replaced although the draft was written on another. */
  replacing?: string | undefined
  /** Answer to the question about an old shown date. */
  shownDate?: 'keep' | undefined
  /** Puts it live without clearance, for this reason; a permission of its own. */
  exception?: string | undefined
  /** Puts it live on the fast lane of its route, for this reason; likewise. */
  fast?: string | undefined
}

/**
 * Whether the live version, or the one under an open window, is another than the draft's base, and nobody accepted
 * replacing exactly that one. Who puts a draft live by hand brings a withdrawn item back on purpose.
 */
export function isBehindNow({ item, draft }: Pick<LoadedDraft, 'item' | 'draft'>, accepted?: string): boolean {
  const replaced = baseOnSite(item)
  return replaced !== null && isBehind(draft.base_version, replaced, accepted ?? null)
}

/** What lets someone put a draft live past its gates, where they ask for it and may; the reason they give is kept. */
function pastGates(
  actor: Actor,
  { item, wholeRoute }: LoadedDraft,
  { exception, fast }: PutLive,
): { cause: 'exception' | 'fast'; reason: string } | null {
  const reason = (fast ?? exception)?.trim()
  if (reason === undefined) return null
  must(actor, fast === undefined ? 'item.put-live-uncleared' : 'item.put-live-fast', item.section_id)
  const at = fast === undefined ? 'exception' : 'fast'
  if (fast !== undefined && !wholeRoute.fast) throw refusal('refused', 'no-fast-lane', { route: wholeRoute.name, at })
  if (!reason) throw refusal('refused', 'reason-missing', { at })
  return { cause: at, reason }
}

/** Puts a draft live now. Refused with every reason at once; nothing is written then. */
export async function putLiveNow(office: Office, actor: Actor, draftId: string, input: PutLive): Promise<LiveDone> {
  const site = found(await office.site(), 'site')
  return office.store.write(async (tx) => {
    const loaded = await seenDraft(tx, draftId, input.head, ({ draft, item }) => {
      if (draft.change === 'content') must(actor, 'item.put-live', item.section_id)
    })
    const { item, head, manifest } = loaded
    if (loaded.draft.change !== 'content') return carryOut(office, tx, actor, loaded)
    const cleared = draftCleared(loaded)
    const past = cleared ? null : pastGates(actor, loaded, input)
    const outcomes = await changeLive(office, tx, site, [
      {
        do: 'put',
        item,
        version: head,
        manifest,
        draft: draftId,
        cleared: cleared || past !== null,
        behind: isBehindNow(loaded, input.replacing),
        shownDate: input.shownDate ?? 'ask',
        cause: past?.cause ?? 'put-live',
        person: actor.id,
        event: null,
        ...(past ? { about: { reason: past.reason } } : {}),
      },
    ])
    const result = mustBeDone(outcomes)
    if (past) {
      const fast = past.cause === 'fast' ? loaded.wholeRoute.fast : undefined
      await openAfterReview(office, tx, loaded, { person: actor.id, reason: past.reason, at: result.at, fast })
      await noteStep(office, tx, loaded.route, {
        person: actor.id,
        action: 'draft.passed-over',
        item: item.id,
        draft: draftId,
        waits: [],
      })
    }
    return result
  })
}

async function liveItem(tx: Tx, id: string): Promise<ItemRow> {
  const item = found(await itemById(tx, id), 'item')
  if (item.on_site !== 'live') throw refusal('conflict', 'not-live')
  return item
}

/**
 * Takes an item off the site at once; its address answers 410 from then on. Where its route asks gates first, they have
 * cleared it, or it is an exception with a reason. `note` says why, for the journal.
 */
export async function withdraw(
  office: Office,
  actor: Actor,
  itemId: string,
  seen: string | undefined,
  { exception, note }: { exception?: string | undefined; note?: string | undefined } = {},
): Promise<LiveDone> {
  const site = found(await office.site(), 'site')
  return office.store.write(async (tx) => {
    const item = await liveItem(tx, itemId)
    must(actor, 'item.withdraw', item.section_id)
    mustSeeLive(item, seen)
    if (await withdrawalHeld(tx, actor, item)) {
      if (exception !== undefined) return withdrawPastGates(office, tx, actor, item, exception)
      throw refusal('conflict', 'gated', { act: 'withdrawal' })
    }
    const outcomes = await changeLive(office, tx, site, [
      { do: 'withdraw', item, person: actor.id, event: null, ...(note ? { about: { note } } : {}) },
    ])
    return mustBeDone(outcomes)
  })
}

function mustSeeLive(item: ItemRow, seen: string | undefined): void {
  if (seen === undefined) throw refusal('version-missing', 'version-missing', { of: 'live' })
  if (seen !== (item.live_version ?? 'none'))
    throw new Refusal('stale', [serviceReason('stale')], {
      live: item.live_version,
    })
}

/** Makes an earlier live version what readers get again. It rests on the clearance it had when it was live. */
export async function rollBack(
  office: Office,
  actor: Actor,
  itemId: string,
  versionId: string,
  seen: string | undefined,
): Promise<LiveDone> {
  const site = found(await office.site(), 'site')
  return office.store.write(async (tx) => {
    const item = found(await itemById(tx, itemId), 'item')
    must(actor, 'item.roll-back', item.section_id)
    if (item.binned_at) throw refusal('conflict', 'item-binned')
    mustSeeLive(item, seen)
    const version = await versionById(tx, versionId)
    if (!version || version.item_id !== itemId) throw refusal('unknown', 'unknown', { what: 'version-of-item' })
    if (item.live_version === versionId) throw refusal('conflict', 'is-live', { version: version.number })
    const rests = await restsOnClearance(tx, versionId)
    if (!(await wasLive(tx, versionId))) throw refusal('refused', 'never-live')
    const outcomes = await changeLive(office, tx, site, [
      {
        do: 'put',
        item,
        version,
        manifest: await readManifest(tx, version.manifest),
        draft: null,
        cleared: rests,
        behind: false,
        shownDate: 'keep',
        cause: 'roll-back',
        person: actor.id,
        event: null,
      },
    ])
    return mustBeDone(outcomes)
  })
}

/** What rolling back to a version would change for readers: address, fields that menus and lists show, and what forbids it. */
export async function previewRollBack(office: Office, actor: Actor, versionId: string) {
  const db = office.store.read
  const version = found(await versionById(db, versionId), 'version')
  const item = found(await itemById(db, version.item_id), 'item')
  must(actor, 'item.read', item.section_id)
  const site = found(await office.site(), 'site')
  const [manifest, live] = await Promise.all([
    readManifest(db, version.manifest),
    item.live_version ? versionById(db, item.live_version) : undefined,
  ])
  const {
    results: [outcome],
  } = await judgeLive(office, db, site, [
    {
      do: 'put',
      item,
      version,
      manifest,
      draft: null,
      cleared: true,
      behind: false,
      shownDate: 'keep',
      cause: 'roll-back',
      person: actor.id,
      event: null,
    },
  ])
  const now = live ? await readManifest(db, live.manifest) : null
  const linked = (await liveRefsTo(db, item.site_id, item.id)).map(({ title, path, relation }) => ({ title, path, relation }))
  const drafts = await openDraftNames(db, item.id)
  return {
    number: version.number,
    liveNumber: live?.number ?? null,
    reasons: outcome?.ok ? [] : (outcome?.reasons ?? []),
    address: outcome?.ok ? { from: outcome.value.previousPath, to: outcome.value.path } : null,
    size: now ? changeSize(now, manifest) : null,
    fields: now ? changedFields(now.fields, manifest.fields) : [],
    linked,
    /** Open drafts that would be behind what readers get. */
    drafts,
  }
}

const changedFields = (before: Fields, after: Fields): FieldName[] =>
  ([...new Set([...Object.keys(before), ...Object.keys(after)])] as FieldName[]).filter(
    (name) => JSON.stringify(before[name] ?? null) !== JSON.stringify(after[name] ?? null),
  )

/** What would keep a draft from going live now, without doing anything. Used for the track's foot. */
export async function standsInTheWay(office: Office, loaded: LoadedDraft): Promise<Reason[]> {
  const site = found(await office.site(), 'site')
  const { item, head, manifest } = loaded
  if (loaded.draft.change !== 'content') return draftCleared(loaded) ? [] : [serviceReason('not-cleared', { what: 'change' })]
  const { results } = await judgeLive(office, office.store.read, site, [
    {
      do: 'put',
      item,
      version: head,
      manifest,
      draft: loaded.draft.id,
      cleared: draftCleared(loaded),
      behind: isBehindNow(loaded),
      shownDate: 'ask',
      cause: 'put-live',
      person: null,
      event: null,
    },
  ])
  const [outcome] = results
  return outcome && !outcome.ok ? outcome.reasons : []
}
