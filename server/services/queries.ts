import { withAncestors, type Rights } from '../../core/access/rights'
import type { Names } from '../../core/query/meaning'
import { parseQuery } from '../../core/query/parse'
import type { NamedField, Query } from '../../core/query/query'
import { dateIn } from '../../core/time/zone'
import type { Asking } from '../store/query'
import type { Actor } from './access'
import { Refusal } from './refusal'

const folded = (name: string) => name.normalize('NFC').toLowerCase()

/** What names mean on a site: people by their names, sections by theirs with all that is below them. */
export function namesOf(rights: Rights): Names {
  const people = new Map<string, string[]>()
  for (const [id, { name }] of rights.people) people.set(folded(name), [...(people.get(folded(name)) ?? []), id])
  const sections = new Map<string, string[]>()
  for (const { id } of rights.sections.values())
    for (const above of withAncestors(rights.sections, id)) {
      const name = folded(rights.sections.get(above)!.name)
      sections.set(name, [...(sections.get(name) ?? []), id])
    }
  return (field: NamedField, name: string) => (field === 'section' ? sections : people).get(folded(name)) ?? []
}

/** A query as its text says, with what its meaning hangs on now; refused with the place where it is wrong and what was expected there. */
export function askedOf(actor: Actor, zone: string, now: string, text: string): { query: Query } & Asking {
  const today = dateIn(now, zone)
  const parsed = parseQuery(text, today)
  if (!parsed.ok) {
    const { at, length, expected } = parsed.problem
    throw new Refusal('bad-input', [{ code: 'query-wrong', detail: `Expected ${expected}`, at: 'q' }], {
      problem: { at, length, expected },
    })
  }
  return { query: parsed.query, names: namesOf(actor.rights), today, zone }
}
