import { z } from 'zod'
import { blockWindowSchema, type BlockWindow } from '../content/blockWindow'
import { hrefSchema } from '../content/inline'
import { lineSchema } from '../content/line'
import { MOST_GROUPS, type Audience } from '../members/access'
import { MENU_ICON_NAMES, type MenuIconName } from './icons'

/** Where a menu stands on every page: beside the name of the site, in the foot, or nowhere yet. */
export const MENU_PLACES = ['top', 'foot', 'none'] as const
export type MenuPlace = (typeof MENU_PLACES)[number]

/** A menu has so many entries at most, in so many levels; below a page so many levels may follow by themselves. */
export const MOST_ENTRIES = 300
export const MOST_LEVELS = 3
export const MOST_BELOW = 3

/**
 * What an entry leads to. `pages` stands for all pages at the top of the tree. `below` is how many levels of the pages below a page follow
 * by themselves.
 */
export type EntryTarget = { is: 'heading' } | { is: 'link'; href: string; below: number } | { is: 'pages'; below: number }

/** One entry of a menu, with those that are written below it. An empty label takes the one of what it leads to. */
export type MenuEntry = {
  id: string
  target: EntryTarget
  label: string
  note: string
  icon: MenuIconName | null
  newWindow: boolean
  /** Which readers see it; everyone where it is not said. */
  audience?: EntryAudience | undefined
  /** When readers see it, by the clock of the site; `null` for always. */
  window: BlockWindow | null
  entries: MenuEntry[]
}

/** Which readers see an entry: those who have not signed in, all members, or those of some groups. */
const audienceSchema = z.discriminatedUnion('who', [
  z.strictObject({ who: z.literal('strangers') }),
  z.strictObject({ who: z.literal('members') }),
  z.strictObject({ who: z.literal('groups'), groups: z.array(z.uuid()).min(1).max(MOST_GROUPS) }),
])
export type EntryAudience = z.infer<typeof audienceSchema>

const below = z.int().min(0).max(MOST_BELOW)
const targetSchema = z.discriminatedUnion('is', [
  z.strictObject({ is: z.literal('heading') }),
  z.strictObject({ is: z.literal('link'), href: hrefSchema, below }),
  z.strictObject({ is: z.literal('pages'), below }),
])

/** Entries of a level and those below: as many levels as a menu may have, so that no input is read without an end. */
const levelOf = (levels: number): z.ZodType<MenuEntry[]> =>
  levels === 0
    ? z.array(z.never()).max(0, `A menu has ${MOST_LEVELS} levels at most`)
    : z
        .array(
          z.strictObject({
            id: z.uuid(),
            target: targetSchema,
            label: lineSchema(80),
            note: lineSchema(160),
            icon: z.enum(MENU_ICON_NAMES).nullable(),
            newWindow: z.boolean(),
            audience: audienceSchema.optional(),
            window: blockWindowSchema.nullable(),
            entries: levelOf(levels - 1),
          }),
        )
        .max(MOST_ENTRIES)

/** The entries of a menu as they are kept. */
export const menuEntriesSchema = levelOf(MOST_LEVELS).superRefine((entries, context) => {
  const say = (message: string) => context.addIssue({ code: 'custom', message })
  const all = [...allEntries(entries)]
  if (all.length > MOST_ENTRIES) say(`A menu has ${MOST_ENTRIES} entries at most`)
  if (new Set(all.map(({ id }) => id)).size < all.length) say('Each entry of a menu has an id of its own')
  if (all.some(({ target, label }) => target.is === 'heading' && !label.trim())) say('A heading has words')
})

/** The entries of a menu in reading order, with those below others. */
export function* allEntries(entries: readonly MenuEntry[]): Generator<MenuEntry> {
  for (const entry of entries) {
    yield entry
    yield* allEntries(entry.entries)
  }
}

/** Whether a reader sees an entry, as far as that hangs on who they are. */
const isFor = ({ audience }: MenuEntry, { member, groups }: Audience): boolean => {
  switch (audience?.who) {
    case undefined:
      return true
    case 'strangers':
      return !member
    case 'members':
      return member
    case 'groups':
      return member && audience.groups.some((group) => groups.includes(group))
  }
}

/** The entries that a reader sees. What stands below one that they do not see is not seen either. */
export const entriesFor = (entries: readonly MenuEntry[], reader: Audience): MenuEntry[] =>
  entries.flatMap((entry) => (isFor(entry, reader) ? [{ ...entry, entries: entriesFor(entry.entries, reader) }] : []))

/** The item that an address of an entry names; `null` for an address. */
export const itemOfHref = (href: string): string | null => /^item:([0-9a-f-]{36})/.exec(href)?.[1] ?? null
/** The media file that an address of an entry names. */
export const mediaOfHref = (href: string): string | null => /^media:([0-9a-f-]{36})$/.exec(href)?.[1] ?? null

/** The addresses that a menu's entries lead to, as they are written. */
export const hrefsOf = (entries: readonly MenuEntry[]): string[] =>
  [...allEntries(entries)].flatMap(({ target }) => (target.is === 'link' ? [target.href] : []))
/** The items that a menu names. */
export const menuItems = (entries: readonly MenuEntry[]): string[] => hrefsOf(entries).flatMap((href) => itemOfHref(href) ?? [])
/** The media files that a menu leads to. */
export const menuMedia = (entries: readonly MenuEntry[]): string[] => hrefsOf(entries).flatMap((href) => mediaOfHref(href) ?? [])

/** A new entry that leads somewhere, with nothing else said of it. */
export const newEntry = (id: string, target: EntryTarget): MenuEntry => ({
  id,
  target,
  label: '',
  note: '',
  icon: null,
  newWindow: false,
  window: null,
  entries: [],
})
