import { z } from 'zod'
import { focusSchema } from './focus'
import { hrefSchema } from './inline'
import { lineSchema as line } from './line'
import { SUITS } from './lifetimes'
import { KIND_WORDS, KINDS, LABEL_TYPES, type Kind } from './kinds'

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
/** Whether what is said is to go again by itself. */
export const LIFETIMES = ['lasting', 'temporary'] as const

const shapes = {
  title: line(200),
  pageTitle: line(200),
  menuLabel: line(80),
  segment: line(120),
  parent: z.uuid().nullable(),
  order: z.int().min(-100_000).max(100_000),
  summary: z.string().max(1_000),
  cover: pictureSchema.nullable(),
  labels: many,
  seriesPart: z.int().min(1).max(10_000).nullable(),
  byline: many,
  shownDate: z.iso.date().nullable(),
  searchDescription: z.string().max(500),
  inMenus: z.boolean(),
  inSitemap: z.boolean(),
  indexed: z.boolean(),
  sharingTitle: line(200),
  sharingText: z.string().max(500),
  sharingPicture: pictureSchema.nullable(),
  language: z.string().regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'A language tag such as en or nb'),
  commentsOpen: z.boolean(),
  labelType: z.enum(LABEL_TYPES),
  broader: z.uuid().nullable(),
  replacedBy: z.uuid().nullable(),
  noticeLevel: z.enum(['information', 'warning', 'urgent']),
  bar: z.enum(BARS),
  lifetime: z.enum(LIFETIMES),
  target: hrefSchema.or(z.literal('')),
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
  /** What it is called where a kind calls it otherwise. */
  labels?: Partial<Record<Kind, string>>
  /** How it is edited. */
  input: 'line' | 'text' | 'segment' | 'item' | 'items' | 'picture' | 'link' | 'date' | 'switch' | 'number' | 'choice' | 'lines'
  kinds: readonly Kind[]
  /** Length beyond which search results and menus are likely to cut it; advice, never a refusal. */
  advisedLength?: number
  /** A place with little room: an address in it is refused. */
  refusesLinks?: true
  help?: string
}

const ADDRESSED: Kind[] = ['page', 'post', 'notice', 'label', 'author']
const BODIES: Kind[] = ['page', 'post', 'notice', 'author']

/**
 * The field registry: for each visible field its words, its input and the kinds that have it. A reader could notice any
 * of these, so each change of one makes a version and goes the item's route. Office-only facts are in
 * {@link OFFICE_FIELDS} and do neither.
 */
