import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { changeClock, changeLanguage, clockPreview } from '../../server/services/planning/clockChange'
import { changeEdition, makeEdition } from '../../server/services/planning/editions'
import { plan, setEmbargo } from '../../server/services/planning/events'
import { keepWallTimes } from '../../server/services/planning/wallTimes'
import { createItem } from '../../server/services/writing/items'
import { foundOffice, type FoundedOffice } from '../support/office'

let here: FoundedOffice
const now = new Date('2026-03-02T09:00:00.000Z')
beforeAll(async () => void (here = await foundOffice(() => now)))
afterAll(() => here.end())

let event = ''
let daily = ''
let item = ''
beforeEach(async () => {
  const { office, founder: actor, section } = here
  const made = await createItem(office, actor, { kind: 'post', section, title: 'New winter timetable' })
  item = made.item
  event = (await plan(office, actor, item, { kind: 'put-live', draft: made.draft, date: '2026-03-10', time: '06:30' })).event
  const notice = await createItem(office, actor, { kind: 'post', section, title: 'Night boats' })
  const window = { date: '2026-03-10', time: '22:00', until: { date: '2026-03-11', time: '04:00' }, rule: 'FREQ=DAILY' }
  daily = (await plan(office, actor, notice.item, { kind: 'window', draft: notice.draft, ...window })).event
  await setEmbargo(office, actor, item, { date: '2026-03-10', time: '06:00' })
  const { edition } = await makeEdition(office, actor, { name: `Spring ${item}` })
  await changeEdition(office, actor, edition, { moment: { date: '2026-03-12', time: '06:30' } })
})

const kept = (id: string) =>
  here.office.store.read.one('SELECT at, until_at, wall_date, wall_time, zone FROM planned_event WHERE id = $id', { id })
const embargo = () => here.office.store.read.one('SELECT embargo_at FROM item WHERE id = $item', { item })
const change = async (zone: string, stays: 'hours' | 'instants') => {
  const preview = await clockPreview(here.office, here.founder, { zone, stays })
  await changeClock(here.office, here.founder, { zone, stays, mark: preview.mark })
  return preview
}

describe('the site’s clock goes by another zone', () => {
  it('with the hours kept, as it was shown before; set back, all is as it was', async () => {
    const before = [await kept(event), await kept(daily), await embargo()]
    const shown = await change('Europe/London', 'hours')
    const own = shown.moments.filter((moment) => moment.item === item)
    expect(own.map(({ what, after }) => [what, after.at])).toEqual([
      ['embargo', '2026-03-10T06:00:00.000Z'],
      ['event', '2026-03-10T06:30:00.000Z'],
    ])
    expect(await kept(event)).toMatchObject({ at: '2026-03-10T06:30:00.000Z', wall_time: '06:30', zone: 'Europe/London' })
    expect(await kept(daily)).toMatchObject({ until_at: '2026-03-11T04:00:00.000Z', zone: 'Europe/London' })
    expect(await embargo()).toEqual({ embargo_at: '2026-03-10T06:00:00.000Z' })
    expect((await here.office.site())?.zone).toBe('Europe/London')
    // The rules of the zone hold for what was set by them.
    expect(await keepWallTimes(here.office)).toBe(0)
    await change('Europe/Oslo', 'hours')
    expect([await kept(event), await kept(daily), await embargo()]).toEqual(before)
  })

  it('or with the moments kept: only a repetition goes on by the clock that it was made with', async () => {
    const { at } = (await kept(event)) as { at: string }
    const shown = await change('Europe/London', 'instants')
    expect(shown.moments.every(({ before, after }) => before.at === after.at)).toBe(true)
    expect(shown.moments.filter(({ outcome }) => outcome === 'own-clock').map(({ title }) => title)).toContain('Night boats')
    expect(await kept(event)).toMatchObject({ at, wall_time: '05:30', zone: 'Europe/London' })
    expect(await kept(daily)).toMatchObject({ wall_time: '22:00', zone: 'Europe/Oslo' })
    expect(await keepWallTimes(here.office)).toBe(0)
    await change('Europe/Oslo', 'instants')
    expect(await kept(event)).toMatchObject({ at, wall_time: '06:30', zone: 'Europe/Oslo' })
  })

  it('is refused where the plan is another than was shown, and where something would be past', async () => {
    const asked = { zone: 'Europe/London', stays: 'hours' } as const
    const { mark } = await clockPreview(here.office, here.founder, asked)
    const more = await createItem(here.office, here.founder, { kind: 'post', section: here.section, title: 'One more' })
    await plan(here.office, here.founder, more.item, { kind: 'put-live', draft: more.draft, date: '2026-03-02', time: '11:00' })
    await expect(changeClock(here.office, here.founder, { ...asked, mark })).rejects.toThrow('planned or moved meanwhile')
    const east = await clockPreview(here.office, here.founder, { zone: 'Asia/Tokyo', stays: 'hours' })
    expect(east.past).toBe(1)
    expect(east.moments[0]).toMatchObject({ title: 'One more', outcome: 'past' })
    const late = changeClock(here.office, here.founder, { zone: 'Asia/Tokyo', stays: 'hours', mark: east.mark })
    await expect(late).rejects.toThrow('would be past')
    expect((await here.office.site())?.zone).toBe('Europe/Oslo')
    await expect(clockPreview(here.office, here.founder, { zone: 'Europe/Atlantis', stays: 'hours' })).rejects.toThrow('no time zone')
  })

  it('and what is picked on the clock before is refused, not planned at another moment', async () => {
    const { office, founder, section } = here
    const { item, draft } = await createItem(office, founder, { kind: 'post', section, title: 'Picked before' })
    const picked = { kind: 'put-live', draft, date: '2026-03-10', time: '06:30' } as const
    await expect(plan(office, founder, item, { ...picked, zone: 'Europe/London' })).rejects.toThrow('goes by the clock of Europe/Oslo now')
    expect(await office.store.read.all('SELECT id FROM planned_event WHERE item_id = $item', { item })).toEqual([])
    expect(await plan(office, founder, item, { ...picked, zone: 'Europe/Oslo' })).toMatchObject({ at: '2026-03-10T05:30:00.000Z' })
  })

  it('and its words are in another language', async () => {
    await changeLanguage(here.office, here.founder, 'nb')
    expect((await here.office.site())?.language).toBe('nb')
    await expect(changeLanguage(here.office, here.founder, 'nb')).rejects.toThrow('so already')
  })
})
