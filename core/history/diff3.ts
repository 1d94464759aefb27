import { differences, intern, type Hunk } from './sequence'

/**
 * A stretch of a three-way merge over positions of the base and both sides. `stable`: all three agree. `a`, `b`: only
 * that side changed it. `both`: both made the same of it. `conflict`: each made something else of it.
 */
export interface Chunk {
  kind: 'stable' | 'a' | 'b' | 'both' | 'conflict'
  base: [from: number, to: number]
  a: [from: number, to: number]
  b: [from: number, to: number]
}

/**
 * The chunks of a three-way merge of sequences, in order, covering all three whole. After Khanna, Kunal and Pierce, "A
 * Formal Investigation of Diff3" (2007), §2: what both matchings with the base keep is stable; between stable stretches
 * the sides are compared as wholes.
 */
export function diff3(base: readonly string[], a: readonly string[], b: readonly string[]): Chunk[] {
  const numbers = intern()
  const [o, x, y] = [numbers(base), numbers(a), numbers(b)]
  return chunksOf(o, x, y, matching(o.length, differences(o, x)), matching(o.length, differences(o, y)))
}

/**
 * The chunks for given matchings: for each position of the base where it went in the side, or −1. Matchings rise, and
 * match equal symbols only.
 */
export function chunksOf(o: Int32Array, x: Int32Array, y: Int32Array, inA: Int32Array, inB: Int32Array): Chunk[] {
  const chunks: Chunk[] = []
  let [atO, atA, atB] = [0, 0, 0]
  const unstable = (toO: number, toA: number, toB: number) => {
    if (atO === toO && atA === toA && atB === toB) return
    const chunk = { base: [atO, toO], a: [atA, toA], b: [atB, toB] } as const
    const same = (s: Int32Array, [from, to]: readonly [number, number], t: Int32Array, [start, end]: readonly [number, number]) =>
      to - from === end - start && s.subarray(from, to).every((value, index) => value === t[start + index])
    const kind = same(x, chunk.a, y, chunk.b)
      ? 'both'
      : same(o, chunk.base, y, chunk.b)
        ? 'a'
        : same(o, chunk.base, x, chunk.a)
          ? 'b'
          : 'conflict'
    chunks.push({ kind, base: [...chunk.base], a: [...chunk.a], b: [...chunk.b] })
  }
  for (let at = 0; at < o.length;) {
    if (inA[at]! < 0 || inB[at]! < 0) {
      at++
      continue
    }
    unstable(at, inA[at]!, inB[at]!)
    let length = 1
    while (at + length < o.length && inA[at + length] === inA[at]! + length && inB[at + length] === inB[at]! + length) length++
    chunks.push({ kind: 'stable', base: [at, at + length], a: [inA[at]!, inA[at]! + length], b: [inB[at]!, inB[at]! + length] })
    ;[atO, atA, atB] = [at + length, inA[at]! + length, inB[at]! + length]
    at += length
  }
  unstable(o.length, x.length, y.length)
  return chunks
}

/** For each position of the base where it went in the other sequence, or −1. */
function matching(length: number, hunks: Hunk[]): Int32Array {
  const to = new Int32Array(length).fill(-1)
  let [at, shift] = [0, 0]
  for (const hunk of hunks) {
    for (; at < hunk.aFrom; at++) to[at] = at + shift
    at = hunk.aTo
    shift = hunk.bTo - hunk.aTo
  }
  for (; at < length; at++) to[at] = at + shift
  return to
}
