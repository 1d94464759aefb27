import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { describe, expect, it } from 'vitest'

const documents = ['README.md', 'CONTRIBUTING.md', 'CHANGELOG.md', ...readdirSync('docs').map((name) => join('docs', name))]
  .concat(readdirSync('docs/decisions').map((name) => join('docs/decisions', name)))
  .filter((name) => name.endsWith('.md'))

describe('the documents', () => {
  it.each(documents)('%s leads only to what is there', (document) => {
    const text = readFileSync(document, 'utf8')
    const links = [...text.matchAll(/\]\(([^)#:]+)(#[^)]*)?\)/g)].map(([, to]) => join(dirname(document), to!))
    // Files that are named in code style, by their whole paths.
    const named = [...text.matchAll(/`((?:core|server|app|tests|docs|scripts|demo|bench)\/[\w./[\]-]+\.(?:ts|vue|mjs|md|spec\.ts))`/g)].map(
      ([, path]) => path!,
    )
    expect([...links, ...named].filter((path) => !existsSync(path))).toEqual([])
  })
})
