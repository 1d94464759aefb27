import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  accessKey,
  accessOf,
  accessOfKey,
  audienceFor,
  audienceKey,
  isStranger,
  openKeys,
  opens,
  STRANGER,
  type Access,
  type Audience,
} from '../../core/members/access'
import { inheritedAccess } from '../../core/members/inherited'
import { entriesFor, newEntry, type EntryAudience, type MenuEntry } from '../../core/menu/entries'
import type { Fields } from '../../core/content/fields'
import type { Kind } from '../../core/kinds/kinds'

const [HOLDERS, PUPILS, PRESS] = [
  '0198a000-0000-7000-8000-00000000000a',
  '0198a000-0000-7000-8000-00000000000b',
  '0198a000-0000-7000-8000-00000000000c',
] as const
const groups = fc.subarray([HOLDERS, PUPILS] as string[])
const access: fc.Arbitrary<Access> = fc.oneof(
  fc.constant<Access>({ who: 'everyone' }),
  fc.constant<Access>({ who: 'members' }),
  fc.constant<Access>({ who: 'password', password: PRESS }),
  fc.subarray([HOLDERS, PUPILS] as string[], { minLength: 1 }).map((ids): Access => ({ who: 'groups', groups: ids })),
)
const audience: fc.Arbitrary<Audience> = fc.record({ member: fc.boolean(), groups, passwords: fc.subarray([PRESS] as string[]) })

describe('who may read', () => {
  const readers = {
    stranger: STRANGER,
    member: { ...STRANGER, member: true },
    holder: { member: true, groups: [HOLDERS], passwords: [] },
    press: { ...STRANGER, passwords: [PRESS] },
    'holder who lost the account': { ...STRANGER, groups: [HOLDERS] },
  }
  it.each<[Access, string[]]>([
    [{ who: 'everyone' }, ['stranger', 'member', 'holder', 'press', 'holder who lost the account']],
    [{ who: 'members' }, ['member', 'holder']],
    [{ who: 'groups', groups: [HOLDERS] }, ['holder']],
    [{ who: 'groups', groups: [PUPILS, HOLDERS] }, ['holder']],
    [{ who: 'groups', groups: [PUPILS] }, []],
    [{ who: 'password', password: PRESS }, ['press']],
    [{ who: 'password', password: HOLDERS }, []],
  ])('%o is open to %j', (what, whom) => {
    expect(Object.entries(readers).flatMap(([name, reader]) => (opens(what, reader) ? name : []))).toEqual(whom)
  })
  it('is open to the reader that it is looked at as, and to no stranger unless to everyone', () => {
    fc.assert(
      fc.property(access, (what) => {
        expect(opens(what, audienceFor(what))).toBe(true)
        expect(opens(what, STRANGER)).toBe(what.who === 'everyone')
      }),
    )
  })
  it('never loses by having more', () => {
    fc.assert(
      fc.property(access, audience, audience, (what, one, other) => {
        const both = {
          member: one.member || other.member,
          groups: [...new Set([...one.groups, ...other.groups])],
          passwords: [...new Set([...one.passwords, ...other.passwords])],
        }
        if (opens(what, one)) expect(opens(what, both)).toBe(true)
      }),
    )
  })
  it('is told apart by its key alone, and read back from it', () => {
    fc.assert(
      fc.property(access, access, audience, (one, other, reader) => {
        expect(opens(accessOfKey(accessKey(one)), reader)).toBe(opens(one, reader))
        if (accessKey(one) === accessKey(other)) expect(opens(one, reader)).toBe(opens(other, reader))
        expect(openKeys([accessKey(one)], reader)).toEqual(opens(one, reader) ? [accessKey(one)] : [])
      }),
    )
    expect(() => accessOfKey('someone')).toThrow()
    expect(() => accessOfKey('groups:')).toThrow()
  })
  it('is the same for readers whose key is the same', () => {
    fc.assert(
      fc.property(access, audience, audience, (what, one, other) => {
        if (audienceKey(one) === audienceKey(other)) expect(opens(what, one)).toBe(opens(what, other))
        if (isStranger(one)) expect(opens(what, one)).toBe(opens(what, STRANGER))
      }),
    )
    expect(audienceKey({ member: true, groups: [PUPILS, HOLDERS], passwords: [] })).toBe(
      audienceKey({ member: true, groups: [HOLDERS, PUPILS], passwords: [] }),
    )
  })
})

