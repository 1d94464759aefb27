import { createMongoAbility, subject, type MongoAbility } from '@casl/ability'
import { decide } from '../core/access/decide'
import { peopleMatrix } from '../core/access/matrix'
import { grantsOf, grantFor, withAncestors, type Grant, type Rights } from '../core/access/rights'
import { VERBS, type Verb } from '../core/access/verbs'
import { ANYONE, type Route } from '../core/flow/route'
import { soundness } from '../core/flow/sound'
import { median, type Row } from './report'

const [PEOPLE, SECTIONS, ROLES, GROUPS] = [500, 200, 50, 40]
const ASKED = 100_000
const ROUNDS = 5
const verbs = Object.keys(VERBS) as Verb[]

/** A large team: sections in a tree, roles within roles, each person with three grants and in two groups. */
function world(): Rights {
  let seed = 7
  const pick = (n: number) => (seed = (seed * 48_271) % 2_147_483_647) % n
  const ids = (name: string, n: number) => Array.from({ length: n }, (_, index) => `${name}${index}`)
  const [people, sections, roles, groups] = [ids('p', PEOPLE), ids('s', SECTIONS), ids('r', ROLES), ids('g', GROUPS)]
  const somewhere = () => (pick(10) ? sections[pick(SECTIONS)]! : null)
  const grants: Grant[] = [
    ...people.flatMap((person) => [1, 2, 3].map(() => ({ holder: { person }, role: roles[pick(ROLES)]!, section: somewhere() }))),
    ...groups.map((group) => ({ holder: { group }, role: roles[pick(ROLES)]!, section: somewhere() })),
  ]
  return {
    site: 'site',
    sharesFile: false,
    people: new Map(people.map((id) => [id, { name: id, active: true }])),
    groups: new Map(groups.map((id, n) => [id, { id, name: id, members: people.filter((_, index) => index % 20 === n % 20) }])),
    roles: new Map(
      roles.map((id, n) => [
        id,
        { id, name: id, verbs: verbs.filter(() => pick(4) === 0), includes: n > 10 && n % 3 ? [roles[pick(10)]!] : [] },
      ]),
    ),
    grants,
    sections: new Map(sections.map((id, n) => [id, { id, name: id, segment: id, parent: n % 8 ? sections[Math.floor(n / 4)]! : null }])),
    separations: [],
    delegations: [],
  }
}

/** The same rights for the reference: for each person what they may do, and in which sections. */
function abilities(rights: Rights): Map<string, MongoAbility> {
  const below = new Map([...rights.sections.keys()].map((id) => [id, [] as string[]]))
  for (const id of rights.sections.keys()) for (const above of withAncestors(rights.sections, id)) below.get(above)!.push(id)
  return new Map(
    [...rights.people.keys()].map((person) => [
      person,
      createMongoAbility(
        grantsOf(rights, person).flatMap(({ grant, verbs: allowed }) =>
          [...allowed].map((action) => ({
            action,
            subject: 'Item',
            ...(grant.section === null ? {} : { conditions: { section: { $in: below.get(grant.section)! } } }),
          })),
        ),
      ),
    ]),
  )
}

const timed = (run: () => void): number => {
  const start = performance.now()
  run()
  return performance.now() - start
}

/** Decisions, the matrix, and soundness, for a team of 500 people, 200 sections and 50 roles. */
export async function measure(): Promise<Row[]> {
  const rights = world()
  const reference = abilities(rights)
  let seed = 11
  const pick = (n: number) => (seed = (seed * 48_271) % 2_147_483_647) % n
  const questions = Array.from({ length: ASKED }, () => {
    const section = `s${pick(SECTIONS)}`
    return { person: `p${pick(PEOPLE)}`, verb: verbs[pick(verbs.length)]!, section, item: subject('Item', { section }) }
  })
  const answers = { ours: 0, theirs: 0 }
  const [whole, ours, theirs]: number[][] = [[], [], []]
  for (let round = 0; round < ROUNDS; round++) {
    answers.ours = answers.theirs = 0
    whole!.push(timed(() => questions.forEach(({ person, verb, section }) => void decide(rights, person, verb, section))))
    ours!.push(
      timed(() =>
        questions.forEach(({ person, verb, section }) => (answers.ours += Number(grantFor(rights, person, verb, section) !== undefined))),
      ),
    )
    theirs!.push(
      timed(() => questions.forEach(({ person, verb, item }) => (answers.theirs += Number(reference.get(person)!.can(verb, item))))),
    )
  }
  if (answers.ours !== answers.theirs) throw new Error(`The two differ: ${answers.ours} and ${answers.theirs} of ${ASKED} allowed`)
  const [each, plain, other] = [whole!, ours!, theirs!].map((times) => (median(times) / ASKED) * 1000) as [number, number, number]

  const people = [...rights.people.keys()]
  const thirty = Array.from({ length: 30 }, (_, index) => verbs[index % verbs.length]!)
  const matrix = median(Array.from({ length: ROUNDS }, () => timed(() => void peopleMatrix(rights, people, thirty, 's7'))))

  const gate = (id: string) => ({ id, name: id, who: ANYONE, needed: 2, authorsMayClear: false, covers: 'all' as const })
  const route: Route = {
    id: 'long',
    name: 'Long',
    version: 1,
    steps: Array.from({ length: 8 }, (_, step) => ({ name: `${step}`, gates: [0, 1, 2, 3].map((n) => gate(`g${step}${n}`)) })),
  }
  const sound = median(Array.from({ length: 3 }, () => timed(() => void soundness(rights, route, [...rights.sections.keys()]))))
  return [
    {
      what: 'one decision, with its reason and who could help: 500 people, 200 sections, 50 roles',
      ours: `${each.toFixed(2)} µs`,
      reference: '20 µs',
      ratio: each / 20,
      budget: '< 20 µs',
      met: each < 20,
    },
    {
      what: 'the plain check in it, the same 100,000 questions with the same answers',
      ours: `${plain.toFixed(2)} µs`,
      reference: `@casl/ability ${other.toFixed(2)} µs`,
      ratio: plain / other,
      budget: '≤ 1',
      met: plain <= other,
    },
    {
      what: 'matrix of 500 people × 30 actions',
      ours: `${matrix.toFixed(1)} ms`,
      reference: 'none',
      ratio: null,
      budget: '< 100 ms',
      met: matrix < 100,
    },
    {
      what: 'soundness of a route of 8 steps with 4 gates each, in 200 sections',
      ours: `${sound.toFixed(0)} ms`,
      reference: 'none',
      ratio: null,
      budget: '< 1 s',
      met: sound < 1000,
    },
  ]
}
