import { personBehind } from '../../../core/access/rights'
import { hasCleared, missing, type DraftState } from '../../../core/flow/draft'
import { groupsFor, guardWords, notGuard, waysToClear } from '../../../core/flow/guards'
import { gatesOf, keyOf, type FastLane, type Gate, type Route } from '../../../core/flow/route'
import { listCalendars } from '../../store/calendars'
import type { Reader, Tx } from '../../store/database'
import { itemById, syncItems } from '../../store/items'
import { readManifest, versionById } from '../../store/versions'
import { must, type Actor } from '../people/access'
import { changeLive } from '../publishing/live'
import { loadDraft, type LoadedDraft } from '../writing/loadedDraft'
import { writeFact, type Office, siteId } from '../office'
import { found, refusal, Refusal } from '../refusal'
import { dueAt } from './waits'
import {
  addAfterReview,
  afterClearancesOf,
  afterReviewById,
  addAfterClearances,
  changeAfterReview,
  clearedBefore,
  noteTakenBack,
  lateAfterReviews,
  openAfterReviewOf,
  openAfterReviews,
  type AfterReview,
} from '../../store/afterReviews'
import { endedLive, changeDraft } from '../../store/drafts'

/** Opens the look afterwards at what went live past its gates: by which gates, and on a fast lane until when. */
export async function openAfterReview(
  office: Office,
  tx: Tx,
  { item, head, route, state }: LoadedDraft,
  by: { person: string; reason: string; at: string; fast?: FastLane | undefined },
): Promise<void> {
  const id = office.newId()
  const gates = gatesOf(route)
    .filter((gate) => missing(state, gate) > 0)
    .map((gate) => gate.id)
  const due = by.fast ? dueAt(await listCalendars(tx, await siteId(office)), by.at, { ...by.fast, remind: 0 }).due : null
  await addAfterReview(tx, {
    id,
    item_id: item.id,
    version_id: head.id,
    person_id: by.person,
    reason: by.reason,
    at: by.at,
    gates: JSON.stringify(gates),
    due_at: due,
  })
  await writeFact(office, tx, by.person, 'exception.opened', item.id, {
    exception: id,
    draft: head.draft_id,
    gates,
    due,
    reason: by.reason,
    fast: Boolean(by.fast),
  })
}

/** The gates that an after-review waits for, with what was cleared at them before and since. */
async function stillToClear(tx: Reader, review: AfterReview): Promise<{ route: Route; gates: Gate[]; state: DraftState }> {
  const { wholeRoute, state } = await loadDraft(tx, review.draft_id)
  const rows = await afterClearancesOf(tx, review.id)
  const passed = new Set(JSON.parse(review.gates ?? '[]') as string[])
  const gates = gatesOf(wholeRoute).filter((gate) => passed.has(gate.id))
  const clearances = rows.map((row) => {
    const gate = gates.find(({ id }) => id === row.gate)
    const groups = row.groups === null ? undefined : (JSON.parse(row.groups) as string[])
    return { ...row, groups, projection: (gate && state.head[keyOf(gate)]) ?? '' }
  })
  const all = { ...state, clearances: [...state.clearances, ...clearances] }
  return { route: wholeRoute, gates: gates.filter((gate) => missing(all, gate) > 0), state: all }
}

/** Whether a person may look afterwards: who wrote it or put it live may not. */
function mayLook(actor: Actor, review: AfterReview, state: DraftState): boolean {
  const self = personBehind(actor.rights, actor.id)
  return self !== personBehind(actor.rights, review.person_id) && !state.authors.includes(self)
}

/** Clears what went live past its gates, at each of them that the actor may clear; or says that it needs mending. */
export async function clearAfterwards(
  office: Office,
  actor: Actor,
  id: string,
  verdict: 'fine' | 'not-fine',
  text: string,
): Promise<{ open: string[] }> {
  return office.store.write(async (tx) => {
    const review = found(await afterReviewById(tx, id), 'after-review')
    const now = office.now()
    const { route, gates, state } = await stillToClear(tx, review)
    const at = (gate: Gate) => ({ route: route.id, gate, section: review.section_id, at: now })
    if (review.gates === null || !gates.length) must(actor, 'item.review', review.section_id)
    else if (!gates.some((gate) => waysToClear(actor.rights, at(gate), actor.id).length)) {
      must(actor, 'item.review', review.section_id)
      throw new Refusal('not-allowed', [notGuard(actor.rights, at(gates[0]!), actor.id)!])
    }
    if (review.looked_at) throw refusal('conflict', 'looked-before')
    if (!mayLook(actor, review, state)) throw refusal('refused', 'own-work', { as: 'publisher' })
    if (verdict === 'not-fine') {
      await close(office, tx, review, actor.id, verdict, text)
      const fast = route.fast
      if (fast?.takesBack && review.due_at !== null) await takeBack(office, tx, review, actor.id)
      return { open: [] }
    }
    const self = personBehind(actor.rights, actor.id)
    const cleared = gates.flatMap((gate) => {
      const way = waysToClear(actor.rights, at(gate), actor.id).find(
        (one) =>
          one.as === 'guard' ||
          !(state.authors.includes(personBehind(actor.rights, one.of)) || hasCleared(state, gate, personBehind(actor.rights, one.of))),
      )
      if (!way || hasCleared(state, gate, self)) return []
      const as = way.as === 'deputy' ? way.of : actor.id
      const groups = groupsFor(actor.rights, gate, as)
      return { gate, for: way.as === 'deputy' ? personBehind(actor.rights, way.of) : null, groups }
    })
    if (!cleared.length && gates.length) throw refusal('refused', 'cleared-before', { who: 'afterwards' })
    await addAfterClearances(
      tx,
      cleared.map((one) => ({
        review_id: id,
        gate: one.gate.id,
        person_id: actor.id,
        for_id: one.for,
        groups: JSON.stringify(one.groups),
        at: now,
        note: text,
      })),
    )
    const open = (await stillToClear(tx, review)).gates.map((gate) => gate.id)
    if (!open.length) await close(office, tx, review, actor.id, verdict, text)
    else
      await writeFact(office, tx, actor.id, 'exception.gate-cleared', review.item_id, {
        exception: id,
        gates: cleared.map(({ gate }) => gate.id),
        open,
        note: text,
      })
    return { open }
  })
}

