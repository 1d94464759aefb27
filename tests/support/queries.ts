import fc from 'fast-check'
import { CHOICES, COUNTED, DATED, NAMED, PARTS, TEXT_PLACES, type Amount, type ChoiceField, type Query } from '../../core/query/query'

const WORDS = ['summer', 'Sum', 'fares', 'boat', 'årdal', 'Ardal', 'x1', 'quay', 'winter']
export const NAMES = [
  'Fares',
  'Service notices',
  'Night boats',
  'Wen Zhao',
  'Winter season',
  'Boats',
  'Legal',
  'Spring',
  'en',
  'nb',
  'nobody',
  'none',
]
const SPANS = ['2026-11', '2026-W45', 'today', 'last-7-days', 'next-14-days', '2026-11-03..', '..2026-11-03', '2025']
const AMOUNTS: Amount[] = [
  { from: 40, to: null },
  { from: null, to: 40 },
  { from: 10, to: 90 },
  { from: 0, to: 0 },
  { from: null, to: -1 },
]
const place = fc.constantFrom(...TEXT_PLACES)

const choice = fc
  .constantFrom<ChoiceField>('kind', 'site', 'draft', 'in')
  .chain((field) =>
    fc
      .uniqueArray(fc.constantFrom<string>(...CHOICES[field]), { minLength: 1, maxLength: 3 })
      .map((values): Query => ({ is: 'choice', field, values })),
  )
const leaf = fc.oneof<fc.Arbitrary<Query>[]>(
  choice,
  fc.record({
    is: fc.constant('named' as const),
    field: fc.constantFrom(...NAMED),
    values: fc.uniqueArray(fc.constantFrom(...NAMES), { minLength: 1, maxLength: 2 }),
  }),
  fc.record({ is: fc.constant('dated' as const), field: fc.constantFrom(...DATED), span: fc.constantFrom(...SPANS) }),
  fc.record({ is: fc.constant('counted' as const), field: fc.constantFrom(...COUNTED), amount: fc.constantFrom(...AMOUNTS) }),
  fc.record({ is: fc.constantFrom('has' as const, 'lacks' as const), part: fc.constantFrom(...PARTS) }),
  fc.record({ is: fc.constant('word' as const), in: place, text: fc.constantFrom(...WORDS) }),
  fc.record({ is: fc.constant('phrase' as const), in: place, text: fc.constantFrom('summer fares', 'boat', 'Årdal', 'the quay of') }),
)

/** Parts that are not under the same operator: as the reader of queries makes them. */
const flat = (is: 'and' | 'or', parts: Query[]): Query => {
  const own = parts.flatMap((part) => (part.is === is ? part.parts : part))
  return own.length === 1 ? own[0]! : { is, parts: own }
}

/** Queries of any shape, over few words, so that they meet. */
export const queries: fc.Arbitrary<Query> = fc.letrec<{ query: Query }>((tie) => ({
  query: fc.oneof(
    { maxDepth: 4, withCrossShrink: true },
    leaf,
    fc.array(tie('query'), { minLength: 2, maxLength: 3 }).map((parts) => flat('and', parts)),
    fc.array(tie('query'), { minLength: 2, maxLength: 3 }).map((parts) => flat('or', parts)),
    tie('query').map((part): Query => ({ is: 'not', part })),
  ),
})).query
