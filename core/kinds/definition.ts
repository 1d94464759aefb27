import type { FieldName, Fields } from '../content/fields'
import type { LabelType } from './label'

/** What a kind of item can do. Whatever treats kinds otherwise asks one of these, never which kind it is. */
export const CAPABILITIES = {
  body: 'it has a body of blocks',
  tree: 'it stands below a parent, in menus and breadcrumbs',
  dated: 'readers see a day of it, and it is sorted by that',
  stream: 'it has others before and after it in time, and stands in archive and feed',
  pictured: 'a cover picture is expected of it',
  level: 'it says how urgent it is',
  profile: 'its page is of a person, and lists what they wrote',
  sorting: 'others have it as a label; its page lists them',
  turning: 'it turns on the front page',
  leading: 'it is a menu: it stands on every page, and its entries lead on',
  single: 'a site has exactly one, which never leaves it',
} as const
export type Capability = keyof typeof CAPABILITIES

/** Where readers find it: below its parent, or below a first segment, of labels one for each of their sorts. */
export type Address = { in: 'tree' } | { below: string } | { below: Record<LabelType, string> }

/** One kind of item. */
export interface KindDefinition {
  /** How one and several are spoken of. */
  one: string
  many: string
  can: readonly Capability[]
  /** `null`: it has no address of its own. */
  address: Address | null
  /** The page that lists all of them, and what the site calls it. */
  listing?: { path: string; words: 'notices' | 'allPosts' }
  /** The visible fields that it has. */
  fields: readonly FieldName[]
  /** What it calls a field otherwise. */
  fieldLabels?: Partial<Record<FieldName, string>>
  /** What a new one begins with, beside a title and a language. */
  starts: Fields
  /** The route that it takes on a new site: through a review, or without gates. */
  route: 'reviewed' | 'open'
}
