import { newEntry, type MenuEntry } from '../core/menu/entries'
import { entriesAt, standingEntries, type ShownMenu } from '../core/menu/standing'
import { renderMenus } from '../core/render/menus'
import { timeOf, type Row } from './report'

const TOPS = 12
const BELOW = 24
const [ZONE, NOW] = ['Europe/Oslo', '2027-03-06T12:00:00.000Z']

/** What a menu of 300 entries, one in ten with times of its own, adds to a page that is not stored; which entries stand now is known from the page before. */
export function measure(): Promise<Row[]> {
  let count = 0
  const entry = (entries: MenuEntry[]): MenuEntry => ({
    ...newEntry(`e${count}`, { is: 'link', href: `item:00000000-0000-4000-8000-${String(count).padStart(12, '0')}`, below: 0 }),
    note: 'A few words',
    icon: 'ship',
    window: count++ % 10 ? null : { from: '2027-03-01T08:00', until: '2027-04-01T08:00', rule: null },
    entries,
  })
  const entries = Array.from({ length: TOPS }, () => entry(Array.from({ length: BELOW }, () => entry([]))))
  const site = {
    item: (id: string) => ({ label: `Page ${id}`, path: `/pages/${Number(id.slice(-12))}` }),
    below: () => [],
    media: () => undefined,
  }
  const menu: ShownMenu = {
    item: 'menu',
    title: 'Main',
    language: 'en',
    place: 'top',
    entries: entriesAt(standingEntries(entries, site).shown, ZONE, NOW),
  }
  const made = timeOf(() => renderMenus([menu], 'top', { here: '/pages/7', language: 'en' }))
  const bare = timeOf(() => JSON.stringify(menu))
  return Promise.resolve([
    {
      what: `A menu of ${count} entries in a page that is made anew`,
      ours: `${made.toFixed(3)} ms`,
      reference: `${bare.toFixed(3)} ms for the same as JSON`,
      ratio: made / bare,
      budget: 'under 1 ms',
      met: made < 1,
    },
  ])
}
