import { isLanguageTag } from '../words/languageTag'
import { z } from 'zod'
import { focusSchema } from './focus'
import { hrefSchema } from './inline'
import { lineSchema as line } from './line'
import { SUITS } from './lifetimes'
import { hasField, KINDS, type Kind } from '../kinds/kinds'
import { LABEL_TYPES } from '../kinds/label'
import { accessSchema } from '../members/access'
import { JOINING } from '../members/member'
import { menuEntriesSchema, MENU_PLACES } from '../menu/entries'
import { isOrderKey } from '../tree/order'

const many = z.array(z.uuid()).max(50)

/** A picture put in a field: the media file and what it shows; `decorative` says that no alternative text is needed. */
export const pictureSchema = z.strictObject({
  media: z.uuid(),
  alt: z.string().max(500),
  decorative: z.boolean(),
  focus: focusSchema.optional(),
})
export type PictureValue = z.infer<typeof pictureSchema>

/** Where a notice stands as a bar beside its own page. */
export const BARS = ['none', 'site', 'section'] as const
/** Whether it expires: what is temporary needs an end. */
export const LIFETIMES = ['lasting', 'temporary'] as const

/** The language of a text or a site. */
export const languageTag = z.string().refine(isLanguageTag, 'A language tag such as en or nb')

const shapes = {
  title: line(200),
  pageTitle: line(200),
  menuLabel: line(80),
  segment: line(120),
  parent: z.uuid().nullable(),
  order: z.union([z.string().refine(isOrderKey, 'A place among siblings'), z.int().min(-100_000).max(100_000)]),
  summary: z.string().max(1_000),
  cover: pictureSchema.nullable(),
  labels: many,
  seriesPart: z.int().min(1).max(10_000).nullable(),
  byline: many,
  shownDate: z.iso.date().nullable(),
  searchDescription: z.string().max(500),
  access: accessSchema.nullable(),
  inMenus: z.boolean(),
  inSitemap: z.boolean(),
  indexed: z.boolean(),
  sharingTitle: line(200),
  sharingText: z.string().max(500),
  sharingPicture: pictureSchema.nullable(),
  language: languageTag,
  commentsOpen: z.boolean(),
  labelType: z.enum(LABEL_TYPES),
  broader: z.uuid().nullable(),
  replacedBy: z.uuid().nullable(),
  noticeLevel: z.enum(['information', 'warning', 'urgent']),
  bar: z.enum(BARS),
  lifetime: z.enum(LIFETIMES),
  target: hrefSchema.or(z.literal('')),
  menuPlace: z.enum(MENU_PLACES),
  menuEntries: menuEntriesSchema,
  joining: z.enum(JOINING),
  footer: z.string().max(2_000),
  defaultCategory: z.uuid().nullable(),
  embedOrigins: z.array(z.url({ protocol: /^https?$/ }).max(200)).max(20),
} as const

/** The visible fields of an item; a field that is absent has its kind's default or is empty. */
export const fieldsSchema = z.strictObject(shapes).partial()
export type Fields = z.infer<typeof fieldsSchema>
export type FieldName = keyof Fields

export interface FieldRule {
  label: string
  /** How it is edited. */
  input:
    | 'line'
    | 'text'
    | 'segment'
    | 'item'
    | 'items'
    | 'picture'
    | 'link'
    | 'date'
    | 'switch'
    | 'number'
    | 'choice'
    | 'lines'
    | 'language'
    | 'place'
    | 'entries'
    | 'access'
  /** Length beyond which search results and menus are likely to cut it; advice, never a refusal. */
  advisedLength?: number
  /** A place with little room: an address in it is refused. */
  refusesLinks?: true
  help?: string
}

/**
 * The field registry: for each visible field its words and its input; the kinds say which they have. A reader could notice any
 * of these, so each change of one makes a version and goes the item's route. Office-only facts are in
 * {@link OFFICE_FIELDS} and do neither.
 */
