import { emptyBlock, isKnown, type Block } from '../blocks/blocks'
import { canonical } from '../content/canonical'
import type { Content } from '../content/content'
import type { Edit } from '../content/edits'
import type { FieldName } from '../content/fields'
import { isText, normaliseText, type Run, type Text } from '../content/inline'
import { differencesOf, type Hunk } from './sequence'
import { runKey, tokenRuns } from './words'

// Taking a change back, or doing it again, on a content that others have changed since. A change is known by the value
// that it left behind (`from`) and the one it leads to (`to`); `now` is what stands there today. What others wrote since
// is what `now` has and `from` has not: it always stays.

const same = (a: unknown, b: unknown) => a === b || canonical(a ?? null) === canonical(b ?? null)

/** Stretches with fewer unchanged parts than this between them are one: nobody changes every other word on purpose. */
const APART = 3

function joined(hunks: readonly Hunk[], apart: number): Hunk[] {
  const out: Hunk[] = []
  for (const hunk of hunks) {
    const last = out.at(-1)
    if (last && hunk.aFrom - last.aTo < apart) out[out.length - 1] = { ...last, aTo: hunk.aTo, bTo: hunk.bTo }
    else out.push(hunk)
  }
  return out
}

/**
 * The same insertion told as one at another place of `a`, or `null` where it cannot be: "three [their ]mine" puts in the
 * same as "three[ their] mine".
 */
function moved(hunk: Hunk, to: number, a: readonly string[], b: readonly string[]): Hunk | null {
  if (hunk.aFrom !== hunk.aTo) return null
  let { aFrom, bFrom, bTo } = hunk
  for (; aFrom > to && a[aFrom - 1] === b[bTo - 1]; aFrom--, bFrom--, bTo--);
  for (; aFrom < to && a[aFrom] === b[bFrom]; aFrom++, bFrom++, bTo++);
  return aFrom === to ? { aFrom, aTo: aFrom, bFrom, bTo } : null
}

/**
 * A list of parts with the change `from` → `to` made on `now`, stretch by stretch. A stretch that others have changed
 * since, or written into, is theirs now and stays as they left it.
 */
function carryParts<T>(from: readonly T[], to: readonly T[], now: readonly T[], keyOf: (part: T) => string, apart = 1): T[] {
  const [keysFrom, keysTo, keysNow] = [from.map(keyOf), to.map(keyOf), now.map(keyOf)]
  const others = joined(differencesOf(keysFrom, keysNow), apart)
  const out: T[] = []
  let [taken, passed, shift] = [0, 0, 0]
  for (const own of joined(differencesOf(keysFrom, keysTo), apart)) {
    let next = others[passed]
    // What others put into the middle of the stretch may as well have come before it, or after.
    for (; next; next = others[++passed]) {
      const before = next.aTo <= own.aFrom ? next : next.aFrom < own.aTo ? moved(next, own.aFrom, keysFrom, keysNow) : null
      if (!before) break
      shift = before.bTo - before.aTo
    }
    if (next && next.aFrom < own.aTo && !moved(next, own.aTo, keysFrom, keysNow)) continue
    out.push(...now.slice(taken, own.aFrom + shift), ...to.slice(own.bFrom, own.bTo))
    taken = own.aTo + shift
  }
  out.push(...now.slice(taken))
  return out
}

/** A rich text with the change `from` → `to` made on `now`, word by word; every word that others put in stays. */
export const carryText = (from: Text, to: Text, now: Text): Text =>
  normaliseText(carryParts<Run>(tokenRuns(from), tokenRuns(to), tokenRuns(now), runKey, APART))

const carryWords = (from: string, to: string, now: string): string =>
  carryText([{ text: from }], [{ text: to }], [{ text: now }])
    .map(({ text }) => text)
    .join('')

/** Parts of blocks that are sentences rather than names, numbers or addresses. */
const SENTENCES = new Set(['title', 'source', 'caption', 'alt', 'label', 'role', 'html'])
const isBlocks = (value: unknown): value is Block[] =>
  Array.isArray(value) && value.every((part: unknown) => typeof part === 'object' && part !== null && 'id' in part && 'kind' in part)
const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value)

