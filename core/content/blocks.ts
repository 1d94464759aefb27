import { z } from 'zod'
import { blockWindowSchema } from './blockWindow'
import { focusSchema } from './focus'
import { hrefSchema, plain, textSchema, type Text } from './inline'
import { HEADING_LOOKS, namesOf, PARAGRAPH_LOOKS } from './looks'
import { misfit, type PlaceName } from './places'

const id = z.string().regex(/^[A-Za-z0-9_-]{4,40}$/, 'A block id has 4 to 40 letters, digits, - or _')
const line = z.string().max(300)
/** Rich text with the styles that its place offers. */
const text = (place: PlaceName) =>
  textSchema.superRefine((value, context) => {
    const wrong = misfit(value, place)
    if (wrong) context.addIssue({ code: 'custom', message: wrong })
  })

export interface ListEntry {
  text: Text
  entries?: ListEntry[]
}
const entrySchema: z.ZodType<ListEntry> = z.strictObject({
  text: text('entry'),
  get entries() {
    return z.array(entrySchema).max(200).optional()
  },
})

const simpleShapes = {
  paragraph: { text: text('paragraph'), look: z.enum(namesOf(PARAGRAPH_LOOKS)).optional() },
  heading: {
    level: z.union([z.literal(2), z.literal(3), z.literal(4)]),
    text: text('heading'),
    look: z.enum(namesOf(HEADING_LOOKS)).optional(),
  },
  list: { ordered: z.boolean(), entries: z.array(entrySchema).max(500) },
  quote: { text: text('quote'), source: line },
  picture: {
    media: z.uuid().nullable(),
    alt: z.string().max(500),
    decorative: z.boolean(),
    caption: text('caption'),
  },
  table: {
    caption: line,
    headers: z.enum(['none', 'row', 'column', 'both']),
    rows: z.array(z.array(text('cell')).max(30)).max(500),
    /** Cells joined into one; those that do not hold (`core/content/table.ts`) are read as not joined. */
    merged: z
      .array(
        z.strictObject({
          row: z.int().min(0).max(499),
          column: z.int().min(0).max(29),
          rows: z.int().min(1).max(500),
          columns: z.int().min(1).max(30),
        }),
      )
      .max(200)
      .optional(),
  },
  divider: {},
  button: { label: line, href: hrefSchema.or(z.literal('')) },
  definitions: { entries: z.array(z.strictObject({ term: text('term'), text: text('meaning') })).max(300) },
} as const

const simple = <K extends keyof typeof simpleShapes>(kind: K) => z.strictObject({ id, kind: z.literal(kind), ...simpleShapes[kind] })

/** The kinds that may stand inside a box or a column. */
const innerSchema = z.discriminatedUnion('kind', [
  simple('paragraph'),
  simple('heading'),
  simple('list'),
  simple('quote'),
  simple('picture'),
  simple('table'),
  simple('divider'),
  simple('button'),
  simple('definitions'),
])
export type InnerBlock = z.infer<typeof innerSchema>
export const INNER_KINDS = Object.keys(simpleShapes) as InnerBlock['kind'][]

/** A row is divided into so many parts; a column is some of them wide. */
export const GRID = 12
/** How many repeated parts the place is planned for; more are possible, and said to be more. */
const planned = z.int().min(1).max(24).nullable()

const shapes = {
  ...simpleShapes,
  box: { tone: z.enum(['plain', 'note', 'warning']), title: line, blocks: z.array(innerSchema).max(50) },
  columns: {
    columns: z
      .array(z.strictObject({ span: z.int().min(2).max(GRID), blocks: z.array(innerSchema).max(50) }))
      .min(1)
      .max(6)
      .refine((columns) => columns.reduce((sum, { span }) => sum + span, 0) <= GRID, `Columns are ${GRID} parts wide together`),
  },
  cards: {
    planned,
    cards: z
      .array(
        z.strictObject({
          title: line,
          text: text('card'),
          href: hrefSchema.or(z.literal('')),
          media: z.uuid().nullable(),
          alt: z.string().max(500),
          decorative: z.boolean(),
          focus: focusSchema.optional(),
        }),
      )
      .max(60),
  },
  people: { planned, people: z.array(z.strictObject({ href: z.string().regex(/^item:[0-9a-f-]{36}$/), role: line })).max(60) },
  questions: { planned, questions: z.array(z.strictObject({ question: text('question'), answer: text('answer') })).max(100) },
  embed: { url: z.union([z.literal(''), z.url({ protocol: /^https?$/ }).max(2048)]), title: line },
  source: { html: z.string().max(100_000) },
} as const

