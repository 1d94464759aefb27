import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'

const CATALOGUES = 'core/words/office'
const textsIn = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(vue|ts)$/.test(name))
    .map((name) => readFileSync(join(folder, name), 'utf8'))
const OFFICE = textsIn('app')

describe('the catalogues of the office', () => {
  it.each(readdirSync(CATALOGUES))('%s holds nothing that the office does not say', (file) => {
    const catalogue = readFileSync(join(CATALOGUES, file), 'utf8')
    const names = [...catalogue.matchAll(/^export const (\w+)/gm)].map(([, name]) => name!)
    const path = `core/words/office/${file.replace('.ts', '')}'`
    const said = OFFICE.filter((text) => text.includes(path)).join('\n')
    expect(names.length).toBeGreaterThan(0)
    expect(names.filter((name) => !new RegExp(`\\b(say|common)\\.${name}\\b|[{,] ${name}\\b`).test(said))).toEqual([])
  })

  it('say one thing under one name within a file', () => {
    for (const file of readdirSync(CATALOGUES)) {
      const sentences = [...readFileSync(join(CATALOGUES, file), 'utf8').matchAll(/^export const \w+ = ('.*'|".*")$/gm)].map(
        ([, said]) => said,
      )
      expect([file, sentences.filter((said, at) => sentences.indexOf(said) !== at)]).toEqual([file, []])
    }
  })
})