/** Any part of a block, by its shape; `name` is its key. A value that others made of it, and that cannot be mixed, stays. */
function carryValue(name: string, from: unknown, to: unknown, now: unknown): unknown {
  if (same(now, from)) return to
  if (same(from, to) || same(now, to)) return now
  if (typeof from === 'string' && typeof to === 'string' && typeof now === 'string')
    return SENTENCES.has(name) ? carryWords(from, to, now) : now
  if (Array.isArray(from) && Array.isArray(to) && Array.isArray(now)) {
    if (isText(from) && isText(to) && isText(now)) return carryText(from, to, now)
    if (isBlocks(from) && isBlocks(to) && isBlocks(now)) return carryBlocks(from, to, now)
    if (from.length === to.length && from.length === now.length) return now.map((part, at) => carryValue('', from[at], to[at], part))
    return carryParts<unknown>(from, to, now, (part) => canonical(part))
  }
  if (isRecord(from) && isRecord(to) && isRecord(now)) {
    const out: Record<string, unknown> = { ...now }
    for (const key of new Set([...Object.keys(from), ...Object.keys(to)])) {
      const value = carryValue(key, from[key], to[key], now[key])
      if (value === undefined) delete out[key]
      else out[key] = value
    }
    return out
  }
  return now
}

/** The blocks inside a block. */
const carryBlocks = (from: Block[], to: Block[], now: Block[]): Block[] => {
  const of = (blocks: Block[]) => new Map(blocks.map((block) => [block.id, block]))
  const [was, next] = [of(from), of(to)]
  const kept = now.flatMap((block) => carryBlock(was.get(block.id) ?? null, next.get(block.id) ?? null, block) ?? [])
  const there = new Set(now.map(({ id }) => id))
  to.forEach((block, index) => {
    if (there.has(block.id) || was.has(block.id)) return
    const before = to.slice(0, index).findLast(({ id }) => kept.some((other) => other.id === id))
    kept.splice(before ? kept.findIndex(({ id }) => id === before.id) + 1 : 0, 0, block)
  })
  return kept
}

/**
 * One block with the change `from` → `to` made on `now`; `null` is a block that is not there. What others wrote into it
 * stays, also in a block that the change takes away.
 */
export function carryBlock(from: Block | null, to: Block | null, now: Block | null): Block | null {
  if (same(now, from)) return to
  if (!now || same(from, to)) return now
  if (!isKnown(now)) return now
  const [was, next] = [from ?? emptyBlock(now.kind, now.id), to ?? emptyBlock(now.kind, now.id)]
  if (was.kind !== now.kind || next.kind !== now.kind) return now
  const carried = carryValue('', was, next, now) as Block
  return to === null && same(carried, next) ? null : carried
}

/** What edits leave at a block or field: the value, `null` for none, or `undefined` for places they do not touch. */
function leftAt(edits: readonly Edit[]): { blocks: Map<string, Block | null>; fields: Map<string, unknown> } {
  const blocks = new Map<string, Block | null>()
  const fields = new Map<string, unknown>()
  for (const edit of edits) {
    if (edit.op === 'field') fields.set(edit.name, edit.value)
    else if (edit.op === 'remove') blocks.set(edit.id, null)
    else if (edit.op !== 'move') blocks.set(edit.block.id, edit.block)
  }
  return { blocks, fields }
}

function carryField(name: FieldName, from: unknown, to: unknown, now: unknown): unknown {
  if (name === 'labels' || name === 'byline') {
    const [was, next, stands] = [from, to, now].map((value) => (value as string[] | null | undefined) ?? [])
    return carryParts(was!, next!, stands!, (id) => id)
  }
  return carryValue(name, from ?? null, to ?? null, now ?? null)
}

/**
 * A content with one's own change taken back or done again: `from` are the edits that were done last, `to` their
 * opposite. On a content that nobody else touched it is `to` replayed; whatever others put in since stays.
 */
export function carryEdits(content: Content, from: readonly Edit[], to: readonly Edit[]): Content {
  const left = leftAt(from)
  const fields = { ...content.fields }
  const body = [...content.body]
  const at = (id: string) => body.findIndex((block) => block.id === id)
  const place = (after: string | null) => (after === null ? 0 : at(after) + 1 || body.length)
  for (const edit of to) {
    if (edit.op === 'field') {
      const name = edit.name as FieldName
      const value = carryField(name, left.fields.get(name), edit.value, fields[name])
      if (value === null || value === undefined) delete fields[name]
      else Object.assign(fields, { [name]: value })
    } else if (edit.op === 'move') {
      const index = at(edit.id)
      if (index < 0) continue
      const [block] = body.splice(index, 1)
      body.splice(place(edit.after), 0, block!)
    } else {
      const id = edit.op === 'remove' ? edit.id : edit.block.id
      const index = at(id)
      const carried = carryBlock(left.blocks.get(id) ?? null, edit.op === 'remove' ? null : edit.block, index < 0 ? null : body[index]!)
      if (index >= 0) body.splice(index, 1, ...(carried ? [carried] : []))
      else if (carried) body.splice(place(edit.op === 'insert' ? edit.after : null), 0, carried)
    }
  }
  return { fields, body }
}
