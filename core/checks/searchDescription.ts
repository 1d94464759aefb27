import { hasField } from '../kinds/kinds'
import type { Check } from './check'

/** A page that search engines describe by words of their choosing. */
export const searchDescription: Check = {
  words: 'Search description',
  find: ({ fields }, { kind }) =>
    !hasField(kind, 'searchDescription') || fields.indexed === false || fields.searchDescription?.trim()
      ? []
      : [{ code: 'search-description-missing', detail: 'It has no search description', at: 'field:searchDescription' }],
}
