import type { MenuEntry } from '~~/core/menu/entries'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/menus'

/** What an entry says: its own words, or those of what it leads to, which `titleOf` knows by the address that is kept. */
export function entryWords({ target, label }: MenuEntry, titleOf: (href: string) => string): string {
  if (target.is === 'pages') return say.allTopPages
  return label || (target.is === 'link' ? titleOf(target.href) : '') || common.withoutATitle
}

/** What else is said of an entry: which pages follow, and how it opens. */
export function entryFacts({ target, newWindow }: MenuEntry): string[] {
  return [
    ...(target.is === 'heading' ? [say.aHeading] : target.below ? [say.levelsBelow(target.below)] : []),
    ...(newWindow ? [say.opensBeside] : []),
  ]
}

/** The entries in words, a line each, set in by their level. */
export const menuInWords = (entries: readonly MenuEntry[], titleOf: (href: string) => string, level = 0): string =>
  entries
    .flatMap((entry) => {
      const [words, own] = [entryWords(entry, titleOf), entry.label ? titleOfTarget(entry, titleOf) : '']
      const line = `${'– '.repeat(level)}${words}${own && own !== words ? ` → ${own}` : ''}${[...entryFacts(entry), entry.note]
        .filter(Boolean)
        .map((fact) => ` · ${fact}`)
        .join('')}`
      return [line, menuInWords(entry.entries, titleOf, level + 1)].filter(Boolean)
    })
    .join('\n')

const titleOfTarget = ({ target }: MenuEntry, titleOf: (href: string) => string): string =>
  target.is === 'link' ? titleOf(target.href) : ''
