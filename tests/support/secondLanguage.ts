import type { Plugin } from 'vite'

/** How a sentence of the second language is told from one of the first. */
export const MARKS = ['⟦', '⟧'] as const

/**
 * Gives the office a second language, for tests: each sentence of its catalogues (`core/words/office`) stands in marks. What is shown
 * without them is not in a catalogue.
 */
export const secondLanguage = (): Plugin => ({
  name: 'second-language',
  enforce: 'pre',
  transform(code, id) {
    if (!/\/core\/words\/office\/\w+\.ts$/.test(id)) return
    const names = [...code.matchAll(/^export const (\w+)/gm)].map(([, name]) => name!)
    const english = code.replace(/^export const (\w+)/gm, 'const $1__english')
    const marked = `const marked = (words) => typeof words === 'function' ? (...given) => '${MARKS[0]}' + words(...given) + '${MARKS[1]}' : '${MARKS[0]}' + words + '${MARKS[1]}'`
    return [english, marked, ...names.map((name) => `export const ${name} = marked(${name}__english)`)].join('\n')
  },
})
