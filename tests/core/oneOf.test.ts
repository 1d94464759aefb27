import { expect, it } from 'vitest'
import { oneOf } from '../../core/words/oneOf'

it.each([
  [[], ''],
  [['Publisher'], 'a Publisher'],
  [['Editor', 'Writer'], 'an Editor or a Writer'],
  [['Publisher', 'Editor', 'Writer'], 'a Publisher, an Editor or a Writer'],
])('one of %j is said as “%s”', (names, said) => expect(oneOf(names)).toBe(said))
