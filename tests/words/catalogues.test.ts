import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'

const CATALOGUES = 'core/words/office'
const textsIn = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(vue|ts)$/.test(name))
    .map((name) => readFileSync(join(folder, name), 'utf8'))
const OFFICE = textsIn('app')
/** The sentences of a catalogue that the office says: by the name that a file imports it under, or each by its own. */
function saidOf(file: string): Set<string> {
  const said = new Set<string>()
  const imports = new RegExp(`import (?:\\* as (\\w+)|\\{([^}]*)\\}) from '~~/core/words/office/${file.replace('.ts', '')}'`, 'g')
  for (const text of OFFICE)
    for (const [, alias, names] of text.matchAll(imports)) {
      for (const name of names?.split(',') ?? []) said.add(name.trim())
      if (alias) for (const [, name] of text.matchAll(new RegExp(`\\b${alias}\\.(\\w+)`, 'g'))) said.add(name!)
    }
  return said
}

describe('the catalogues of the office', () => {
  it.each(readdirSync(CATALOGUES))('%s holds nothing that the office does not say', (file) => {
    const catalogue = readFileSync(join(CATALOGUES, file), 'utf8')
    const names = [...catalogue.matchAll(/^export const (\w+)/gm)].map(([, name]) => name!)
    expect(names.length).toBeGreaterThan(0)
    const said = saidOf(file)
    expect(names.filter((name) => !said.has(name))).toEqual([])
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
