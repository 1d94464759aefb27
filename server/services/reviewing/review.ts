import { reasonAbout } from '../../../core/words/reason'
import { personBehind } from '../../../core/access/rights'
import { apply, decideDraft, hasCleared, openGates, reroute, type DraftCommand, type DraftEvent } from '../../../core/flow/draft'
import { groupsFor, notGuard, waysToClear, type AtGate, type Standing } from '../../../core/flow/guards'
import { countsByGroup, gatesOf, type Gate } from '../../../core/flow/route'
import type { Reader, Tx } from '../../store/database'
import { syncItems, type DraftRow } from '../../store/items'
import { addNotes, type NoteInput, noteWords, resolveNotesOf } from '../../store/notes'
import { must, type Actor } from '../people/access'
import { checksAt } from './checks'
import { loadDraft, loadedDraft, type LoadedDraft, seenDraft } from '../writing/loadedDraft'
import type { Office } from '../office'
import { mayRead } from '../writing/reading'
import { found, Refusal, refusal } from '../refusal'
import { routeFor } from './routes'
import { noteStep, waitingAt } from './waits'
import { changeDraft } from '../../store/drafts'
import { addClearance } from '../../store/clearances'
import { changeWait } from '../../store/waits'

/** A gate of a loaded draft, as the question who may clear there now. */
export const placeOf = ({ item, wholeRoute }: LoadedDraft, gate: Gate, at: string): AtGate => ({
  route: wholeRoute.id,
  gate,
  section: gate.section ?? item.section_id,
  at,
})

/** Throws a refusal where the actor may not clear or return at the gate; which gates there are, the state machine says. */
function mustGuard(actor: Actor, loaded: LoadedDraft, id: string, at: string): void {
  const gate = gatesOf(loaded.route).find((entry) => entry.id === id)
  if (!gate) return must(actor, 'item.review', loaded.item.section_id)
  const reason = notGuard(actor.rights, placeOf(loaded, gate, at), actor.id)
  if (!reason) return
  // Who could not clear anything there lacks the right; who could, is not the one for this gate.
  must(actor, 'item.review', loaded.item.section_id)
  throw new Refusal('not-allowed', [reason])
}

/** Whether nothing but their own work or an earlier clearance keeps a person from clearing by one of their ways. */
export function mayClearBy(actor: Actor, { state }: LoadedDraft, gate: Gate, way: Standing): boolean {
  const people = [personBehind(actor.rights, actor.id), ...(way.as === 'deputy' ? [personBehind(actor.rights, way.of)] : [])]
  return people.every((person) => (gate.authorsMayClear || !state.authors.includes(person)) && !hasCleared(state, gate, person))
}

/** The way by which the actor would clear at a gate: the first that is open to them, else the first they have. */
export function wayAt(actor: Actor, loaded: LoadedDraft, gate: Gate, at: string): Standing | undefined {
  const ways = waysToClear(actor.rights, placeOf(loaded, gate, at), actor.id)
  return ways.find((way) => mayClearBy(actor, loaded, gate, way)) ?? ways[0]
}

/** The gates that the actor could clear or return at now; `of` names whom they stand in for. */
export function gatesFor(actor: Actor, loaded: LoadedDraft, at: string): { gate: string; of: string | null }[] {
  const { route, state } = loaded
  if (state.review !== 'in_review') return []
  return openGates(route, state).flatMap((gate) => {
    const way = wayAt(actor, loaded, gate, at)
    return way && mayClearBy(actor, loaded, gate, way) ? { gate: gate.id, of: way.as === 'deputy' ? way.of : null } : []
  })
}

