import { describe, expect, it } from 'vitest'
import { fieldWords } from '../../app/components/item/fieldWords'
import { newEntry, type MenuEntry } from '../../core/menu/entries'
import { NO_REFS } from '../../core/render/text'

const ID = '00000000-0000-4000-8000-000000000001'
const entry: MenuEntry = { ...newEntry(ID, { is: 'link', href: '/fares', below: 0 }), label: 'Fares' }
const words = (...entries: MenuEntry[]) => fieldWords('menuEntries', entries, NO_REFS)

describe('a menu in words, as it is compared', () => {
  it('has a line for each entry, set in below the one that it stands under', () => {
    const under = { ...newEntry(ID, { is: 'link', href: 'https://weather.example/', below: 0 } as const), newWindow: true }
    expect(words({ ...newEntry(ID, { is: 'heading' }), label: 'Ask us', entries: [under] }, entry)).toBe(
      'Ask us · heading\n– https://weather.example/ · opens a new window\nFares · leads to /fares',
    )
  })

  it.each<[string, Partial<MenuEntry>]>([
    ['its words', { label: 'What it costs' }],
    ['where it leads', { target: { is: 'link', href: '/prices', below: 0 } }],
    ['what follows it', { target: { is: 'link', href: '/fares', below: 2 } }],
    ['its note', { note: 'Cheaper with a card' }],
    ['its icon', { icon: 'ticket' }],
    ['how it opens', { newWindow: true }],
    ['its times', { window: { from: '2027-03-05T15:00', until: null, rule: null } }],
    ['what stands below it', { entries: [entry] }],
  ])('says that %s is other', (_what, change) => {
    expect(words({ ...entry, ...change })).not.toBe(words(entry))
  })

  it('says where it stands', () => {
    expect(fieldWords('menuPlace', 'foot', NO_REFS)).toBe('In the foot')
  })
})
