import { placeWords } from '../../../core/access/decide'
import { explain, explanationWords, type Explanation } from '../../../core/access/explain'
import { peopleMatrix, sectionMatrix, type Matrix } from '../../../core/access/matrix'
import { VERBS, type Verb } from '../../../core/access/verbs'
import { must, type Actor } from './access'
import { found } from '../refusal'

const verbs = Object.keys(VERBS) as Verb[]

/** Everybody asks about themselves; about others, who may change people. */
function mustAskAbout(actor: Actor, person: string): void {
  if (person !== actor.id) must(actor, 'people.change', null)
  found(actor.rights.people.get(person), 'person')
}

/** Active people × actions in a section (`null`: on the whole site). */
export function rightsOfPeople(
  actor: Actor,
  section: string | null,
): { verbs: Verb[]; people: { id: string; name: string }[]; may: Matrix } {
  must(actor, 'people.change', null)
  if (section !== null) found(actor.rights.sections.get(section), 'section')
  const people = [...actor.rights.people]
    .filter(([, { active }]) => active)
    .map(([id, { name }]) => ({ id, name }))
    .sort((a, b) => a.name.localeCompare(b.name))
  const may = peopleMatrix(
    actor.rights,
    people.map(({ id }) => id),
    verbs,
    section,
  )
  return { verbs, people, may }
}

/** Sections × actions of one person; the first row is the site as a whole. */
export function rightsOfPerson(
  actor: Actor,
  person: string,
): { verbs: Verb[]; sections: { id: string | null; name: string }[]; may: Matrix } {
  mustAskAbout(actor, person)
  const sections = [
    { id: null, name: 'The whole site' },
    ...[...actor.rights.sections.values()].map(({ id, name }) => ({ id, name })).sort((a, b) => a.name.localeCompare(b.name)),
  ]
  const may = sectionMatrix(
    actor.rights,
    person,
    verbs,
    sections.map(({ id }) => id),
  )
  return { verbs, sections, may }
}

/** Why a person may or may not do something, with the sentence that says it. */
export function explainRight(actor: Actor, person: string, verb: Verb, section: string | null): Explanation & { words: string } {
  mustAskAbout(actor, person)
  if (section !== null) found(actor.rights.sections.get(section), 'section')
  const answer = explain(actor.rights, person, verb, section)
  const words = explanationWords(actor.rights.people.get(person)!.name, verb, placeWords(actor.rights, section), answer)
  return { ...answer, words }
}
