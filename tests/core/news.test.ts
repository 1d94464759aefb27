import { describe, expect, it } from 'vitest'
import { digestText, NEWS_KINDS, newsWords, type News } from '../../core/flow/news'

const news = (change: Partial<News>): News => ({
  kind: 'waits',
  at: '2026-03-02T09:00:00.000Z',
  title: 'Cars and vans',
  gate: 'Legal',
  by: 'Noor Haddad',
  note: '',
  ...change,
})

describe('what one is told', () => {
  it.each([
    ['waits', 'Please', '“Cars and vans” waits for you at “Legal”: “Please”'],
    ['handed', 'You know boats', 'Noor Haddad handed you “Cars and vans” at “Legal”: “You know boats”'],
    ['returned', 'Say more', '“Cars and vans” came back from Noor Haddad: “Say more”'],
    ['cleared', '', '“Cars and vans” is through all its gates'],
    ['reminder', 'It goes at noon', 'Noor Haddad asks you to clear “Cars and vans” soon at “Legal”: “It goes at noon”'],
    ['late', '', '“Cars and vans” is late at “Legal”'],
    ['held', 'Its parent page is not on the site', '“Cars and vans” was held at its time: “Its parent page is not on the site”'],
    ['look-after', 'Storm', '“Cars and vans” went live past its gates; look at it: “Storm”'],
    ['taken-back', '', '“Cars and vans” was taken back from the site; its draft is with you'],
  ] as const)('of %s', (kind, note, words) => expect(newsWords(news({ kind, note }))).toBe(words))
  it('of a deadline, which nobody asks for', () =>
    expect(newsWords(news({ kind: 'reminder', by: null }))).toBe('“Cars and vans” should be cleared soon at “Legal”'))
  it('says something of every kind, also of an item without a title, by nobody, at no gate', () => {
    for (const kind of NEWS_KINDS) {
      const words = newsWords(
        news({ kind, title: '', by: null, gate: null, note: kind === 'deputy' || kind === 'rights' ? 'Said in whole' : '' }),
      )
      expect(words).not.toBe('')
      expect(words).not.toMatch(/undefined|null| {2}/)
    }
  })
  it('is one mail of several lines, each with the way to its item', () => {
    const text = digestText(
      [
        { ...news({ note: 'Please' }), item: 'abc' },
        { ...news({ kind: 'deputy', note: 'You stand in for Noor' }), item: null },
      ],
      'https://x.example',
    )
    expect(text).toBe(
      [
        '- “Cars and vans” waits for you at “Legal”: “Please”',
        '  https://x.example/office/items/abc',
        '- You stand in for Noor',
        '',
        'How you are written to: https://x.example/office/me',
        '',
      ].join('\n'),
    )
  })
})
