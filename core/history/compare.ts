import { blockBytes, presentFields, type Content } from '../content/content'
import type { Block } from '../blocks/blocks'
import { canonical } from '../content/canonical'
import type { FieldName, Fields } from '../content/fields'
import { movedIds } from './order'

export interface FieldChange {
  name: FieldName
  before: Fields[FieldName]
  after: Fields[FieldName]
}

/**
 * One block in a comparison, in the order of the later body; removed ones stand where they stood. `from` and `to` are
 * places in the earlier and the later body, counted from 0.
 */
export type BlockChange =
  | { change: 'same'; id: string; from: number; to: number }
  | { change: 'moved'; id: string; from: number; to: number }
  | { change: 'changed'; id: string; before: Block; after: Block; from: number; to: number; moved: boolean }
  | { change: 'added'; id: string; after: Block; to: number }
  | { change: 'removed'; id: string; before: Block; from: number }

/** All that turns one content into another, field by field and block by block. */
export interface Script {
  fields: FieldChange[]
  blocks: BlockChange[]
}

const sameValue = (a: unknown, b: unknown) => a === b || canonical(a ?? null) === canonical(b ?? null)

/**
 * The script from one content to another: blocks told apart by their ids, as few of them moved as can be, fields that
 * are empty or absent the same. Total on any two contents and deterministic; {@link apply} is its inverse.
 */
export function compare(before: Content, after: Content): Script {
  const [was, is] = [presentFields(before.fields), presentFields(after.fields)]
  const names = [...new Set([...Object.keys(was), ...Object.keys(is)])].sort() as FieldName[]
  const fields = names.filter((name) => !sameValue(was[name], is[name])).map((name) => ({ name, before: was[name], after: is[name] }))

  const then = new Map(before.body.map((block, index) => [block.id, { block, index }]))
  const now = new Set(after.body.map((block) => block.id))
  const moved = movedIds(
    before.body.map((block) => block.id),
    after.body.map((block) => block.id),
  )
  const blocks: BlockChange[] = []
  let at = 0
  /** Puts the removed blocks that stood before this place of the earlier body. */
  const removedUpTo = (place: number) => {
    for (; at < place; at++) {
      const block = before.body[at]!
      if (!now.has(block.id)) blocks.push({ change: 'removed', id: block.id, before: block, from: at })
    }
  }
  after.body.forEach((block, to) => {
    const old = then.get(block.id)
    if (!old) {
      blocks.push({ change: 'added', id: block.id, after: block, to })
      return
    }
    if (!moved.has(block.id)) removedUpTo(old.index)
    const place = { id: block.id, from: old.index, to }
    if (blockBytes(old.block) !== blockBytes(block))
      blocks.push({ change: 'changed', before: old.block, after: block, moved: moved.has(block.id), ...place })
    else blocks.push({ change: moved.has(block.id) ? 'moved' : 'same', ...place })
  })
  removedUpTo(before.body.length)
  return { fields, blocks }
}

/** Carries a script out on the content that it was made from: `apply(compare(a, b), a)` says the same as `b`. */
export function apply(script: Script, content: Content): Content {
  const fields: Fields = { ...presentFields(content.fields) }
  for (const { name, after } of script.fields) {
    if (after === undefined) delete fields[name]
    else Object.assign(fields, { [name]: after })
  }
  const blocks = new Map(content.body.map((block) => [block.id, block]))
  const body = script.blocks.flatMap((change) => {
    if (change.change === 'removed') return []
    if (change.change === 'changed' || change.change === 'added') return change.after
    return blocks.get(change.id) ?? []
  })
  return { fields, body }
}

/** How much a script changes, for lists: fields and blocks touched. */
export const scriptSize = (script: Script): { fields: number; blocks: number } => ({
  fields: script.fields.length,
  blocks: script.blocks.filter(({ change }) => change !== 'same').length,
})
