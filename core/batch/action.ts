import { z } from 'zod'
import { nameSchema } from '../content/line'
import { KINDS, KIND_NAMES } from '../kinds/kinds'
import { MAX_BLOCKS } from '../blocks/blocks'
import { editSchema } from '../content/edits'
import { FIELDS, labelOf, type FieldName } from '../content/fields'

const id = z.string().max(60)
/** The event that had been cancelled for an edition, and is planned again without it. */
const resumes = id.nullable().default(null)
const note = z.string().max(200).nullable()
const name = z.enum(Object.keys(FIELDS) as [FieldName, ...FieldName[]])

/** What only takes an act back: each names what it expects to find, and is refused where that has changed since. */
const backShapes = [
  z.strictObject({ do: z.literal('discard'), draft: id, version: id }),
  z.strictObject({ do: z.literal('pull-out'), draft: id, version: id }),
  z.strictObject({ do: z.literal('cancel'), event: id }),
  z.strictObject({ do: z.literal('take-out'), edition: id, event: id, resumes }),
  z.strictObject({ do: z.literal('live-again'), version: id, now: id.nullable() }),
] as const

/** What can be done to an item from the list: to one in its cell, or to many at once. */
export const actionSchema = z.discriminatedUnion('do', [
  /** Office-only facts: at once. Here and below `from` is what is expected to be there; where it is another by now, the act is refused. */
  z.strictObject({ do: z.literal('note'), name: z.enum(['internalName', 'owner', 'reviewBy']), to: note, from: note.optional() }),
  /** A field that readers could notice: a change of the draft, and of no other where one is named. */
  z.strictObject({ do: z.literal('field'), name, to: z.json(), from: z.json().optional(), draft: id.optional() }),
  z.strictObject({ do: z.literal('label'), add: z.array(z.uuid()).max(50), remove: z.array(z.uuid()).max(50) }),
  z.strictObject({ do: z.literal('move'), section: id, from: id.optional() }),
  z.strictObject({ do: z.literal('become'), kind: z.enum(KIND_NAMES), from: z.enum(KIND_NAMES).optional() }),
  z.strictObject({ do: z.literal('send'), note: z.string().max(2_000) }),
  z.strictObject({ do: z.literal('put-live') }),
  z.strictObject({
    do: z.literal('schedule'),
    date: z.iso.date(),
    time: z.string().regex(/^\d{2}:\d{2}$/),
    /** The zone of the clock that it was picked on. */
    zone: z.string().max(60).optional(),
  }),
  z.strictObject({ do: z.literal('gather'), edition: id }),
  z.strictObject({ do: z.literal('withdraw'), from: id.optional() }),
  /** Edits of one version, and of no later one, gathered with others in an edition, which is begun where it is not there yet. */
  z.strictObject({
    do: z.literal('rewrite'),
    version: id,
    edits: z
      .array(editSchema)
      .min(1)
      .max(MAX_BLOCKS + 100),
    into: z.strictObject({ edition: z.uuid(), name: nameSchema(120) }).nullable(),
    /** The entry of an edition that is taken out with it, where this takes a rewrite back. */
    out: z.strictObject({ edition: id, event: id, resumes }).optional(),
  }),
  z.strictObject({ do: z.literal('bin') }),
  z.strictObject({ do: z.literal('restore') }),
  z.strictObject({ do: z.literal('duplicate') }),
  ...backShapes,
])
export type Action = z.infer<typeof actionSchema>

const BACK: ReadonlySet<string> = new Set(backShapes.map((shape) => shape.shape.do.value))
/** What can be asked of many at once: all but what only takes an act back, and what is said of one version. */
export const isForMany = (action: Action): boolean => !BACK.has(action.do) && action.do !== 'rewrite'

/** What came of an act on one item, in words; with the draft that an edit went into, and what takes it back. */
export interface Done {
  said: string
  draft: string | null
  undo: Action | null
}

const NOTES = { internalName: 'Internal name', owner: 'Owner', reviewBy: 'Look at it again by' } as const

/** What an action is called where it is told of: `Put labels on`, `Move to another section`. */
export function actionWords(action: Action): string {
  switch (action.do) {
    case 'note':
      return `${NOTES[action.name]} set`
    case 'field':
      return `${labelOf(action.name, 'page')} set`
    case 'label':
      return action.add.length ? (action.remove.length ? 'Labels exchanged' : 'Labels put on') : 'Labels taken off'
    case 'move':
      return 'Moved to another section'
    case 'become':
      return `Made ${KINDS[action.kind].many.toLowerCase()}`
    case 'send':
      return 'Sent on'
    case 'put-live':
      return 'Put live'
    case 'schedule':
      return 'Time set'
    case 'gather':
      return 'Added to an edition'
    case 'withdraw':
      return 'Taken off the site'
    case 'rewrite':
      return 'Replaced'
    case 'bin':
      return 'Put into the bin'
    case 'restore':
      return 'Taken out of the bin'
    case 'duplicate':
      return 'Copied'
    case 'discard':
    case 'pull-out':
    case 'cancel':
    case 'take-out':
    case 'live-again':
      return 'Taken back'
  }
}
