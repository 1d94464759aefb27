import { blockWindowWords } from '~~/core/content/blockWindow'
import type { EntryAudience, MenuEntry } from '~~/core/menu/entries'
import { accessInWords } from '~/composables/readersAccess'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/menus'

/** What an entry says: its own words, or those of what it leads to, which `titleOf` knows by the address that is kept. */
export function entryWords({ target, label }: MenuEntry, titleOf: (href: string) => string): string {
  if (target.is === 'pages') return say.allTopPages
  return label || (target.is === 'link' ? titleOf(target.href) : '') || common.withoutATitle
}

/** Which readers see an entry, in words. */
const seenBy = (audience: EntryAudience): string =>
  audience.who === 'strangers' ? say.forStrangers : say.forReaders(accessInWords(audience))

/** What else is said of an entry: which pages follow, and how it opens. */
export function entryFacts({ target, newWindow, audience }: MenuEntry): string[] {
  return [
    ...(target.is === 'heading' ? [say.aHeading] : target.below ? [say.levelsBelow(target.below)] : []),
    ...(newWindow ? [say.opensBeside] : []),
    ...(audience ? [seenBy(audience)] : []),
  ]
}

/** All that is said of an entry, in one line: two entries that readers could tell apart have other lines. */
function lineOf(entry: MenuEntry, titleOf: (href: string) => string): string {
  const { target, label, note, icon, window } = entry
  const facts = [
    ...(label && target.is === 'link' ? [say.leadsToTarget(titleOf(target.href))] : []),
    ...entryFacts(entry),
    ...(icon ? [say.withIcon(say.icons[icon])] : []),
    ...(note ? [say.noted(note)] : []),
    ...(window ? [blockWindowWords(window)] : []),
  ]
  return [entryWords(entry, titleOf), ...facts].join(' · ')
}

/** The entries in words, a line each, set in by their level. */
export const menuInWords = (entries: readonly MenuEntry[], titleOf: (href: string) => string, level = 0): string =>
  entries
    .flatMap((entry) => [
      `${'– '.repeat(level)}${lineOf(entry, titleOf)}`,
      ...(entry.entries.length ? [menuInWords(entry.entries, titleOf, level + 1)] : []),
    ])
    .join('\n')
