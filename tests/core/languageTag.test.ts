import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { fieldsSchema } from '../../core/content/fields'
import { dateWords, monthWords } from '../../core/time/words'
import { isLanguageTag } from '../../core/words/languageTag'

/** Texts of the shape of a language tag, most of which are none. */
const tagLike = fc.stringMatching(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8}){0,3}$/)

describe('a language tag', () => {
  // RFC 5646, appendix A and §2.1: a region has two letters or three digits; a variant five signs or more, or four that begin with a digit.
  it.each(['en', 'nb', 'de-CH', 'zh-Hant-TW', 'sl-rozaj', 'de-CH-1901', 'es-419'])('%s is one', (tag) =>
    expect(isLanguageTag(tag)).toBe(true),
  )
  it.each(['', 'a', 'EN', 'en_GB', 'en-12', 'de-1', 'en-aaaa-aaaa'])('%s is none, and is refused for a text', (tag) => {
    expect(isLanguageTag(tag)).toBe(false)
    expect(fieldsSchema.safeParse({ language: tag }).success).toBe(false)
  })

  it('that is wrong does not keep a page from being shown: dates are said in English', () => {
    fc.assert(
      fc.property(fc.oneof(tagLike, fc.string()), (tag) => {
        expect(dateWords('2026-11-05', tag)).toMatch(/\S/)
        expect(monthWords('2026-11', tag)).toMatch(/\S/)
        if (!isLanguageTag(tag)) expect(dateWords('2026-11-05', tag)).toBe('5 November 2026')
      }),
      { numRuns: 500 },
    )
  })
})
