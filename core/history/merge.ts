import { definitionOf, GRID, type Block } from '../blocks/blocks'
import type { PartMerge } from '../blocks/definition'
import { blockBytes, presentFields, type Content } from '../content/content'
import { canonical } from '../content/canonical'
import type { FieldName, Fields } from '../content/fields'
import type { Text } from '../content/inline'
import { diff3 } from './diff3'
import { movedIds } from './order'
import { mergeText } from './words'

/** A place that both sides changed differently; `null` is a block that a side has not. */
export type Disagreement =
  | { place: 'field'; name: FieldName; base: Fields[FieldName]; a: Fields[FieldName]; b: Fields[FieldName] }
  | { place: 'block'; id: string; base: Block | null; a: Block | null; b: Block | null }

export type Side = 'a' | 'b'

/** The person's answer for a place, by its block's id or `field:<name>`: a side, or for a block a text of its own. */
export type Choices = Record<string, Side | { block: Block }>

export type Merged = { ok: true; content: Content } | { ok: false; conflicts: Disagreement[] }

/** The name of a disagreement's place in {@link Choices}. */
export const placeOf = (conflict: Disagreement): string => (conflict.place === 'block' ? conflict.id : `field:${conflict.name}`)

const same = (a: unknown, b: unknown) => canonical(a ?? null) === canonical(b ?? null)
const sameBlock = (a: Block | null, b: Block | null) => a === b || (a !== null && b !== null && blockBytes(a) === blockBytes(b))

/**
 * Merges two contents that both began from a base: fields and blocks that one side changed are taken from it; blocks
 * that both changed are merged word by word where they touched different words. What both changed differently is a
 * disagreement, until `choices` settles it. Total and deterministic; `merge(base, a, base)` is `a`; which side is named
 * first changes nothing in the content.
 */
export function merge(base: Content, a: Content, b: Content, choices: Choices = {}): Merged {
  const conflicts: Disagreement[] = []
  const fields = mergeFields(base.fields, a.fields, b.fields, choices, conflicts)

  const [inBase, inA, inB] = [byId(base), byId(a), byId(b)]
  const kept = new Map<string, Block>()
  for (const id of new Set([...inBase.keys(), ...inA.keys(), ...inB.keys()])) {
    const [o, x, y] = [inBase.get(id) ?? null, inA.get(id) ?? null, inB.get(id) ?? null]
    const merged = mergeState(o, x, y)
    if (merged !== undefined) {
      if (merged) kept.set(id, merged)
      continue
    }
    const choice = choices[id]
    if (choice === undefined) conflicts.push({ place: 'block', id, base: o, a: x, b: y })
    else {
      const chosen = choice === 'a' ? x : choice === 'b' ? y : { ...choice.block, id }
      if (chosen) kept.set(id, chosen)
    }
  }
  if (conflicts.length) return { ok: false, conflicts }
  const ids = (content: Content) => content.body.map((block) => block.id)
  return { ok: true, content: { fields, body: mergeOrder(ids(base), ids(a), ids(b), new Set(kept.keys())).map((id) => kept.get(id)!) } }
}

const byId = (content: Content) => new Map(content.body.map((block) => [block.id, block]))

/** What becomes of one block: the block, `null` for gone, or `undefined` where the sides disagree. */
function mergeState(base: Block | null, a: Block | null, b: Block | null): Block | null | undefined {
  if (sameBlock(a, b)) return a
  if (sameBlock(a, base)) return b
  if (sameBlock(b, base)) return a
  if (!base || !a || !b) return undefined
  return mergeBlock(base, a, b) ?? undefined
}

function mergeFields(base: Fields, a: Fields, b: Fields, choices: Choices, conflicts: Disagreement[]): Fields {
  const [o, x, y] = [presentFields(base), presentFields(a), presentFields(b)]
  const fields: Fields = {}
  const put = (name: FieldName, value: Fields[FieldName]) => {
    if (value !== undefined) Object.assign(fields, { [name]: value })
  }
  for (const name of [...new Set([...Object.keys(o), ...Object.keys(x), ...Object.keys(y)])].sort() as FieldName[]) {
    if (same(x[name], y[name]) || same(y[name], o[name])) put(name, x[name])
    else if (same(x[name], o[name])) put(name, y[name])
    else if (name === 'labels') put(name, mergeSet(o[name] ?? [], x[name] ?? [], y[name] ?? []))
    else {
      const choice = choices[`field:${name}`]
      if (choice === 'a' || choice === 'b') put(name, choice === 'a' ? x[name] : y[name])
      else conflicts.push({ place: 'field', name, base: o[name], a: x[name], b: y[name] })
    }
  }
  return fields
}

/** A list whose order says nothing: what either took out is out, what either put in is in. */
function mergeSet(base: string[], a: string[], b: string[]): string[] {
  const kept = base.filter((entry) => a.includes(entry) && b.includes(entry))
  const added = [...a, ...b].filter((entry) => !base.includes(entry)).sort()
  return [...new Set([...kept, ...added])]
}