async function close(office: Office, tx: Tx, review: AfterReview, person: string, verdict: 'fine' | 'not-fine', text: string) {
  await changeAfterReview(tx, review.id, { looked_by: person, looked_at: office.now(), verdict })
  await writeFact(office, tx, person, 'exception.looked-at', review.item_id, { exception: review.id, verdict, note: text })
}

/**
 * Takes back what went live past its gates, where it is what readers get still: what was live right before it is again,
 * or else it leaves the site. Its draft comes back to its writers, with all that is in it.
 */
async function takeBack(office: Office, tx: Tx, review: AfterReview, person: string | null): Promise<void> {
  const site = found(await office.site(), 'site')
  const item = found(await itemById(tx, review.item_id), 'item')
  if (item.live_version !== review.version_id) return
  const before = await clearedBefore(tx, item.id)
  const version = before && found(await versionById(tx, before.version), 'version')
  const [outcome] = await changeLive(office, tx, site, [
    version
      ? {
          do: 'put',
          item,
          version,
          manifest: await readManifest(tx, version.manifest),
          draft: null,
          cleared: true,
          behind: false,
          shownDate: 'keep',
          cause: 'taken-back',
          person,
          event: null,
        }
      : { do: 'withdraw', item, person, event: null },
  ])
  if (!outcome?.ok) {
    await writeFact(office, tx, person, 'exception.not-taken-back', item.id, {
      exception: review.id,
      draft: review.draft_id,
      reasons: outcome?.reasons ?? [],
    })
    return
  }
  // Nothing that came since is on the site: there is nothing left to look at, and its text is in the draft that comes back.
  await noteTakenBack(tx, item.id, office.now(), before?.from ?? '')
  const again = await endedLive(tx, review.draft_id)
  if (again) await changeDraft(tx, review.draft_id, { closed_at: null, closed_by: null, outcome: null, review: 'returned' })
  await writeFact(office, tx, person, 'exception.taken-back', item.id, { exception: review.id, draft: review.draft_id, waits: [] })
  await syncItems(tx, [item.id])
}

/** Looks afterwards that are late: told of, and taken back where their route says so. Returns how many there were. */
export async function lateReviews(office: Office): Promise<number> {
  if (!(await lateAfterReviews(office.store.read, await siteId(office), office.now())).length) return 0
  return office.store.write(async (tx) => {
    const late = await lateAfterReviews(tx, await siteId(office), office.now())
    for (const review of late) {
      const { route, gates } = await stillToClear(tx, review)
      await changeAfterReview(tx, review.id, { late_at: office.now() })
      await writeFact(office, tx, null, 'exception.late', review.item_id, {
        exception: review.id,
        draft: review.draft_id,
        gates: gates.map((gate) => gate.id),
        due: review.due_at,
      })
      if (route.fast?.takesBack) await takeBack(office, tx, review, null)
    }
    return late.length
  })
}

/**
 * The look afterwards that is still owed of what went live past its gates: who put it live and why, until when (instant, or `null`), and
 * who guards the gates that have not cleared it; `null` where none is owed.
 */
export async function lookOwed(db: Reader, actor: Actor, item: string) {
  const review = await openAfterReviewOf(db, item)
  if (!review) return null
  const { gates } = await stillToClear(db, review)
  return {
    by: review.by,
    reason: review.reason,
    at: review.at,
    due: review.due_at,
    gates: gates.map((gate) => ({ name: gate.name, guards: guardWords(actor.rights, gate) })),
  }
}

/** The looks afterwards that a person could take part in now; `readable` are the sections they may read in, as a JSON list. */
export async function reviewsFor(office: Office, actor: Actor, readable: string, limit: number) {
  const rows = await openAfterReviews(office.store.read, readable, limit)
  const at = office.now()
  const asked = await Promise.all(
    rows.map(async (row) => {
      const { route, gates, state } = await stillToClear(office.store.read, row)
      if (!mayLook(actor, row, state)) return []
      const mine = gates.filter(
        (gate) =>
          waysToClear(actor.rights, { route: route.id, gate, section: row.section_id, at }, actor.id).length &&
          !hasCleared(state, gate, personBehind(actor.rights, actor.id)),
      )
      const open = row.gates === null || !gates.length ? [] : mine
      if (row.gates !== null && gates.length && !mine.length) return []
      return [
        {
          item: row.item_id,
          kind: row.kind,
          title: row.title,
          section: row.section_id,
          exception: row.id,
          version: row.version_id,
          at: row.at,
          by: row.by,
          reason: row.reason,
          due: row.due_at,
          late: row.late_at !== null,
          gates: open.map((gate) => gate.name),
        },
      ]
    }),
  )
  return asked.flat()
}
