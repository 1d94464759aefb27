import type { Reason } from '../outcome'
import { wayTo, type Rights } from '../access/rights'
import { guardsOf, reviewersOf } from './guards'
import type { Route } from './route'

/** What is wrong with a route: `stuck` where some work could never pass, `thin` where it hangs on one person. */
export interface Soundness {
  stuck: Reason[]
  thin: Reason[]
}

/** The active people who can bring work of their own to the first gate in a section. */
const writersOf = (rights: Rights, section: string): string[] =>
  [...rights.people.keys()].filter((person) => wayTo(rights, person, 'item.write', section) && wayTo(rights, person, 'item.send', section))

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
    for (const { gates } of route.steps)
      for (const gate of gates) {
        const all = guardsOf(rights, gate, section, reviewers)
        const among = new Set(all)
        const left = (writer: string) => all.length - Number(!gate.authorsMayClear && among.has(writer))
        const stopped = writers.filter((writer) => left(writer) < gate.needed)
        const names = (people: string[]) => people.slice(0, 5).map((id) => rights.people.get(id)!.name)
        if (all.length < gate.needed)
          result.stuck.push({
            code: 'gate-dead',
            detail: `“${gate.name}” needs ${gate.needed}, and ${all.length || 'nobody'} in ${where} may clear it`,
            at: gate.id,
          })
        else if (stopped.length)
          result.stuck.push({
            code: 'gate-own',
            detail: `“${gate.name}” in ${where} has nobody left for what its own guards write`,
            at: gate.id,
            help: names(stopped),
          })
        else if (Math.min(...writers.map(left)) === gate.needed)
          result.thin.push({
            code: 'gate-thin',
            detail: `“${gate.name}” in ${where} hangs on ${gate.needed === 1 ? 'one person' : `exactly ${gate.needed} people`}`,
            at: gate.id,
            help: names(all),
          })
      }
  }
  return result
}
