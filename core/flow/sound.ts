import { reason } from '../words/ruleReasons'
import type { Reason } from '../outcome'
import { personBehind, grantFor, type Rights } from '../access/rights'
import { hasCleared, missingClearances, type DraftState } from './draft'
import { groupsFor, guardsOf, reviewersOf } from './guards'
import { countsByGroup, gatesOf, type Gate, type Route } from './route'

/** What is wrong with a route: `stuck` where some work could never pass, `thin` where it hangs on one person. */
export interface Soundness {
  stuck: Reason[]
  thin: Reason[]
}

/** The active people who can bring work of their own to the first gate in a section, all accounts of one as one. */
const writersOf = (rights: Rights, section: string): string[] => [
  ...new Set(
    [...rights.people.keys()]
      .filter((person) => grantFor(rights, person, 'item.write', section) && grantFor(rights, person, 'item.send', section))
      .map((person) => personBehind(rights, person)),
  ),
]

/**
 * The people of whom a gate needs so many, all accounts of one as one: its guards, or those in each group that it names
 * where it counts by group.
 */
function poolsOf(rights: Rights, gate: Gate, section: string, reviewers?: string[]): string[][] {
  const all = [...new Set(guardsOf(rights, gate, section, reviewers).map((person) => personBehind(rights, person)))]
  if (!countsByGroup(gate)) return [all]
  return gate.who.groups.map((group) => all.filter((person) => groupsFor(rights, gate, person).includes(group)))
}

/**
 * Whether all work of one writer can pass every gate of a route in each of the sections it is for: each gate has as many
 * guards as it needs, the writer left out where authors may not clear. A gate that could lose one person and then stop
 * is thin. Gates wait for nothing but people, and one person may clear several, so that each gate can be judged alone.
 */
export function soundness(rights: Rights, route: Route, sections: readonly string[]): Soundness {
  const result: Soundness = { stuck: [], thin: [] }
  for (const section of sections) {
    const where = rights.sections.get(section)?.name ?? section
    const writers = writersOf(rights, section)
    if (!writers.length) continue
    const reviewers = reviewersOf(rights, section)
    const names = (people: string[]) => people.slice(0, 5).map((id) => rights.people.get(id)!.name)
    for (const gate of gatesOf(route)) {
      const judged = poolsOf(rights, gate, section, reviewers).map((pool) => judge(gate, pool, writers))
      const worst =
        judged.find(({ how }) => how === 'dead') ?? judged.find(({ how }) => how === 'own') ?? judged.find(({ how }) => how === 'thin')
      if (!worst) continue
      const { pool, stopped } = worst
      if (worst.how === 'dead')
        result.stuck.push(reason('gate-dead', { gate: gate.name, needed: gate.needed, people: pool.length, section: where, at: gate.id }))
      else if (worst.how === 'own')
        result.stuck.push({ ...reason('gate-own', { gate: gate.name, section: where, at: gate.id }), help: names(stopped) })
      else
        result.thin.push({
          ...reason('gate-thin', { gate: gate.name, needed: gate.needed, section: where, at: gate.id }),
          help: names(pool),
        })
    }
  }
  return result
}

/** How a gate fares with a pool of people for what these writers write. */
function judge(gate: Gate, pool: string[], writers: readonly string[]) {
  const among = new Set(pool)
  const left = (writer: string) => pool.length - Number(!gate.authorsMayClear && among.has(writer))
  const stopped = writers.filter((writer) => left(writer) < gate.needed)
  const how =
    pool.length < gate.needed
      ? ('dead' as const)
      : stopped.length
        ? ('own' as const)
        : Math.min(...writers.map(left)) === gate.needed
          ? ('thin' as const)
          : ('well' as const)
  return { how, pool, stopped }
}

/** Work that is under way: in which section, with the gates that apply to it, and where it stands. */
export interface UnderWay {
  section: string
  route: Route
  state: DraftState
}

/**
 * The gates that work under way could never pass with the people there are: fewer than it still needs may clear there
 * who did not write it and have not cleared it. Deputies do not count: their time ends.
 */
export function strandedAt(rights: Rights, { section, route, state }: UnderWay): Gate[] {
  return gatesOf(route).filter((gate) => {
    const owed = missingClearances(state, gate)
    const open = (person: string) => !hasCleared(state, gate, person) && (gate.authorsMayClear || !state.authors.includes(person))
    return poolsOf(rights, gate, gate.section ?? section).some((pool, index) => pool.filter(open).length < owed[index]!)
  })
}