export const FIELDS: Record<FieldName, FieldRule> = {
  title: { label: 'Title on the page', labels: { banner: 'Words on the banner' }, input: 'line', kinds: KINDS, advisedLength: 90 },
  pageTitle: {
    label: 'Page title for search',
    input: 'line',
    kinds: ADDRESSED,
    advisedLength: 60,
    help: 'Shown as the blue line in search results. Empty: the title on the page.',
  },
  menuLabel: {
    label: 'Menu and breadcrumb label',
    input: 'line',
    kinds: ['page'],
    advisedLength: 24,
    refusesLinks: true,
    help: 'Empty: the title on the page.',
  },
  segment: { label: 'Address segment', input: 'segment', kinds: ADDRESSED, advisedLength: 60 },
  parent: { label: 'Parent page', input: 'item', kinds: ['page'] },
  order: {
    label: 'Order among its siblings',
    labels: { banner: 'Order among the banners' },
    input: 'number',
    kinds: ['page', 'label', 'banner'],
  },
  summary: { label: 'Summary', labels: { banner: 'A few words more' }, input: 'text', kinds: KINDS, advisedLength: 200 },
  cover: { label: 'Cover picture', labels: { banner: 'Picture' }, input: 'picture', kinds: ['page', 'post', 'author', 'banner'] },
  target: { label: 'Leads to', input: 'link', kinds: ['banner'] },
  labels: { label: 'Labels', input: 'items', kinds: ['page', 'post', 'notice'] },
  seriesPart: { label: 'Part in its series', input: 'number', kinds: ['post'] },
  byline: { label: 'Byline', input: 'items', kinds: ['page', 'post'] },
  shownDate: { label: 'Shown date', input: 'date', kinds: ['post', 'notice'] },
  searchDescription: { label: 'Search description', input: 'text', kinds: ADDRESSED, advisedLength: 155 },
  inMenus: { label: 'In menus', input: 'switch', kinds: ['page'] },
  inSitemap: { label: 'In the sitemap', input: 'switch', kinds: ADDRESSED },
  indexed: { label: 'Search engines may list it', input: 'switch', kinds: ADDRESSED },
  sharingTitle: { label: 'Title when shared', input: 'line', kinds: BODIES, advisedLength: 70 },
  sharingText: { label: 'Text when shared', input: 'text', kinds: BODIES, advisedLength: 200 },
  sharingPicture: { label: 'Picture when shared', input: 'picture', kinds: BODIES },
  language: { label: 'Language', input: 'line', kinds: KINDS },
  commentsOpen: { label: 'Readers may comment', input: 'switch', kinds: ['page', 'post'] },
  labelType: { label: 'Sort of label', input: 'choice', kinds: ['label'] },
  broader: { label: 'Part of the category', input: 'item', kinds: ['label'], help: 'Empty: it stands by itself.' },
  replacedBy: {
    label: 'Replaced by',
    input: 'item',
    kinds: ['label'],
    help: 'Where its address leads once nothing on the site has it.',
  },
  noticeLevel: { label: 'Level', input: 'choice', kinds: ['notice'] },
  bar: {
    label: 'Shown as a bar',
    input: 'choice',
    kinds: ['notice'],
    help: SUITS.bar,
  },
  lifetime: {
    label: 'How long it holds',
    input: 'choice',
    kinds: ['notice', 'banner'],
    help: 'What is for a time needs an end before it goes live. Banners are meant for that.',
  },
  footer: {
    label: 'Foot of every page',
    input: 'text',
    kinds: ['settings'],
    help: SUITS.foot,
  },
  defaultCategory: {
    label: 'Category of a post that has none',
    input: 'item',
    kinds: ['settings'],
    help: 'A post that is begun has it until its writer chooses another.',
  },
  embedOrigins: { label: 'Origins that may be embedded', input: 'lines', kinds: ['settings'] },
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
export const labelOf = (name: FieldName, kind: Kind): string => FIELDS[name].labels?.[kind] ?? FIELDS[name].label

/** The fields a kind has, in registry order. */
export const fieldsOf = (kind: Kind): FieldName[] =>
  (Object.keys(FIELDS) as FieldName[]).filter((name) => FIELDS[name].kinds.includes(kind))

/** Of visible fields those that a kind has; what an item was given as another kind stays in its versions, unseen. */
export function onlyOf(kind: Kind, fields: Fields): Fields {
  const own: Record<string, unknown> = {}
  for (const name in fields) if (FIELDS[name as FieldName].kinds.includes(kind)) own[name] = fields[name as FieldName]
  return own
}

/** What a new item of a kind starts with. */
export function defaultFields(kind: Kind, language: string): Fields {
  const fields: Fields = { title: '', language }
  if (kind === 'banner') return { ...fields, order: 0, lifetime: 'temporary' }
  if (!KIND_WORDS[kind].addressed) return fields
  Object.assign(fields, { segment: '', inSitemap: true, indexed: true })
  if (kind === 'page') Object.assign(fields, { parent: null, order: 0, inMenus: true })
  if (kind === 'label') Object.assign(fields, { labelType: 'tag', order: 0 })
  if (kind === 'notice') Object.assign(fields, { noticeLevel: 'information' })
  return fields
}

/** Reads a field's value from untrusted input: the value (`null` takes the field away), or the rule's own sentence. */
export function readField(kind: Kind, name: string, value: unknown): { value: Fields[FieldName] } | { problem: string } {
  const rule = Object.hasOwn(FIELDS, name) ? FIELDS[name as FieldName] : undefined
  if (!rule || !rule.kinds.includes(kind)) return { problem: `A ${kind} has no field ${name}` }
  if (value === null) return { value: undefined }
  if (rule.refusesLinks && typeof value === 'string' && /(https?:\/\/|www\.)/i.test(value))
    return { problem: `${labelOf(name as FieldName, kind)}: an address does not fit here` }
  const parsed = shapes[name as FieldName].safeParse(value)
  return parsed.success ? { value: parsed.data } : { problem: parsed.error.issues[0]!.message }
}