/** Puts a draft on the route that is in force for it now; what was cleared at gates that stayed, stays cleared. */
export async function rerouteDraft(office: Office, actor: Actor, draftId: string, seen: string | undefined): Promise<DraftRow['review']> {
  return office.store.write(async (tx) => {
    const loaded = await seenDraft(tx, draftId, seen, ({ item }) => must(actor, 'route.change', item.section_id), 'content')
    const route = await routeFor(tx, actor.rights, loaded.item.kind, loaded.item.section_id)
    const { authors, clearances } = loaded.state
    const next = await loadedDraft(tx, { ...loaded, route, authors, clearances }, loaded.manifest)
    const state = reroute(next.state, next.route)
    await changeDraft(tx, draftId, { route_id: route.id, route_version: route.version, review: state.review })
    await noteStep(office, tx, next.route, {
      person: actor.id,
      action: 'draft.rerouted',
      item: loaded.item.id,
      draft: draftId,
      data: { route: route.id, version: route.version },
      waits: waitingAt(next.route, state),
    })
    await syncItems(tx, [loaded.item.id])
    return state.review
  })
}

/** Runs one command of the state machine on a loaded draft and writes what it made happen. */
export async function obey(
  office: Office,
  tx: Tx,
  actor: Actor,
  loaded: LoadedDraft,
  order: DraftCommand,
  write: (events: DraftEvent[]) => Promise<void>,
): Promise<DraftRow['review']> {
  const { item, draft, route } = loaded
  const decision = decideDraft(loaded.state, order, route)
  if (!decision.ok) throw new Refusal('refused', decision.reasons)
  const state = decision.value.reduce(apply, loaded.state)
  await changeDraft(tx, draft.id, { review: state.review, lapsed: null, kept_waits: null })
  await write(decision.value)
  const waits = waitingAt(route, state)
  for (const event of decision.value) {
    // What was written, and what that did to clearances, the journal tells with its version.
    if (event.event === 'edited' || event.event === 'lapsed' || event.event === 'reinstated') continue
    const { event: name, by: _by, ...data } = { by: '', ...event }
    await noteStep(office, tx, route, {
      person: actor.id,
      action: `draft.${name}`,
      item: item.id,
      draft: draft.id,
      data: { version: loaded.head.id, ...data },
      waits,
    })
  }
  await syncItems(tx, [item.id])
  return state.review
}

const self = (actor: Actor) => personBehind(actor.rights, actor.id)

/** One clearance: of which draft, as it was seen, at which gate. */
export interface Clearing {
  draft: string
  seen: string | undefined
  gate: string
  /** What the reviewer noted at places while reading: it goes to the writer with the clearance, and stays open. */
  notes?: NoteInput[] | undefined
}

/** The command by which someone clears: for whom, for which groups of guards it counts, and what must be mended before. */
async function clearing(db: Reader, actor: Actor, loaded: LoadedDraft, id: string, at: string): Promise<DraftCommand & { do: 'clear' }> {
  const gate = gatesOf(loaded.route).find((entry) => entry.id === id)
  if (!gate) return { do: 'clear', by: self(actor), gate: id }
  const way = wayAt(actor, loaded, gate, at)
  const as = way?.as === 'deputy' ? way.of : actor.id
  const failing = ((await checksAt(db, loaded, [gate])).get(id) ?? []).flatMap((check) => (check.must ? check.found : []))
  return {
    do: 'clear',
    by: self(actor),
    gate: id,
    ...(as === actor.id ? {} : { for: personBehind(actor.rights, as) }),
    ...(countsByGroup(gate) ? { groups: groupsFor(actor.rights, gate, as) } : {}),
    failing: failing.map((reason) => ({ ...reason, code: `check-${reason.code}` })),
  }
}

async function clearOne(office: Office, tx: Tx, actor: Actor, { draft: draftId, seen, gate, notes = [] }: Clearing, text: string) {
  const loaded = await seenDraft(tx, draftId, seen, (one) => mustGuard(actor, one, gate, office.now()))
  const order = await clearing(tx, actor, loaded, gate, office.now())
  return obey(office, tx, actor, loaded, order, async (events) => {
    for (const event of events)
      if (event.event === 'gate-cleared')
        await addClearance(tx, {
          id: office.newId(),
          draft_id: draftId,
          version_id: loaded.head.id,
          gate: event.gate,
          person_id: actor.id,
          for_id: event.for ?? null,
          groups: event.groups ? JSON.stringify(event.groups) : null,
          at: office.now(),
          note: text,
          fingerprint: loaded.head.fingerprint,
          projection: event.projection,
        })
    await resolveNotesOf(tx, draftId, actor.id, office.now())
    if (notes.length) await addNotes(tx, loaded, { person: actor.id, at: office.now(), newId: office.newId, kind: 'note' }, notes)
  })
}

