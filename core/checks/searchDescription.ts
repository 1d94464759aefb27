import { reason } from '../words/ruleReasons'
import { hasField } from '../kinds/kinds'
import type { Check } from './check'

/** A page that search engines describe by words of their choosing. */
export const searchDescription: Check = {
  words: 'Search description',
  find: ({ fields }, { kind }) =>
    !hasField(kind, 'searchDescription') || fields.indexed === false || fields.searchDescription?.trim()
      ? []
      : [reason('search-description-missing', { at: 'field:searchDescription' })],
}
