import type { Block } from '../blocks/blocks'
import type { Content } from '../content/content'
import type { FieldName, Fields } from '../content/fields'

/** One place of a content: a block by its id, or a field. */
export type Place = { block: string } | { field: FieldName }

/**
 * A content with one place as it was before: a block gets its earlier words and, where it was gone or moved, the place
 * after what it followed; one that was not there goes; a field gets its earlier value. All else stays.
 */
export function takeBack(content: Content, before: Content, place: Place): Content {
  if ('field' in place) {
    const fields: Fields = { ...content.fields }
    const value = before.fields[place.field]
    if (value === undefined) delete fields[place.field]
    else Object.assign(fields, { [place.field]: value })
    return { ...content, fields }
  }
  const was = before.body.findIndex((block) => block.id === place.block)
  const rest = content.body.filter((block) => block.id !== place.block)
  if (was < 0) return { ...content, body: rest }
  const at = content.body.findIndex((block) => block.id === place.block)
  const follows = previousIn(rest, before.body, was)
  const now = at < 0 ? undefined : previousIn(rest, content.body, at)
  const index = at >= 0 && keepsPlace(before.body, content.body, place.block) ? (now ?? 0) : follows
  return { ...content, body: [...rest.slice(0, index), before.body[was]!, ...rest.slice(index)] }
}

/** Where in `rest` a block belongs that stood at `index` of `order`: after the nearest block before it that is there. */
function previousIn(rest: Block[], order: Block[], index: number): number {
  for (let at = index - 1; at >= 0; at--) {
    const found = rest.findIndex((block) => block.id === order[at]!.id)
    if (found >= 0) return found + 1
  }
  return 0
}

/** Whether a block stands after the same block as before, among those that both have. */
function keepsPlace(before: Block[], now: Block[], id: string): boolean {
  const both = new Set(before.map((block) => block.id).filter((other) => now.some((block) => block.id === other)))
  const previous = (order: Block[]) => {
    const line = order.filter((block) => both.has(block.id))
    return line[line.findIndex((block) => block.id === id) - 1]?.id
  }
  return previous(before) === previous(now)
}
