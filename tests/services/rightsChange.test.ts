import { afterAll, beforeAll, expect, it } from 'vitest'
import fc from 'fast-check'
import { decide } from '../../core/access/decide'
import type { Rights } from '../../core/access/rights'
import type { RightsChange } from '../../core/access/rightsChange'
import { VERBS, type Verb } from '../../core/access/verbs'
import { choosePassword } from '../../server/services/people/invitations'
import { approveChange, changeRights, endRequest, waitingChanges } from '../../server/services/people/rightsChange'
import { writeFact, siteId } from '../../server/services/office'
import { Refusal } from '../../server/services/refusal'
import { loadRights } from '../../server/store/people'
import { waitingRequests } from '../../server/store/rightsRequests'
import { foundOffice, type FoundedOffice } from '../support/office'
import { addPerson } from '../support/people'

let here: FoundedOffice
let clock = Date.parse('2027-03-01T09:00:00Z')
const everywhere = (role: string) => ({ role, section: null })
/** Two stewards, a second account of one of them, and two colleagues. */
const who = { maren: '', idris: '', 'maren-2': '', wen: '', noor: '' }
type Key = keyof typeof who
const as = (key: Key) => here.actor(who[key])

beforeAll(async () => {
  here = await foundOffice(() => new Date(clock))
  who.maren = here.founder.id
  const roles = { wen: 'writer', noor: 'reviewer', 'maren-2': 'steward', idris: 'steward' }
  for (const [key, role] of Object.entries(roles)) {
    const added = await addPerson(here.office, await as('maren'), {
      name: key,
      email: `${key}@larkholm.example`,
      roles: [everywhere(role)],
    })
    who[key as Key] = added.person
    if (key === 'maren-2') await changeRights(here.office, await as('maren'), { change: 'roles', person: added.person, roles: [] })
    await choosePassword(here.office, new URL(added.link!).searchParams.get('with')!, 'letters in every port')
    await here.office.settle()
  }
})
afterAll(() => here.end())

/** Sets everybody back, by the store itself: two stewards, one with a second account, and two colleagues. */
async function begin(): Promise<void> {
  const { office } = here
  await office.store.write(async (tx) => {
    await tx.run("UPDATE rights_request SET verdict = 'declined' WHERE verdict IS NULL")
    await tx.run('UPDATE person SET active = 1, self_id = NULL')
    await tx.update('person', { id: who['maren-2'] }, { self_id: who.maren })
    await tx.run('DELETE FROM role_grant')
    for (const [key, role] of Object.entries({ maren: 'steward', idris: 'steward', wen: 'writer', noor: 'reviewer' }))
      await tx.insert('role_grant', [{ id: office.newId(), person_id: who[key as Key], group_id: null, role_id: role, section_id: null }])
    await writeFact(office, tx, null, 'person.roles-set', null, { person: who.wen, roles: [] })
  })
  await office.settle()
}

const can = (rights: Rights, account: string) =>
  (Object.keys(VERBS) as Verb[]).flatMap((verb) =>
    [null, ...rights.sections.keys()].filter((place) => decide(rights, account, verb, place).allowed).map((place) => `${verb} ${place}`),
  )

type Step =
  | { do: 'change'; by: Key; change: (ids: typeof who) => RightsChange }
  | { do: 'agree'; by: Key; which: number; other: boolean }
  | { do: 'end'; by: Key; which: number }
const anyone = fc.constantFrom<Key>('maren', 'idris', 'maren-2', 'wen', 'noor')
const asker = fc.constantFrom<Key>('maren', 'idris', 'maren', 'idris', 'maren-2')
const someRoles = fc.subarray(['writer', 'reviewer', 'publisher', 'steward']).map((roles) => roles.map(everywhere))
const step: fc.Arbitrary<Step> = fc.oneof(
  { weight: 3, arbitrary: fc.record({ do: fc.constant('agree' as const), by: asker, which: fc.nat(3), other: fc.boolean() }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('end' as const), by: asker, which: fc.nat(3) }) },
  {
    weight: 5,
    arbitrary: fc
      .record({
        by: asker,
        change: fc.oneof(
          fc
            .tuple(anyone, someRoles)
            .map(([key, roles]) => (ids: typeof who): RightsChange => ({ change: 'roles', person: ids[key], roles })),
          fc
            .tuple(anyone, fc.boolean())
            .map(([key, active]) => (ids: typeof who): RightsChange => ({ change: 'account', person: ids[key], active, handTo: null })),
          fc
            .tuple(anyone, fc.option(anyone))
            .map(([key, other]) => (ids: typeof who): RightsChange => ({ change: 'same', person: ids[key], same: other && ids[other] })),
        ),
      })
      .map((one) => ({ do: 'change' as const, ...one })),
  },
)

