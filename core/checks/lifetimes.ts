import { can } from '../kinds/kinds'
import { SUITS } from '../content/lifetimes'
import type { Check } from './check'

/** What stands at a place of the site that suits another lifetime. */
export const lifetimes: Check = {
  words: 'Places that suit how long it holds',
  find({ fields: { bar, noticeLevel, lifetime } }, { kind }) {
    const passing = lifetime === 'temporary'
    if (bar && bar !== 'none' && passing && (noticeLevel ?? 'information') === 'information')
      return [{ code: 'place-suits-lasting', detail: SUITS.bar, at: 'field:bar' }]
    if (can(kind, 'turning') && !passing) return [{ code: 'place-suits-passing', detail: SUITS.banner, at: 'field:lifetime' }]
    return []
  },
}
