import { personBehind } from '../../../core/access/rights'
import { hasCleared, missingClearances } from '../../../core/flow/draft'
import { clearersOf, groupsFor, guardWords } from '../../../core/flow/guards'
import { countsByGroup, gatesOf, keyOf, type Gate } from '../../../core/flow/route'
import type { Actor } from '../people/access'
import { checksAt } from './checks'
import { loadDraft, type LoadedDraft } from '../writing/loadedDraft'
import type { Office } from '../office'
import { mustRead } from '../writing/reading'
import { found } from '../refusal'
import { dueAt, waitingAt } from './waits'
import { listCalendars } from '../../store/calendars'
import { clearancesOf } from '../../store/clearances'
import { waitsOf } from '../../store/waits'
import { mayClearBy, placeOf, wayAt } from './review'

/** A draft with its gates, as who may read it sees them. */
async function readableDraft(office: Office, actor: Actor, id: string): Promise<LoadedDraft> {
  const loaded = await loadDraft(office.store.read, id)
  await mustRead(office.store.read, actor, { id: loaded.item.id, section: loaded.item.section_id })
  return loaded
}

/** The guards of a gate and their deputies at an instant, by which way each would clear there, and what keeps them from it, such as having written it. */
function clearersOfGate(actor: Actor, loaded: LoadedDraft, gate: Gate, at: string) {
  return clearersOf(actor.rights, placeOf(loaded, gate, at)).map((id) => {
    const as = { ...actor, id }
    const way = wayAt(as, loaded, gate, at)!
    const wrote = !gate.authorsMayClear && loaded.state.authors.includes(personBehind(actor.rights, id))
    const why = mayClearBy(as, loaded, gate, way)
      ? null
      : wrote
        ? 'wrote part of it'
        : way.as === 'deputy' && !hasCleared(loaded.state, gate, id)
          ? 'stands in for someone who wrote or cleared it'
          : 'cleared it already'
    return { id, name: actor.rights.people.get(id)!.name, of: way.as === 'deputy' ? way.of : null, why }
  })
}

/** Who may clear at a gate of a draft now, and what keeps some of them from it. */
export async function clearersAt(office: Office, actor: Actor, draftId: string, gateId: string) {
  const loaded = await readableDraft(office, actor, draftId)
  const gate = found(
    gatesOf(loaded.wholeRoute).find(({ id }) => id === gateId),
    'gate',
  )
  return clearersOfGate(actor, loaded, gate, office.now()).map(({ of, ...one }) => ({
    ...one,
    of: of && (actor.rights.people.get(of)?.name ?? null),
  }))
}

/**
 * What a draft would wait for if it were sent now: the gates that apply to it and are not filled, in the order of their steps, each with who
 * could clear it, until when the first ones wait, and whether too few could, so that it would wait for ever.
 */
export async function gatesAhead(office: Office, actor: Actor, draftId: string) {
  const loaded = await readableDraft(office, actor, draftId)
  const at = office.now()
  const calendars = await listCalendars(office.store.read, actor.rights.site)
  return loaded.route.steps.flatMap((step, index) =>
    step.gates.flatMap((gate) => {
      const missing = missingClearances(loaded.state, gate)
      const needed = Math.max(...missing)
      if (!needed) return []
      const who = clearersOfGate(actor, loaded, gate, at).filter(({ why }) => !why)
      return {
        id: gate.id,
        name: gate.name,
        step: index,
        needed,
        who: who.map(({ id, name }) => ({ id, name })),
        due: index === 0 && gate.deadline ? dueAt(calendars, at, gate.deadline).due : null,
        stuck: poolsAmong(actor.rights, gate, who).some((pool, n) => pool.size < missing[n]!),
      }
    }),
  )
}

/** Those of whom a gate needs so many, all accounts of one person as one: all, or those in each group where it counts by group. */
function poolsAmong(rights: Actor['rights'], gate: Gate, who: readonly { id: string; of: string | null }[]): Set<string>[] {
  const people = who.map(({ id, of }) => ({ person: personBehind(rights, id), groups: groupsFor(rights, gate, of ?? id) }))
  const pool = (some: typeof people) => new Set(some.map(({ person }) => person))
  if (!countsByGroup(gate)) return [pool(people)]
  return gate.who.groups.map((group) => pool(people.filter(({ groups }) => groups.includes(group))))
}

/** The gates of a loaded draft with who cleared them, until when they wait and for whom, and what their checks find: for the track. */
export async function gateFacts(office: Office, actor: Actor, loaded: LoadedDraft) {
  const db = office.store.read
  const { draft, route, wholeRoute, state } = loaded
  const open = new Set(waitingAt(route, state))
  const [rows, waits, checks] = await Promise.all([clearancesOf(db, draft.id), waitsOf(db, draft.id), checksAt(db, loaded, gatesOf(route))])
  return gatesOf(wholeRoute).map((gate) => ({
    id: gate.id,
    name: gate.name,
    needed: gate.needed * (countsByGroup(gate) ? gate.who.groups.length : 1),
    missing: missingClearances(state, gate).reduce((sum, left) => sum + left, 0),
    guards: guardWords(actor.rights, gate),
    clearances: rows
      .filter((row) => row.gate === gate.id)
      .map(({ projection, ...row }) => ({ ...row, stands: projection === state.head[keyOf(gate)] })),
    applies: route.steps.some((step) => step.gates.some(({ id }) => id === gate.id)),
    wait: open.has(gate.id) ? (waits.find((row) => row.gate === gate.id) ?? null) : null,
    checks: checks.get(gate.id) ?? [],
  }))
}
