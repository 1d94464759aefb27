import { deflateRawSync, inflateRawSync } from 'node:zlib'
import { LRUCache } from 'lru-cache'
import { applyDelta, deltaOf } from '../../core/history/delta'
import type { Reader, Tx } from './database'

/** A text to keep, by the SHA-256 of its UTF-8 bytes in hex; `like` names an earlier text it was made from. */
export interface StoredText {
  hash: string
  text: string
  like?: string | undefined
}

/** How the bytes of an object hold its text: as they are, deflated, or with the hex digits that it ends with as bytes after a 0. */
const PLAIN = 0
const DEFLATED = 1
const HEX_END = 2

interface ObjectRow {
  id: number
  hash: Buffer
  base: number | null
  depth: number
  packed: typeof PLAIN | typeof DEFLATED | typeof HEX_END
  bytes: Buffer
}

/** A chain of differences is cut by a whole text after this many, so that reading one is bounded. */
const MAX_DEPTH = 240

/** Below so many bytes packing saves less than its time is worth. */
const WORTH_PACKING = 128

/** Texts by hash; a hash always means the same text, so nothing here is ever stale. */
const cache = new LRUCache<string, string>({ maxSize: 96 * 1024 * 1024, sizeCalculation: (text) => text.length * 2 + 160 })

const pack = (text: string): Pick<ObjectRow, 'packed' | 'bytes'> => {
  // Of two manifests mostly the hash of one block differs.
  const [, before, digits] = /^([^\0]{0,64}?)((?:[0-9a-f]{2}){8,64})$/.exec(text) ?? []
  if (digits !== undefined) return { packed: HEX_END, bytes: Buffer.concat([Buffer.from(`${before}\0`), Buffer.from(digits, 'hex')]) }
  const bytes = Buffer.from(text)
  if (bytes.length < WORTH_PACKING) return { packed: PLAIN, bytes }
  const packed = deflateRawSync(bytes, { level: 6 })
  return packed.length < bytes.length ? { packed: DEFLATED, bytes: packed } : { packed: PLAIN, bytes }
}
const unpack = ({ packed, bytes }: ObjectRow): string => {
  if (packed === DEFLATED) return inflateRawSync(bytes).toString()
  if (packed === PLAIN) return bytes.toString()
  const end = bytes.indexOf(0)
  return bytes.toString('utf8', 0, end) + bytes.toString('hex', end + 1)
}

const writeDelta = (base: string, next: string): string => {
  const delta = deltaOf(base, next)
  return `${delta.head},${delta.tail},${delta.middle}`
}
const readDelta = (base: string, text: string): string => {
  const [, head, tail, middle] = /^(\d+),(\d+),([^]*)$/.exec(text)!
  return applyDelta(base, { head: Number(head), tail: Number(tail), middle: middle! })
}

const hashList = (hashes: Iterable<string>) => JSON.stringify([...hashes])
/** The objects `o` that have one of the hashes; their index holds the first eight bytes. */
const OF_HASHES =
  'FROM json_each($hashes) h CROSS JOIN object o ON substr(o.hash, 1, 8) = substr(unhex(h.value), 1, 8) AND o.hash = unhex(h.value)'

/** Reads texts by hash. Throws when one is missing, which only a damaged file can cause. */
export async function readTexts(db: Reader, hashes: Iterable<string>): Promise<Map<string, string>> {
  const found = new Map<string, string>()
  const missing = new Set<string>()
  for (const hash of hashes) {
    const text = cache.get(hash)
    if (text === undefined) missing.add(hash)
    else found.set(hash, text)
  }
  if (!missing.size) return found
  const rows = await db.all<ObjectRow>(
    `WITH RECURSIVE need (id, base) AS (
       SELECT o.id, o.base ${OF_HASHES}
       UNION SELECT o.id, o.base FROM need JOIN object o ON o.id = need.base)
     SELECT o.id, o.hash, o.base, o.depth, o.packed, o.bytes FROM need JOIN object o ON o.id = need.id ORDER BY o.depth`,
    { hashes: hashList(missing) },
  )
  const byId = new Map<number, string>()
  for (const row of rows) {
    const text = row.base === null ? unpack(row) : readDelta(byId.get(row.base)!, unpack(row))
    byId.set(row.id, text)
    const hash = row.hash.toString('hex')
    cache.set(hash, text)
    if (missing.delete(hash)) found.set(hash, text)
  }
  if (missing.size) throw new Error(`The store lacks the object ${[...missing][0]}`)
  return found
}

/** Where a kept text stands: its row, and how many differences deep. */
interface Place {
  id: number
  depth: number
}

/** Places of committed texts, per store: rows of this table are never changed or taken away. */
const placesOf = new WeakMap<object, LRUCache<string, Place>>()

async function findPlaces(tx: Tx, known: LRUCache<string, Place>, hashes: Iterable<string>): Promise<Map<string, Place>> {
  const found = new Map<string, Place>()
  const missing: string[] = []
  for (const hash of new Set(hashes)) {
    const place = known.get(hash)
    if (place) found.set(hash, place)
    else missing.push(hash)
  }
  if (!missing.length) return found
  const rows = await tx.all<Place & { hash: string }>(`SELECT o.id, o.depth, lower(hex(o.hash)) AS hash ${OF_HASHES}`, {
    hashes: hashList(missing),
  })
  for (const { hash, id, depth } of rows) found.set(hash, { id, depth })
  return found
}

/**
 * Keeps texts that are not kept yet, as differences to what they are like where that is smaller. Returns the row ids of
 * all by hash.
 */
export async function keepTexts(tx: Tx, texts: StoredText[]): Promise<Map<string, number>> {
  const known = placesOf.get(tx.origin) ?? new LRUCache<string, Place>({ max: 100_000 })
  placesOf.set(tx.origin, known)
  const places = new Map<string, Place>()
  const fresh = new Map<string, StoredText>()
  for (const entry of texts) {
    const place = known.get(entry.hash)
    if (place) places.set(entry.hash, place)
    else fresh.set(entry.hash, entry)
  }
  const bases = await findPlaces(
    tx,
    known,
    [...fresh.values()].flatMap((entry) => entry.like ?? []),
  )
  const baseTexts = await readTexts(tx, bases.keys())
  const made = [...fresh.values()].map((entry) => {
    cache.set(entry.hash, entry.text)
    const hash = Buffer.from(entry.hash, 'hex')
    const base = entry.like === undefined ? undefined : bases.get(entry.like)
    if (base && base.depth < MAX_DEPTH) {
      const difference = writeDelta(baseTexts.get(entry.like!)!, entry.text)
      if (difference.length * 3 < entry.text.length) return { hash, base: base.id, depth: base.depth + 1, ...pack(difference) }
    }
    return { hash, base: null, depth: 0, ...pack(entry.text) }
  })
  for (const { hash, id, depth } of await tx.insertNew<Place & { hash: Buffer }, 'object'>('object', made, ['id', 'hash', 'depth']))
    places.set(hash.toString('hex'), { id, depth })
  const there = [...fresh.keys()].filter((hash) => !places.has(hash))
  for (const [hash, place] of await findPlaces(tx, known, there)) places.set(hash, place)
  tx.afterCommit(() => {
    for (const [hash, place] of places) known.set(hash, place)
  })
  return new Map([...places].map(([hash, { id }]) => [hash, id]))
}