/** Merges a block that all three have, part by part; `null` where the sides touched the same part differently. */
export function mergeBlock(base: Block, a: Block, b: Block): Block | null {
  if (base.kind !== a.kind || base.kind !== b.kind) return null
  const out: Record<string, unknown> = { id: base.id, kind: base.kind }
  const [o, x, y] = [base, a, b].map((block) => block as unknown as Record<string, unknown>) as [
    Record<string, unknown>,
    Record<string, unknown>,
    Record<string, unknown>,
  ]
  const definition = definitionOf(base)
  if (definition?.clash?.(base, a, b)) return null
  for (const name of new Set([...Object.keys(x), ...Object.keys(y)])) {
    if (name === 'id' || name === 'kind') continue
    // A part that only one side touched is as that side has it, also where that side took it away.
    const [ofA, ofB] = [same(y[name], o[name]) || same(x[name], y[name]), same(x[name], o[name])]
    const value = ofA ? x[name] : ofB ? y[name] : mergePart(definition?.merges[name], o[name], x[name], y[name])
    if (value !== undefined) out[name] = value
    else if (!ofA && !ofB) return null
  }
  return out as unknown as Block
}

/** A part that both sides changed; `undefined` where it cannot be merged. */
function mergePart(how: PartMerge | undefined, base: unknown, a: unknown, b: unknown): unknown {
  if (!Array.isArray(base) || !Array.isArray(a) || !Array.isArray(b)) return undefined
  switch (how) {
    case 'words':
      return mergeText(base as Text, a as Text, b as Text) ?? undefined
    case 'entries':
      return mergeRows(base, a, b)
    case 'blocks':
      return mergeInside(base as Block[], a as Block[], b as Block[])
    case 'columns':
      return mergeColumns(base as Column[], a as Column[], b as Column[])
    case undefined:
      return undefined
  }
}

/** The blocks inside a block, as a page of their own. */
function mergeInside(base: Block[], a: Block[], b: Block[]): Block[] | undefined {
  const merged = merge({ fields: {}, body: base }, { fields: {}, body: a }, { fields: {}, body: b })
  return merged.ok ? merged.content.body : undefined
}

type Column = { span: number; blocks: Block[] }

/** Columns of one number, each merged inside; other widths on both sides are a disagreement. */
function mergeColumns(base: Column[], a: Column[], b: Column[]): Column[] | undefined {
  if (base.length !== a.length || base.length !== b.length) return undefined
  const out: Column[] = []
  for (const [index, column] of base.entries()) {
    const [x, y] = [a[index]!.span, b[index]!.span]
    const span = y === column.span || x === y ? x : x === column.span ? y : undefined
    const blocks = mergeInside(column.blocks, a[index]!.blocks, b[index]!.blocks)
    if (span === undefined || !blocks) return undefined
    out.push({ span, blocks })
  }
  return out.reduce((sum, { span }) => sum + span, 0) <= GRID ? out : undefined
}

/** Entries or rows that only one side touched; `undefined` where both touched neighbouring ones. */
function mergeRows<T>(base: T[], a: T[], b: T[]): T[] | undefined {
  const keys = (rows: T[]) => rows.map((row) => canonical(row))
  const out: T[] = []
  for (const chunk of diff3(keys(base), keys(a), keys(b))) {
    if (chunk.kind === 'conflict') return undefined
    out.push(...(chunk.kind === 'b' ? b.slice(...chunk.b) : a.slice(...chunk.a)))
  }
  return out
}

/**
 * The order of the merged body. What neither side moved keeps the base's order and is the frame; what a side moved or
 * put in follows what it follows there. Where both put something into one gap, the one with the lower first id is first.
 */
export function mergeOrder(base: string[], a: string[], b: string[], kept: ReadonlySet<string>): string[] {
  const [movedByA, movedByB] = [movedIds(base, a), movedIds(base, b)]
  const [inA, inB] = [new Set(a), new Set(b)]
  const frame = base.filter((id) => kept.has(id) && inA.has(id) && inB.has(id) && !movedByA.has(id) && !movedByB.has(id))
  const framed = new Set(frame)
  const ofBase = new Set(base)
  // A block both placed anew goes where the first of the two sides by the rule below has it.
  const gapsOf = (order: string[], moved: Set<string>) => {
    const gaps = new Map<string | null, string[]>()
    let anchor: string | null = null
    for (const id of order) {
      if (framed.has(id)) anchor = id
      else if (kept.has(id) && (moved.has(id) || !ofBase.has(id) || !inA.has(id) || !inB.has(id))) {
        const gap = gaps.get(anchor)
        if (gap) gap.push(id)
        else gaps.set(anchor, [id])
      }
    }
    return gaps
  }
  const [gapsA, gapsB] = [gapsOf(a, movedByA), gapsOf(b, movedByB)]
  const out: string[] = []
  const placed = new Set<string>()
  const put = (id: string) => {
    if (placed.has(id)) return
    placed.add(id)
    out.push(id)
  }
  const fill = (anchor: string | null) => {
    const runs = [gapsA.get(anchor) ?? [], gapsB.get(anchor) ?? []].filter((run) => run.length)
    runs.sort((one, other) => (one.join() < other.join() ? -1 : 1))
    for (const run of runs) run.forEach(put)
  }
  fill(null)
  for (const id of frame) {
    put(id)
    fill(id)
  }
  return out
}
