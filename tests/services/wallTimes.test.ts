import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { changeEdition, makeEdition } from '../../server/services/planning/editions'
import { plan } from '../../server/services/planning/events'
import { createItem } from '../../server/services/writing/items'
import type { Office } from '../../server/services/office'
import { keepWallTimes } from '../../server/services/planning/wallTimes'
import { foundOffice, type FoundedOffice } from '../support/office'

let here: FoundedOffice
let office: Office
let event = ''
let edition = ''
beforeAll(async () => {
  here = await foundOffice(() => new Date('2026-03-02T09:00:00.000Z'))
  const { founder: actor, section } = here
  office = here.office
  const { item, draft } = await createItem(office, actor, { kind: 'post', section, title: 'At four' })
  const day = { date: '2026-07-01', time: '04:00' }
  event = (await plan(office, actor, item, { kind: 'window', draft, ...day, until: { date: '2026-07-02', time: '22:00' } })).event
  edition = (await makeEdition(office, actor, { name: 'Summer' })).edition
  await changeEdition(office, actor, edition, { moment: day })
})
afterAll(() => here.end())
const instants = async () => [
  await office.store.read.one('SELECT at, until_at FROM planned_event WHERE id = $event', { event }),
  await office.store.read.one('SELECT at FROM edition WHERE id = $edition', { edition }),
]

describe('when the rules of a zone change', () => {
  it('what is planned keeps the time of day that was picked, and the journal says what moved', async () => {
    const picked = [{ at: '2026-07-01T02:00:00.000Z', until_at: '2026-07-02T20:00:00.000Z' }, { at: '2026-07-01T02:00:00.000Z' }]
    expect(await instants()).toEqual(picked)
    expect(await keepWallTimes(office)).toBe(0)
    // As if these had been worked out by rules without a summer time.
    await office.store.write(async (tx) => {
      await tx.run("UPDATE planned_event SET at = '2026-07-01T03:00:00.000Z', until_at = '2026-07-02T21:00:00.000Z' WHERE id = $event", {
        event,
      })
      await tx.run("UPDATE edition SET at = '2026-07-01T03:00:00.000Z' WHERE id = $edition", { edition })
    })
    expect(await keepWallTimes(office)).toBe(2)
    expect(await instants()).toEqual(picked)
    const told = await office.store.read.all<{ action: string }>(
      "SELECT action FROM journal WHERE action LIKE '%.rules-changed' ORDER BY seq",
    )
    expect(told.map(({ action }) => action)).toEqual(['event.rules-changed', 'edition.rules-changed'])
    expect(await keepWallTimes(office)).toBe(0)
  })
})
