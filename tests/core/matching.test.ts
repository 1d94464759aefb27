import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { matchingEntries } from '../../core/words/matching'

const COMMANDS = [
  { name: 'Today', also: 'home' },
  { name: 'History', also: 'roll back earlier versions restore' },
  { name: 'Add a colleague', also: 'invite person' },
  { name: 'The bin', also: 'deleted removed' },
  { name: 'Start a banner' },
  { name: 'Åre' },
]
const names = (typed: string) => matchingEntries(COMMANDS, typed).map(({ name }) => name)

describe('what typed words mean', () => {
  it.each([
    ['invite', ['Add a colleague']],
    ['roll back', ['History']],
    ['back roll', ['History']],
    ['bin', ['The bin']],
    ['ADD COLL', ['Add a colleague']],
    ['are', ['Åre']],
    ['hist', ['History']],
    ['ban', ['Start a banner']],
    ['anner', []],
    ['roll forward', []],
  ])('%s', (typed, found) => expect(names(typed)).toEqual(found))

  it('puts what is called so before what has it among its other words', () => {
    const entries = [{ name: 'Content', also: 'pages' }, { name: 'All pages' }, { name: 'Pages' }]
    expect(matchingEntries(entries, 'pages').map(({ name }) => name)).toEqual(['Pages', 'All pages', 'Content'])
  })

  it('leaves all in their order without a word, and never finds what has none of the words', () => {
    expect(names('')).toEqual(COMMANDS.map(({ name }) => name))
    expect(names('  ')).toHaveLength(COMMANDS.length)
    fc.assert(
      fc.property(fc.string({ maxLength: 12 }), (typed) => {
        const found = matchingEntries(COMMANDS, typed)
        expect(new Set(found).size).toBe(found.length)
        for (const entry of found) expect(COMMANDS).toContain(entry)
        // More words mean fewer things.
        for (const entry of matchingEntries(COMMANDS, `${typed} zzz`)) expect(typed.match(/[\p{L}\p{N}]/u) ? [] : COMMANDS).toContain(entry)
      }),
    )
  })
})