export const FIELDS: Record<FieldName, FieldRule> = {
  title: { label: 'Title on the page', input: 'line', advisedLength: 90 },
  pageTitle: {
    label: 'Page title for search',
    input: 'line',
    advisedLength: 60,
    help: 'Shown as the blue line in search results. Empty: the title on the page.',
  },
  menuLabel: {
    label: 'Menu and breadcrumb label',
    input: 'line',
    advisedLength: 24,
    refusesLinks: true,
    help: 'Empty: the title on the page.',
  },
  segment: { label: 'Address segment', input: 'segment', advisedLength: 60 },
  parent: { label: 'Parent page', input: 'item' },
  order: { label: 'Place among its siblings', input: 'place' },
  summary: { label: 'Summary', input: 'text', advisedLength: 200 },
  cover: { label: 'Cover picture', input: 'picture' },
  target: { label: 'Leads to', input: 'link' },
  labels: { label: 'Labels', input: 'items' },
  seriesPart: { label: 'Number in the series', input: 'number' },
  byline: { label: 'Byline', input: 'items' },
  shownDate: { label: 'Shown date', input: 'date' },
  searchDescription: { label: 'Search description', input: 'text', advisedLength: 155 },
  access: { label: 'Who may read it', input: 'access' },
  inMenus: { label: 'In menus', input: 'switch' },
  inSitemap: { label: 'In the sitemap', input: 'switch' },
  indexed: { label: 'Search engines may list it', input: 'switch' },
  sharingTitle: { label: 'Title when shared', input: 'line', advisedLength: 70 },
  sharingText: { label: 'Text when shared', input: 'text', advisedLength: 200 },
  sharingPicture: { label: 'Picture when shared', input: 'picture' },
  language: { label: 'Language', input: 'language' },
  commentsOpen: { label: 'Readers may comment', input: 'switch' },
  labelType: { label: 'Sort of label', input: 'choice' },
  broader: { label: 'Part of the category', input: 'item', help: 'Empty: it stands by itself.' },
  replacedBy: {
    label: 'Replaced by',
    input: 'item',
    help: 'Where its address leads once nothing on the site has it.',
  },
  noticeLevel: { label: 'Level', input: 'choice' },
  bar: {
    label: 'Shown as a bar',
    input: 'choice',
    help: SUITS.bar,
  },
  lifetime: {
    label: 'How long it holds',
    input: 'choice',
    help: 'What is for a time needs an end before it goes live. Banners are meant for that.',
  },
  menuPlace: { label: 'Where it stands', input: 'choice' },
  menuEntries: { label: 'Entries', input: 'entries' },
  footer: {
    label: 'Foot of every page',
    input: 'text',
    help: SUITS.foot,
  },
  joining: {
    label: 'Who becomes a member',
    input: 'choice',
    help: 'Members are readers with an account. They sign in on the site, never here.',
  },
  defaultCategory: {
    label: 'Category of a post that has none',
    input: 'item',
    help: 'A post that is begun has it until its writer chooses another.',
  },
  embedOrigins: { label: 'Origins that may be embedded', input: 'lines' },
}

/** Facts for the office alone: changing one needs no gate and makes no version. */
export const officeFieldsSchema = z
  .strictObject({
    internalName: line(200),
    owner: z.uuid().nullable(),
    reviewBy: z.iso.date().nullable(),
    notes: z.string().max(5_000),
  })
  .partial()
export type OfficeFields = z.infer<typeof officeFieldsSchema>
export const OFFICE_FIELDS: Record<keyof OfficeFields, string> = {
  internalName: 'Internal name',
  owner: 'Owner',
  reviewBy: 'Look at it again by',
  notes: 'Notes for the office',
}

/** What a field is called in the office on an item of a kind. */
export const labelOf = (name: FieldName, kind: Kind): string => KINDS[kind].fieldLabels?.[name] ?? FIELDS[name].label

/** The fields a kind has, in registry order. */
export const fieldsOf = (kind: Kind): FieldName[] => (Object.keys(FIELDS) as FieldName[]).filter((name) => hasField(kind, name))

/** Of visible fields those that a kind has; what an item was given as another kind stays in its versions, unseen. */
export function fieldsOfKind(kind: Kind, fields: Fields): Fields {
  const own: Record<string, unknown> = {}
  for (const name in fields) if (hasField(kind, name as FieldName)) own[name] = fields[name as FieldName]
  return own
}

/** What a new item of a kind starts with. */
export const defaultFields = (kind: Kind, language: string): Fields => ({ title: '', language, ...KINDS[kind].starts })

/** Reads a field's value from untrusted input: the value (`null` takes the field away), or the rule's own sentence. */
export function readField(kind: Kind, name: string, value: unknown): { value: Fields[FieldName] } | { problem: string } {
  const rule = Object.hasOwn(FIELDS, name) ? FIELDS[name as FieldName] : undefined
  if (!rule || !hasField(kind, name as FieldName)) return { problem: `A ${kind} has no field ${name}` }
  if (value === null) return { value: undefined }
  if (rule.refusesLinks && typeof value === 'string' && /(https?:\/\/|www\.)/i.test(value))
    return { problem: `${labelOf(name as FieldName, kind)}: an address does not fit here` }
  const parsed = shapes[name as FieldName].safeParse(value)
  return parsed.success ? { value: parsed.data } : { problem: parsed.error.issues[0]!.message }
}
