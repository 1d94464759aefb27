import type { FieldName } from '../content/fields'
import { author } from './author'
import { banner } from './banner'
import type { Capability, KindDefinition } from './definition'
import { label } from './label'
import { menu } from './menu'
import { notice } from './notice'
import { page } from './page'
import { post } from './post'
import { settings } from './settings'

/** The names of the kinds of item. All that readers can notice is a version of one of these. */
export const KIND_NAMES = ['page', 'post', 'notice', 'banner', 'label', 'author', 'menu', 'settings'] as const
export type Kind = (typeof KIND_NAMES)[number]

/** Each kind, by its name. */
export const KINDS: Record<Kind, KindDefinition> = { page, post, notice, banner, label, author, menu, settings }

/** What an item of a kind may become: kinds that are written alike, so that nothing of it is lost. */
export const MAY_BECOME: Partial<Record<Kind, Kind>> = { page: 'post', post: 'page' }

/** Whether a kind can do something. */
export const can = (kind: Kind, capability: Capability): boolean => KINDS[kind].can.includes(capability)

/** The kinds that can do something. */
export const kindsThat = (capability: Capability): Kind[] => KIND_NAMES.filter((kind) => can(kind, capability))

/** Whether items of a kind have a page of their own at their address; that of a label is a listing. */
export const hasPage = (kind: Kind): boolean => KINDS[kind].address !== null && !can(kind, 'sorting')

/** Whether a kind has a visible field. */
export const hasField = (kind: Kind, field: FieldName): boolean => KINDS[kind].fields.includes(field)

/** The kinds that someone may begin, those of every day first. */
export const KINDS_TO_START: Kind[] = [...kindsThat('stream'), ...KIND_NAMES.filter((kind) => !can(kind, 'stream') && !can(kind, 'single'))]

/** How an item is filed: its section, and the kind that it is. */
export interface Filing {
  section: string
  kind: Kind
}