describe('access from the pages above', () => {
  const entry = (kind: Kind, fields: Fields) => ({ kind, fields })
  it('is that of the nearest page that says it, and everyone’s where none does', () => {
    const entries = new Map([
      ['top', entry('page', { access: { who: 'members' } })],
      ['below', entry('page', { parent: 'top' })],
      ['open', entry('page', { parent: 'below', access: { who: 'everyone' } })],
      ['deep', entry('page', { parent: 'open' })],
    ])
    const of = (item: string) => accessOf(entries.get(item)!, (id) => entries.get(id) ?? null).who
    expect([...entries.keys()].map(of)).toEqual(['members', 'members', 'everyone', 'everyone'])
    // What is not in the tree stands below nothing, whatever an earlier kind of it left behind.
    expect(accessOf(entry('post', { parent: 'top' }), (id) => entries.get(id) ?? null)).toEqual({ who: 'everyone' })
    expect(accessOf(entry('page', { parent: 'gone' }), () => null)).toEqual({ who: 'everyone' })
  })
  it('ends in a loop', () => {
    const loop = new Map([
      ['a', entry('page', { parent: 'b' })],
      ['b', entry('page', { parent: 'a' })],
    ])
    expect(accessOf(loop.get('a')!, (id) => loop.get(id) ?? null)).toEqual({ who: 'everyone' })
    expect(
      inheritedAccess(
        new Map([
          ['a', { id: 'a', parent: 'b', own: null }],
          ['b', { id: 'b', parent: 'a', own: null }],
        ]),
      ).get('a'),
    ).toBeNull()
  })
  it('is the same for one page and for a whole tree, in whatever order', () => {
    const tree = fc.array(fc.record({ parent: fc.nat(), own: fc.option(access, { freq: 3 }) }), { minLength: 1, maxLength: 25 })
    fc.assert(
      fc.property(tree, fc.boolean(), (rows, backwards) => {
        const pages = rows.map(({ parent, own }, at) => ({
          id: String(at),
          parent: at && parent % (at + 1) ? String((parent % (at + 1)) - 1) : null,
          own,
        }))
        const entries = new Map(
          pages.map(({ id, parent, own }) => [
            id,
            entry('page', { ...(parent === null ? {} : { parent }), ...(own ? { access: own } : {}) }),
          ]),
        )
        const said = pages.map(({ id, parent, own }) => [id, { id, parent, own: own && accessKey(own) }] as const)
        const inherited = inheritedAccess(new Map(backwards ? said.toReversed() : said))
        for (const { id } of pages) {
          const one = accessOf(entries.get(id)!, (above) => entries.get(above) ?? null)
          expect(inherited.get(id)).toBe(one.who === 'everyone' ? null : accessKey(one))
        }
      }),
    )
  })
})

describe('the entries of a menu', () => {
  const seen = (label: string, audience?: EntryAudience, entries: MenuEntry[] = []): MenuEntry => ({
    ...newEntry(label, { is: 'heading' }),
    label,
    audience,
    entries,
  })
  const labels = (entries: readonly MenuEntry[]): string[] => entries.flatMap(({ label, entries: under }) => [label, ...labels(under)])
  it('are seen by those whom they are for, with all below them', () => {
    const menu = [
      seen('all', undefined, [seen('within', { who: 'members' })]),
      seen('new', { who: 'strangers' }),
      seen('held', { who: 'groups', groups: [HOLDERS] }, [seen('below')]),
    ]
    const of = (reader: Audience) => labels(entriesFor(menu, reader))
    expect(of(STRANGER)).toEqual(['all', 'new'])
    expect(of({ ...STRANGER, passwords: [PRESS] })).toEqual(['all', 'new'])
    expect(of({ ...STRANGER, member: true })).toEqual(['all', 'within'])
    expect(of({ member: true, groups: [HOLDERS], passwords: [] })).toEqual(['all', 'within', 'held', 'below'])
  })
})
