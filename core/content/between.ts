import type { Block } from '../blocks/blocks'
import type { Content } from './content'
import type { Edit } from './edits'
import type { FieldName } from './fields'
import { movedIds } from '../history/order'

const same = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b)

/**
 * The edits that turn one content into another, few and small, so that two people's work on different places merges:
 * `replay(before, editsBetween(before, after))` equals `after`. Blocks are told apart by their ids.
 */
export function editsBetween(before: Content, after: Content): Edit[] {
  const edits: Edit[] = []
  const names = new Set([...Object.keys(before.fields), ...Object.keys(after.fields)]) as Set<FieldName>
  for (const name of names)
    if (!same(before.fields[name], after.fields[name])) edits.push({ op: 'field', name, value: (after.fields[name] ?? null) as never })

  const then = new Map(before.body.map((block, index) => [block.id, { block, index }]))
  const now = new Set(after.body.map((block) => block.id))
  for (const block of before.body) if (!now.has(block.id)) edits.push({ op: 'remove', id: block.id })
  const moved = movedIds(
    before.body.map((block) => block.id),
    after.body.map((block) => block.id),
  )
  let previous: string | null = null
  for (const block of after.body) {
    const old = then.get(block.id)
    if (!old) edits.push({ op: 'insert', block, after: previous })
    else {
      if (moved.has(block.id)) edits.push({ op: 'move', id: block.id, after: previous })
      if (!same(old.block, block)) edits.push({ op: 'replace', block })
    }
    previous = block.id
  }
  return edits
}

/** Applies edits to a content at hand, leaving out what no longer fits: how unsaved work goes onto a newer version. */
export function replay(content: Content, edits: Edit[]): Content {
  const fields = { ...content.fields }
  const body: Block[] = [...content.body]
  const at = (id: string) => body.findIndex((block) => block.id === id)
  const place = (after: string | null) => (after === null ? 0 : at(after) + 1 || body.length)
  for (const edit of edits) {
    if (edit.op === 'field') {
      if (edit.value === null) delete fields[edit.name as FieldName]
      else Object.assign(fields, { [edit.name]: edit.value })
    } else if (edit.op === 'insert') {
      const index = at(edit.block.id)
      if (index < 0) body.splice(place(edit.after), 0, edit.block)
      else body[index] = edit.block
    } else if (edit.op === 'replace') {
      const index = at(edit.block.id)
      if (index >= 0) body[index] = edit.block
    } else {
      const index = at(edit.id)
      if (index < 0) continue
      const [block] = body.splice(index, 1)
      if (edit.op === 'move') body.splice(place(edit.after), 0, block!)
    }
  }
  return { fields, body }
}