/** A block of a body may be shown at some times only; what stands inside another is shown with it. */
const block = <K extends keyof typeof shapes>(kind: K) =>
  z.strictObject({ id, kind: z.literal(kind), ...shapes[kind], window: blockWindowSchema.optional() })

const knownSchema = z.discriminatedUnion('kind', [
  block('paragraph'),
  block('heading'),
  block('list'),
  block('quote'),
  block('picture'),
  block('table'),
  block('divider'),
  block('button'),
  block('embed'),
  block('definitions'),
  block('source'),
  block('box'),
  block('columns'),
  block('cards'),
  block('people'),
  block('questions'),
])
export type Block = z.infer<typeof knownSchema>
export type BlockKind = Block['kind']

const isKnownKind = (kind: string): kind is BlockKind => Object.hasOwn(shapes, kind)

/** Whether a block is of a kind that this version knows; others are kept as they are, and readers get nothing of them. */
export const isKnown = (block: { kind: string }): boolean => isKnownKind(block.kind)

/**
 * Every block of a body: a known kind in its exact shape, or a kind that only a later version knows, which is kept
 * untouched. Wherever a block's kind is asked, an unknown one falls to the default.
 */
export const blockSchema: z.ZodType<Block> = z.union([
  knownSchema,
  z.looseObject({
    id,
    kind: z
      .string()
      .regex(/^[a-z][a-z0-9-]{0,39}$/, 'A kind of block is a word')
      .refine((kind) => !isKnownKind(kind), 'This kind of block has another shape'),
  }) as unknown as typeof knownSchema,
])

/** How each kind of block is spoken of, in the order of the insert menu. */
export const BLOCK_WORDS: Record<BlockKind, string> = {
  paragraph: 'Paragraph',
  heading: 'Heading',
  list: 'List',
  picture: 'Picture',
  table: 'Table',
  quote: 'Quote',
  button: 'Button',
  definitions: 'Definition list',
  divider: 'Divider',
  box: 'Box',
  columns: 'Columns',
  cards: 'Cards',
  people: 'People',
  questions: 'Questions',
  embed: 'Embed',
  source: 'Source',
}

/** How a block is spoken of, also one of a kind that this version does not know. */
export const blockWord = (block: { kind: string }): string =>
  isKnownKind(block.kind) ? BLOCK_WORDS[block.kind] : `Unknown block (${block.kind})`

/** A body may not grow past this many blocks. */
export const MAX_BLOCKS = 2_000

/** And it holds at most this many words. */
export const MAX_WORDS = 200_000

/** A new, empty block of a kind, with a first place to write in. The id is the caller's: core makes no randomness. */
export function emptyBlock(kind: BlockKind, id: string): Block {
  switch (kind) {
    case 'paragraph':
      return { id, kind, text: [] }
    case 'heading':
      return { id, kind, level: 2, text: [] }
    case 'list':
      return { id, kind, ordered: false, entries: [{ text: [] }] }
    case 'quote':
      return { id, kind, text: [], source: '' }
    case 'picture':
      return { id, kind, media: null, alt: '', decorative: false, caption: [] }
    case 'table':
      return {
        id,
        kind,
        caption: '',
        headers: 'row',
        rows: [
          [[], []],
          [[], []],
        ],
      }
    case 'divider':
      return { id, kind }
    case 'button':
      return { id, kind, label: '', href: '' }
    case 'embed':
      return { id, kind, url: '', title: '' }
    case 'definitions':
      return { id, kind, entries: [{ term: [], text: [] }] }
    case 'source':
      return { id, kind, html: '' }
    case 'box':
      return { id, kind, tone: 'note', title: '', blocks: [] }
    case 'columns':
      return {
        id,
        kind,
        columns: [
          { span: 6, blocks: [{ id: `${id.slice(0, 38)}-1`, kind: 'paragraph', text: [] }] },
          { span: 6, blocks: [] },
        ],
      }
    case 'cards':
      return { id, kind, planned: 3, cards: [{ title: '', text: [], href: '', media: null, alt: '', decorative: false }] }
    case 'people':
      return { id, kind, planned: null, people: [] }
    case 'questions':
      return { id, kind, planned: null, questions: [{ question: [], answer: [] }] }
  }
}

