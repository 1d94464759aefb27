import { describe, expect, it } from 'vitest'
import { languageChoices, languageName } from '../../core/words/languages'
import { isLanguageTag } from '../../core/words/languageTag'

describe('the languages to choose from', () => {
  it('are tags that a text can have, each once, with a name of its own', () => {
    const choices = languageChoices()
    expect(choices.filter(({ id }) => !isLanguageTag(id))).toEqual([])
    expect(new Set(choices.map(({ id }) => id)).size).toBe(choices.length)
    // Intl answers with the tag itself where it knows no name.
    expect(choices.filter(({ id, name }) => name === id)).toEqual([])
    expect(choices.length).toBeGreaterThan(180)
  })
  it('hold the one in use, whatever it is', () => {
    expect(languageChoices('en-Shaw').find(({ id }) => id === 'en-Shaw')?.name).toBe('English (Shavian)')
    expect(languageChoices('en').filter(({ id }) => id === 'en')).toHaveLength(1)
  })
  it('hold also what an item has from earlier and is no tag, as it stands', () => {
    expect(languageChoices('en-12').find(({ id }) => id === 'en-12')?.name).toBe('en-12')
  })
  it('are called as people call them', () => {
    expect(['nb', 'zh-Hant', 'pt-BR'].map(languageName)).toEqual(['Norwegian Bokmål', 'Chinese (Traditional)', 'Portuguese (Brazil)'])
  })
})
