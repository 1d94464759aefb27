import { z } from 'zod'
import { blockLinks, blockMedia, blockSchema, blockText, MAX_BLOCKS, MAX_WORDS, type Block } from '../blocks/blocks'
import { canonical, sha256Hex } from './canonical'
import { fieldsSchema, type FieldName, type Fields } from './fields'
import { isText, normaliseText } from './inline'
import { menuItems, menuMedia } from '../menu/entries'
import { perBlock } from './perBlock'

/** What a version says to readers: its visible fields and the blocks of its body in order. */
export interface Content {
  fields: Fields
  body: Block[]
}

export const contentSchema = z.strictObject({ fields: fieldsSchema, body: z.array(blockSchema).max(MAX_BLOCKS) })

/**
 * A version's table of contents: its fields, and for each block of the body its id, the hash of its bytes, and the media
 * it shows (apart by spaces), so that what readers may fetch is known without reading the blocks.
 */
export interface Manifest {
  fields: Fields
  body: [id: string, hash: string, media?: string][]
}

/** The manifest's entry for a block whose bytes have this hash. */
export const manifestEntry = (block: Block, hash: string): Manifest['body'][number] => {
  const media = blockMedia(block)
  return media.length ? [block.id, hash, media.join(' ')] : [block.id, hash]
}

/** A block's stored bytes: its canonical form. */
export const blockBytes = (block: Block): string => canonical(normaliseBlock(block))

/** A block in normal form (rich text normalised), so that equal blocks have equal bytes. */
export function normaliseBlock<T>(value: T): T {
  if (Array.isArray(value)) {
    if (value.length && isText(value)) return normaliseText(value) as T
    return value.map(normaliseBlock) as T
  }
  if (value && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, normaliseBlock(part)])) as T
  return value
}

const isEmpty = (value: unknown) => value === undefined || value === null || value === '' || (Array.isArray(value) && value.length === 0)

/** Fields without the empty ones: "no summary" and an empty summary are the same fact. */
export const presentFields = (fields: Fields): Fields => Object.fromEntries(Object.entries(fields).filter(([, value]) => !isEmpty(value)))

const fingerprints = new WeakMap<Manifest, string>()

/**
 * The fingerprint of a version: SHA-256 of the RFC 8785 form of its visible fields and the ordered hashes of its
 * blocks. Two versions with one fingerprint are the same to readers. Manifests are never changed in place, so each
 * one's is worked out once.
 */
export function fingerprint(manifest: Manifest): string {
  let known = fingerprints.get(manifest)
  if (known === undefined) {
    // The RFC 8785 form of { fields, slots: { body } }: hex digits need no escaping, so the list is its own canonical form.
    known = sha256Hex(
      `{"fields":${canonical(presentFields(manifest.fields))},"slots":{"body":${JSON.stringify(manifest.body.map(([, hash]) => hash))}}}`,
    )
    fingerprints.set(manifest, known)
  }
  return known
}

/** Tells the fingerprint of a manifest that was just read with it, so that it is not worked out again. */
export const withFingerprint = (manifest: Manifest, known: string): Manifest => {
  fingerprints.set(manifest, known)
  return manifest
}

/** The manifest of a content, hashing every block. */
export const manifestOf = (content: Content): Manifest => ({
  fields: content.fields,
  body: content.body.map((block) => manifestEntry(block, sha256Hex(blockBytes(block)))),
})

/**
 * The part of a version that a gate covers. `all-but-shown-date` leaves the shown date to whoever puts it live, so that
 * dating a text on its day does not void what was read.
 */
export const PROJECTIONS = ['all', 'all-but-shown-date'] as const
export type Projection = (typeof PROJECTIONS)[number]

/** The hash of what a gate covers of a manifest, for each projection; a clearance stands while its own is unchanged. */
export const projectionsOf = (manifest: Manifest): Record<Projection, string> => ({
  all: fingerprint(manifest),
  get 'all-but-shown-date'() {
    return manifest.fields.shownDate ? fingerprint({ ...manifest, fields: { ...manifest.fields, shownDate: null } }) : fingerprint(manifest)
  },
})

/** How many words a text has, by the Unicode word boundaries of its language-independent letters and digits. */
export const countWords = (text: string): number => text.match(/[\p{L}\p{N}]+(?:['’-][\p{L}\p{N}]+)*/gu)?.length ?? 0

/** The words that the search of the site finds: the summary and the blocks that readers see at any time. */
export const findableText = ({ fields, body }: Content): string =>
  [fields.summary ?? '', ...body.filter(({ window }) => !window).map(blockText)].join('\n')

const wordsOf = perBlock((block) => countWords(blockText(block)))

/** How many words readers meet in a content: title, summary and body. */
export const contentWords = ({ fields, body }: Content): number =>
  countWords(`${fields.title ?? ''}\n${fields.summary ?? ''}`) + body.reduce((sum, block) => sum + wordsOf(block), 0)

/**
 * Whether blocks, given by their canonical forms, hold more words than a page may. A word takes two characters at least,
 * so that an ordinary page is passed by its length alone.
 */
export function hasTooManyWords(blocks: readonly string[]): boolean {
  if (blocks.reduce((sum, text) => sum + text.length, 0) <= MAX_WORDS * 2) return false
  let words = 0
  return blocks.some((text) => (words += countWords(blockText(JSON.parse(text) as Block))) > MAX_WORDS)
}

/** Blocks that come again and again are worked out for each page that shows them: a page holds so many at most. */
export const MAX_RECURRING_BLOCKS = 100

/** Whether blocks, given by their canonical forms, hold more that come again than a page may. In a text of theirs a quotation mark is escaped. */
export const hasTooManyRules = (blocks: readonly string[]): boolean =>
  blocks.filter((text) => /"window":\{[^{}]*"rule":"/.test(text)).length > MAX_RECURRING_BLOCKS

const PICTURE_FIELDS = ['cover', 'sharingPicture'] satisfies FieldName[]

/** Every media id that a version shows or leads to. */
export const manifestMedia = (manifest: Manifest): string[] => [
  ...new Set([
    ...PICTURE_FIELDS.flatMap((name) => manifest.fields[name]?.media?.split(' ') ?? []),
    ...(manifest.fields.target?.match(/^media:([0-9a-f-]{36})$/)?.slice(1) ?? []),
    ...menuMedia(manifest.fields.menuEntries ?? []),
    ...manifest.body.flatMap(([, , media]) => media ?? []),
  ]),
]

/** Every item id that a content links to. */
export const contentLinks = ({ fields, body }: Content): string[] => [
  ...new Set([
    ...(fields.target?.match(/^item:([0-9a-f-]{36})/)?.slice(1) ?? []),
    ...menuItems(fields.menuEntries ?? []),
    ...body.flatMap(blockLinks),
  ]),
]

/** Every item that a content links to or names in any field: what it is about to whoever reads its fields. */
export const namedItems = (content: Content): string[] => {
  const { parent, broader, replacedBy, defaultCategory } = content.fields
  return [...new Set([...contentRefs(content), ...[parent, broader, replacedBy, defaultCategory].flatMap((id) => id ?? [])])]
}

/** Every item id a content links to or names (links, labels, byline). */
export const contentRefs = (content: Content): string[] => [
  ...new Set([...(content.fields.labels ?? []), ...(content.fields.byline ?? []), ...contentLinks(content)]),
]