it('nobody’s rights rise by one person alone while another steward is there, whatever two stewards and their accounts do', async () => {
  let agreed = 0
  let waited = 0
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 8, maxLength: 16, size: 'max' }), async (steps) => {
      await begin()
      for (const one of steps) {
        const { office } = here
        const before = await loadRights(office.store.read, await siteId(office))
        const last = (await office.store.read.one<{ seq: number }>('SELECT max(seq) AS seq FROM journal'))!.seq
        // Half of the time the one who agrees is the steward who did not ask.
        const [open] = one.do === 'agree' && one.other ? await waitingRequests(office.store.read, before.site, office.now()) : []
        const actor = await as(open ? (open.asked_by === who.idris ? 'maren' : 'idris') : one.by)
        const others = [who.maren, who.idris].some(
          (id) =>
            before.people.get(id)!.active &&
            decide(before, id, 'people.change', null).allowed &&
            (before.people.get(id)!.self ?? id) !== (before.people.get(actor.id)!.self ?? actor.id),
        )
        try {
          if (one.do === 'change') {
            if ((await changeRights(office, { ...actor, anyway: true }, one.change(who))).waits) waited++
          } else {
            const waiting = await waitingChanges(office, actor)
            const chosen = open ? waiting.find(({ id }) => id === open.id) : waiting[one.which % Math.max(1, waiting.length)]
            if (!chosen) continue
            if (one.do === 'agree') {
              await approveChange(office, { ...actor, anyway: true }, chosen.id, chosen.words, 'the site')
              agreed++
            } else await endRequest(office, actor, chosen.id)
          }
        } catch (error) {
          if (!(error instanceof Refusal)) throw error
        }
        await office.settle()
        const after = await loadRights(office.store.read, await siteId(office))
        const raised = [...after.people.keys()].filter((id) => !can(after, id).every((right) => can(before, id).includes(right)))
        if (!raised.length) continue
        const rows = await office.store.read.all<{ person: string; data: string }>(
          'SELECT person_id AS person, data FROM journal WHERE seq > $last ORDER BY seq',
          { last },
        )
        const selfBefore = (id: string) => before.people.get(id)!.self ?? id
        const said = JSON.parse(rows[0]!.data) as { agreedBy?: string; alone?: string }
        if (said.agreedBy) {
          expect(selfBefore(said.agreedBy)).not.toBe(selfBefore(rows[0]!.person))
          expect(raised).not.toContain(said.agreedBy)
          expect(raised).not.toContain(rows[0]!.person)
        } else {
          // Alone only where the other steward is the one who gains, by whichever account, or none is there; and then it says so.
          expect(said.alone).toBeTruthy()
          if (others) expect(raised.some((id) => [who.maren, who.idris].map(selfBefore).includes(selfBefore(id)))).toBe(true)
        }
      }
    }),
    { numRuns: 200 },
  )
  expect(Math.min(agreed, waited), `${agreed} agreed to, ${waited} asked`).toBeGreaterThan(5)
})

it('a request falls away after two weeks, and is asked once however often it is repeated', async () => {
  const { office } = here
  await begin()
  const change: RightsChange = { change: 'roles', person: who.wen, roles: [everywhere('publisher')] }
  const first = await changeRights(office, await as('maren'), change)
  expect(first.waits?.for).toEqual(['idris'])
  expect((await changeRights(office, await as('maren'), change)).waits?.request).toBe(first.waits!.request)
  const shown = await waitingChanges(office, await as('idris'))
  expect(shown.map(({ words, can: may }) => [words, may])).toEqual([
    ['wen: Publisher on the whole site, instead of Writer on the whole site', 'decide'],
  ])
  expect((await waitingChanges(office, await as('maren')))[0]!.can).toBe('take-back')
  expect(await waitingChanges(office, await as('noor'))).toEqual([])
  // What it would change is another meanwhile: the steward looks again.
  await office.store.write((tx) =>
    tx.insert('role_grant', [{ id: office.newId(), person_id: who.wen, group_id: null, role_id: 'reviewer', section_id: null }]),
  )
  await expect(approveChange(office, await as('idris'), shown[0]!.id, shown[0]!.words, 'x')).rejects.toMatchObject({ kind: 'stale' })
  clock += 15 * 86_400_000
  expect(await waitingChanges(office, await as('idris'))).toEqual([])
  const again = (await waitingChanges(office, await as('maren'))).length
  expect(again).toBe(0)
  await expect(approveChange(office, await as('idris'), shown[0]!.id, shown[0]!.words, 'x')).rejects.toMatchObject({ kind: 'unknown' })
})
