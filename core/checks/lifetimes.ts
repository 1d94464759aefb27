import { can } from '../kinds/kinds'
import { reason } from '../words/ruleReasons'
import type { Check } from './check'

/** What stands at a place of the site that suits another lifetime. */
export const lifetimes: Check = {
  words: 'Places that suit how long it holds',
  find({ fields: { bar, noticeLevel, lifetime } }, { kind }) {
    const passing = lifetime === 'temporary'
    if (bar && bar !== 'none' && passing && (noticeLevel ?? 'information') === 'information')
      return [reason('place-suits-lasting', { at: 'field:bar' })]
    if (can(kind, 'turning') && !passing) return [reason('place-suits-passing', { at: 'field:lifetime' })]
    return []
  },
}