/** Says yes at a gate, for exactly the version seen. */
export const clearDraft = (
  office: Office,
  actor: Actor,
  draftId: string,
  seen: string | undefined,
  gate: string,
  text: string,
  notes?: NoteInput[],
) => office.store.write((tx) => clearOne(office, tx, actor, { draft: draftId, seen, gate, notes }, text))

/** Says yes to several drafts that belong together, each as it was seen: to all or, where one may not be cleared, to none. */
export const clearTogether = (office: Office, actor: Actor, clearings: readonly Clearing[], text: string) =>
  eachNamed(office, actor, clearings, (tx, one) => clearOne(office, tx, actor, one, text))

/** Does one thing to several drafts, all or none; a refusal says which draft it is about, by its title where the actor may read that. */
export const eachNamed = <One extends { draft: string }>(
  office: Office,
  actor: Actor,
  all: readonly One[],
  run: (tx: Tx, one: One) => Promise<DraftRow['review']>,
) =>
  office.store.write(async (tx) => {
    const reviews: { draft: string; review: DraftRow['review'] }[] = []
    for (const one of all) {
      try {
        reviews.push({ draft: one.draft, review: await run(tx, one) })
      } catch (error) {
        if (!(error instanceof Refusal)) throw error
        const { item } = await loadDraft(tx, one.draft)
        const named = await mayRead(tx, actor, { id: item.id, section: item.section_id })
        throw new Refusal(error.kind, named ? error.reasons.map((reason) => reasonAbout(`“${item.title}”`, reason)) : error.reasons, {
          draft: one.draft,
        })
      }
    }
    return reviews
  })

/** Says no at a gate, with at least one note of what should change; each may be pinned to a block or field. */
export const returnDraft = (office: Office, actor: Actor, draftId: string, seen: string | undefined, gate: string, notes: NoteInput[]) =>
  office.store.write(async (tx) => {
    const loaded = await seenDraft(tx, draftId, seen, (one) => mustGuard(actor, one, gate, office.now()))
    return obey(office, tx, actor, loaded, { do: 'return', by: self(actor), gate, note: notes.map(noteWords).join('\n') }, () =>
      addNotes(tx, loaded, { person: actor.id, at: office.now(), newId: office.newId, kind: 'return' }, notes),
    )
  })

/**
 * Hands what waits at a gate to someone who may clear it there; the others still may. Whoever may clear there themselves
 * or may send work on there can do it.
 */
export async function handDraft(
  office: Office,
  actor: Actor,
  draftId: string,
  seen: string | undefined,
  input: { gate: string; person: string; note: string },
): Promise<void> {
  await office.store.write(async (tx) => {
    const at = office.now()
    const loaded = await seenDraft(tx, draftId, seen, (one) => {
      const gate = gatesOf(one.route).find(({ id }) => id === input.gate)
      if (!gate || !wayAt(actor, one, gate, at)) must(actor, 'item.send', one.item.section_id)
    })
    const { item, route, state } = loaded
    const gate = state.review === 'in_review' ? openGates(route, state).find(({ id }) => id === input.gate) : undefined
    if (!gate) throw refusal('refused', 'gate-closed')
    const { name } = found(actor.rights.people.get(input.person), 'person')
    const way = waysToClear(actor.rights, placeOf(loaded, gate, at), input.person)[0]
    if (!way || !mayClearBy({ ...actor, id: input.person }, loaded, gate, way))
      throw refusal('refused', 'not-theirs', { name, gate: gate.name, at: 'person' })
    const waits = waitingAt(route, state)
    await noteStep(office, tx, route, {
      person: actor.id,
      action: 'draft.handed',
      item: item.id,
      draft: draftId,
      data: { version: loaded.head.id, gate: gate.id, to: input.person, note: input.note.trim() },
      waits,
    })
    await changeWait(tx, draftId, gate.id, { handed_to: input.person, handed_by: actor.id })
  })
}
