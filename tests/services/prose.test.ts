import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { docToList, docToText, listToDoc, textToDoc } from '../../app/editor/prose'
import { anyText } from '../support/content'
import { PEOPLE, emailOf, DEMO_PASSWORD } from '../../demo/people'
import * as accounts from '../../scripts/accounts.mjs'
import { passwordProblems } from '../../server/services/people/passwords'
import { waitAfter } from '../../server/services/people/guessing'

describe('the editor’s documents', () => {
  it('give back the rich text they were made of', () => {
    fc.assert(
      fc.property(anyText, (text) => {
        expect(docToText(textToDoc(text))).toEqual(text)
      }),
    )
  })
  it('give back nested lists', () => {
    fc.assert(
      fc.property(anyText, anyText, fc.boolean(), (a, b, ordered) => {
        const entries = [{ text: a, entries: [{ text: b }, { text: a, entries: [{ text: b }] }] }, { text: b }]
        expect(docToList(listToDoc(entries, ordered))).toEqual({ entries, ordered })
      }),
    )
  })
  it('join what is pasted as several paragraphs by line ends', () => {
    expect(
      docToText({
        type: 'doc',
        content: [
          { type: 'paragraph', content: [{ type: 'text', text: 'a' }] },
          { type: 'paragraph', content: [{ type: 'text', text: 'b' }] },
        ],
      }),
    ).toEqual([{ text: 'a\nb' }])
  })
})

describe('the demo’s accounts', () => {
  it('are printed as they are seeded', () => {
    expect(accounts.PEOPLE.map((person: { name: string }) => person.name)).toEqual(PEOPLE.map((person) => person.name))
    expect(accounts.DEMO_PASSWORD).toBe(DEMO_PASSWORD)
    for (const person of PEOPLE) expect(accounts.emailOf(person.name)).toBe(emailOf(person.name))
  })
})

describe('passwords (NIST SP 800-63B-4 §3.1.1.2: length and blocklist, no composition rules)', () => {
  const own = ['Maren Ostby', 'maren@larkholm.example', 'Larkholm Ferries']
  it.each([
    ['short', 'password-short'],
    ['elevenchars', 'password-short'],
    ['x'.repeat(201), 'password-long'],
    ['123456789012', 'password-common'],
    ['abcdefghijklmnop', 'password-common'],
    ['aaaaaaaaaaaaaaaa', 'password-common'],
    ['qwertyuiop123', 'password-common'],
    ['2026password!!', 'password-common'],
    ['!!sunshine1999', 'password-common'],
    ['asdfghjkl;zxcvb', 'password-common'],
    ['1qaz2wsx3edc4rfv', 'password-common'],
    ['poiuytrewq0987', 'password-common'],
    ['123456123456789', 'password-common'],
    ['09876543210987', 'password-common'],
    ['abcabcabcabcabc', 'password-common'],
    ['marenostby12', 'password-own-words'],
    ['larkholmferries1', 'password-own-words'],
  ])('refuses %j', (password, code) => expect(passwordProblems(password, own)[0]?.code).toBe(code))
  it.each([DEMO_PASSWORD, 'the boat leaves at six', 'Ærlig talt en båt til', 'tr0ub4dor&3xyzq', 'maren likes quiet mornings'])(
    'takes %j',
    (password) => expect(passwordProblems(password, own)).toEqual([]),
  )
  it('makes a guesser wait: five tries free, then doubling to a quarter of an hour', () => {
    expect([0, 4, 5, 6, 7, 20, 500].map(waitAfter)).toEqual([0, 0, 5, 10, 20, 900, 900])
  })
})