const entriesText = (entries: ListEntry[]): string[] => entries.flatMap((entry) => [plain(entry.text), ...entriesText(entry.entries ?? [])])

/** The words a reader meets in a block, in reading order, for outlines, counting and search. */
export function blockText(block: Block): string {
  switch (block.kind) {
    case 'paragraph':
    case 'heading':
      return plain(block.text)
    case 'list':
      return entriesText(block.entries).join('\n')
    case 'quote':
      return [plain(block.text), block.source].filter(Boolean).join('\n')
    case 'picture':
      return [plain(block.caption), block.alt].filter(Boolean).join('\n')
    case 'table':
      return [block.caption, ...block.rows.map((row) => row.map(plain).join(', '))].filter(Boolean).join('\n')
    case 'button':
      return block.label
    case 'embed':
      return block.title
    case 'definitions':
      return block.entries.map((entry) => `${plain(entry.term)}: ${plain(entry.text)}`).join('\n')
    case 'source':
      return block.html
        .replace(/<[^>]*>/g, ' ')
        .replace(/\s+/g, ' ')
        .trim()
    case 'box':
      return [block.title, ...block.blocks.map(blockText)].filter(Boolean).join('\n')
    case 'columns':
      return block.columns.flatMap((column) => column.blocks.map(blockText)).join('\n')
    case 'cards':
      return block.cards.flatMap((card) => [[card.title, plain(card.text)].filter(Boolean).join(': '), card.alt].filter(Boolean)).join('\n')
    case 'people':
      return block.people.map((person) => person.role).join('\n')
    case 'questions':
      return block.questions.map((entry) => `${plain(entry.question)} ${plain(entry.answer)}`).join('\n')
    default:
      return ''
  }
}

/** The parts of a block that repeats, and how many its place is planned for. */
export function repeated(block: Block): { count: number; planned: number | null } | null {
  switch (block.kind) {
    case 'cards':
      return { count: block.cards.length, planned: block.planned }
    case 'people':
      return { count: block.people.length, planned: block.planned }
    case 'questions':
      return { count: block.questions.length, planned: block.planned }
    default:
      return null
  }
}

/** The ids of items that a block's links point at (`item:<id>`), for link resolving and cache tags. */
export function blockLinks(block: Block): string[] {
  return [...JSON.stringify(block).matchAll(/"href":"item:([0-9a-f-]{36})/g)].map((match) => match[1]!)
}

/** The ids of media files that a block's links lead to (`media:<id>`). */
const linkedMedia = (block: Block): string[] =>
  [...JSON.stringify(block).matchAll(/"href":"media:([0-9a-f-]{36})/g)].map((match) => match[1]!)

/** The media ids that a block shows or links to. */
export const blockMedia = (block: Block): string[] => [...new Set([...shownMedia(block), ...linkedMedia(block)])]

function shownMedia(block: Block): string[] {
  switch (block.kind) {
    case 'picture':
      return block.media ? [block.media] : []
    case 'cards':
      return block.cards.flatMap((card) => card.media ?? [])
    case 'box':
      return block.blocks.flatMap(shownMedia)
    case 'columns':
      return block.columns.flatMap((column) => column.blocks.flatMap(shownMedia))
    default:
      return []
  }
}
