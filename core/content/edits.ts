import { reason } from '../words/ruleReasons'
import { z } from 'zod'
import { accept, refuse, type Outcome, type Reason } from '../outcome'
import { blockSchema, MAX_BLOCKS, type Block } from '../blocks/blocks'
import { canonical, sha256Hex } from './canonical'
import { blockBytes, manifestEntry, type Manifest } from './content'
import { readField, type FieldName, type Fields } from './fields'
import { can, type Kind, KINDS } from '../kinds/kinds'
import { mergeBlock } from '../history/merge'
import { safeBlock } from './sanitise'

const blockId = z.string().max(40)

/** One change to a draft. `after: null` means at the top. */
export const editSchema = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('field'), name: z.string().max(40), value: z.json() }),
  z.strictObject({ op: z.literal('insert'), block: blockSchema, after: blockId.nullable() }),
  z.strictObject({ op: z.literal('replace'), block: blockSchema }),
  z.strictObject({ op: z.literal('move'), id: blockId, after: blockId.nullable() }),
  z.strictObject({ op: z.literal('remove'), id: blockId }),
])
export type Edit = z.infer<typeof editSchema>

/** Why an item of a kind that has only fields takes no blocks. */
export const noBody = (kind: Kind): Reason => reason('no-body', { kinds: KINDS[kind].many, at: 'body' })

/** A place that two people changed: `mine` lost nothing, it is only not saved yet. */
export interface Conflict {
  at: { field: string } | { block: string }
}

/** What a save makes: the new manifest and the bytes of the blocks it brought, by hash. */
export interface Saved {
  manifest: Manifest
  blocks: Map<string, { bytes: string; id: string }>
}

/** The hashes of blocks, as `base` and as `head` have them, that edits made on `base` replace and that `head` changed too. */
export function conflictingBlocks(base: Manifest, head: Manifest, edits: readonly Edit[]): string[] {
  if (base === head) return []
  const replaced = new Set(edits.flatMap((edit) => (edit.op === 'replace' ? edit.block.id : [])))
  const [was, is] = [base, head].map(({ body }) => new Map(body.flatMap(([id, hash]) => (replaced.has(id) ? [[id, hash] as const] : []))))
  return [...replaced].flatMap((id) => {
    const [before, now] = [was!.get(id), is!.get(id)]
    return before !== undefined && now !== undefined && before !== now ? [before, now] : []
  })
}

/**
 * Applies edits made on `base` to `head`, which is `base` or a later version of the draft. Edits to different blocks
 * and fields merge, and so do edits to different words of one block, where `blocks` has what {@link conflictingBlocks} names. An
 * edit of a place that `head` changed or removed since `base` is a conflict otherwise, unless both say the same. All or
 * nothing: on any refusal or conflict nothing is applied.
 */
export function applyEdits(
  kind: Kind,
  base: Manifest,
  head: Manifest,
  edits: Edit[],
  blocks: ReadonlyMap<string, Block> = new Map(),
): Outcome<Saved> | { ok: false; reasons: Reason[]; conflicts: Conflict[] } {
  const fields: Fields = { ...head.fields }
  const body = [...head.body]
  const baseHash = new Map(base.body.map(([id, hash]) => [id, hash]))
  const headHash = base === head ? baseHash : new Map(head.body.map(([id, hash]) => [id, hash]))
  const brought: Saved['blocks'] = new Map()
  const conflicts: Conflict[] = []
  const reasons: Reason[] = []
  const made = new Set<string>()
  if (!can(kind, 'body') && edits.some(({ op }) => op !== 'field')) reasons.push(noBody(kind))

  const indexOf = (id: string) => body.findIndex((entry) => entry[0] === id)
  const place = (after: string | null) => (after === null ? 0 : indexOf(after) + 1 || body.length)
  const keep = (block: Block) => {
    const bytes = blockBytes(safeBlock(block))
    const hash = sha256Hex(bytes)
    brought.set(hash, { bytes, id: block.id })
    return manifestEntry(block, hash)
  }
  /** The block with its words merged with those that `head` brought; `null` where both changed the same. */
  const mergedWith = (block: Block): Block | null => {
    const [before, now] = [blocks.get(baseHash.get(block.id) ?? ''), blocks.get(headHash.get(block.id) ?? '')]
    return before && now ? mergeBlock(before, block, now) : null
  }
  const changedElsewhere = (id: string) => !made.has(id) && baseHash.get(id) !== headHash.get(id)

  for (const edit of edits) {
    switch (edit.op) {
      case 'field': {
        const read = readField(kind, edit.name, edit.value)
        if ('problem' in read) {
          reasons.push(reason('field-wrong', { problem: read.problem, at: edit.name }))
          break
        }
        const name = edit.name as FieldName
        const now = canonical(head.fields[name] ?? null)
        if (now !== canonical(base.fields[name] ?? null) && now !== canonical(read.value ?? null)) conflicts.push({ at: { field: name } })
        else Object.assign(fields, { [name]: read.value })
        break
      }
      case 'insert': {
        if (indexOf(edit.block.id) >= 0) {
          if (headHash.get(edit.block.id) === keep(edit.block)[1]) break
          // Put back by two, differently: a question like any other place that two changed.
          if (!baseHash.has(edit.block.id) && !made.has(edit.block.id)) conflicts.push({ at: { block: edit.block.id } })
          else reasons.push(reason('block-exists', { at: edit.block.id }))
          break
        }
        made.add(edit.block.id)
        body.splice(place(edit.after), 0, keep(edit.block))
        break
      }
      case 'replace': {
        const index = indexOf(edit.block.id)
        const entry = keep(edit.block)
        if (index < 0 && !baseHash.has(edit.block.id)) reasons.push(reason('block-unknown', { at: edit.block.id }))
        else if (index >= 0 && changedElsewhere(edit.block.id) && headHash.get(edit.block.id) !== entry[1]) {
          const merged = mergedWith(edit.block)
          if (merged) body[index] = keep(merged)
          else conflicts.push({ at: { block: edit.block.id } })
        } else if (index < 0) conflicts.push({ at: { block: edit.block.id } })
        else body[index] = entry
        break
      }
      case 'move': {
        const index = indexOf(edit.id)
        if (index < 0 || edit.after === edit.id) break
        const [entry] = body.splice(index, 1)
        body.splice(place(edit.after), 0, entry!)
        break
      }
      case 'remove': {
        const index = indexOf(edit.id)
        if (index < 0) break
        if (changedElsewhere(edit.id)) conflicts.push({ at: { block: edit.id } })
        else body.splice(index, 1)
        break
      }
    }
  }
  if (body.length > MAX_BLOCKS) reasons.push(reason('too-many-blocks', { most: MAX_BLOCKS }))
  if (conflicts.length) return { ok: false, reasons: [reason('changed-meanwhile')], conflicts }
  if (reasons.length) return refuse(...reasons)
  const used = new Set(body.flatMap(([, hash]) => (brought.has(hash) ? hash : [])))
  for (const hash of brought.keys()) if (!used.has(hash)) brought.delete(hash)
  return accept({ manifest: { fields, body }, blocks: brought })
}
