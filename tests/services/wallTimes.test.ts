import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { actorFrom, type Actor } from '../../server/services/access'
import { changeEdition, makeEdition } from '../../server/services/editions'
import { plan } from '../../server/services/events'
import { createItem } from '../../server/services/items'
import { openOffice, type Office } from '../../server/services/office'
import { sections } from '../../server/services/sections'
import { firstStart } from '../../server/services/sites'
import { keepWallTimes } from '../../server/services/wallTimes'
import { personById } from '../../server/store/people'

const folder = mkdtempSync(join(tmpdir(), 'yieldgate-wall-'))
let office: Office
let actor: Actor
let event = ''
let edition = ''
beforeAll(async () => {
  office = await openOffice(folder, { now: () => new Date('2026-03-02T09:00:00.000Z') })
  const maren = await firstStart(office, {
    siteName: 'Larkholm Ferries',
    zone: 'Europe/Oslo',
    language: 'en',
    name: 'Maren Ostby',
    email: 'maren@larkholm.example',
    password: 'quiet mornings at sea',
  })
  await office.settle()
  actor = actorFrom((await personById(office.store.read, maren))!, await office.rights())
  const section = (await sections(office))[0]!.id
  const { item, draft } = await createItem(office, actor, { kind: 'post', section, title: 'At four' })
  const day = { date: '2026-07-01', time: '04:00' }
  event = (await plan(office, actor, item, { kind: 'window', draft, ...day, until: { date: '2026-07-02', time: '22:00' } })).event
  edition = (await makeEdition(office, actor, { name: 'Summer' })).edition
  await changeEdition(office, actor, edition, { moment: day })
})
afterAll(async () => {
  await office.close()
  rmSync(folder, { recursive: true, force: true })
})
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
