import { inflateRawSync } from 'node:zlib'
import type { Tx } from '../database'

/*
 * What earlier migrations need of the program, as it was when they were written. It is never changed: a file of that time must
 * open the same way in every later program.
 */

const codeOf = (value: string) => `coalesce((SELECT n FROM code WHERE id = ${value}), -1)`
const ms = (instant: string) => `(unixepoch(${instant}) * 1000 + CAST(substr(${instant}, 21, 3) AS INTEGER))`

/** The columns of `listed` that come from the item, each with its source. */
export const LISTED_OF_ITEM: Record<string, (item: string) => string> = {
  binned: (item) => `CASE WHEN ${item}.ended_at IS NOT NULL THEN 2 ELSE ${item}.binned_at IS NOT NULL END`,
  kind: (item) => codeOf(`${item}.kind`),
  section: (item) => codeOf(`${item}.section_id`),
  on_site: (item) => codeOf(`${item}.on_site`),
  author: (item) => codeOf(`${item}.author_id`),
  owner: (item) => `(SELECT n FROM code WHERE id = ${item}.owner_id)`,
  named: (item) => `${item}.internal_name <> ''`,
  created: (item) => ms(`${item}.created_at`),
  changed: (item) => ms(`${item}.changed_at`),
  next: (item) => ms(`${item}.next_at`),
  ends: (item) => ms(`${item}.ends_at`),
  review: (item) => `${item}.review_by`,
  embargoed: (item) => `${item}.embargo_at IS NOT NULL`,
}
/** The columns of `listed` that come from the row of `pair`. */
export const LISTED_OF_PAIR: Record<string, (pair: string) => string> = {
  draft: (pair) => codeOf(`${pair}.draft_state`),
  by: (pair) => codeOf(`${pair}.by_id`),
}

const FURTHEST =
  "d.change <> 'content', CASE d.review WHEN 'cleared' THEN 0 WHEN 'in_review' THEN 1 WHEN 'returned' THEN 2 ELSE 3 END, d.created_at, d.id"
const STATE = `CASE WHEN EXISTS (SELECT 1 FROM planned_event e WHERE e.item_id = d.item_id AND e.draft_id = d.id AND e.state = 'held') THEN 'held'
  WHEN d.review = 'cleared' AND EXISTS (SELECT 1 FROM planned_event e WHERE e.item_id = d.item_id AND e.draft_id = d.id AND e.state = 'planned' AND e.at IS NOT NULL) THEN 'scheduled'
  ELSE d.review END`

/** Makes the rows of `pair` of all items. */
export const LIST_ALL = `INSERT INTO pair (item_id, rank, draft_id, draft_state, version_id, by_id, title, place)
  SELECT i.id, coalesce(o.rank, 0), o.draft, coalesce(o.state, 'none'), v.id, v.author_id, i.title, (SELECT replace(e.path, '/', char(1)) FROM live_entry e WHERE e.item_id = i.id)
  FROM item i
  LEFT JOIN (SELECT d.item_id, d.id AS draft, d.head_version, ${STATE} AS state, row_number() OVER (PARTITION BY d.item_id ORDER BY ${FURTHEST}) - 1 AS rank
             FROM draft d WHERE d.closed_at IS NULL) o ON o.item_id = i.id
  JOIN version v ON v.id = coalesce(o.head_version,
    (SELECT l.version_id FROM live_interval l WHERE l.item_id = i.id AND l.to_at IS NULL),
    (SELECT n.id FROM version n WHERE n.item_id = i.id ORDER BY n.number DESC LIMIT 1))
  WHERE true`

/** A manifest as far as migrations read it. */
export interface ManifestThen {
  fields: { shownDate?: string | null; cover?: { media: string }; sharingPicture?: { media: string }; target?: string }
  body: [id: string, hash: string, media?: string[]][]
}

/** The bytes of an object: as they are, deflated, or ending with bytes that stand for hex digits after a 0. */
function unpack(packed: number, bytes: Buffer): string {
  if (packed === 1) return inflateRawSync(bytes).toString()
  if (packed === 0) return bytes.toString()
  const end = bytes.indexOf(0)
  return bytes.toString('utf8', 0, end) + bytes.toString('hex', end + 1)
}

/** A text that is kept as what stands between a beginning and an end of another. */
function between(base: string, difference: string): string {
  const [, head, tail, middle] = /^(\d+),(\d+),([^]*)$/.exec(difference)!
  return base.slice(0, Number(head)) + middle + base.slice(base.length - Number(tail))
}

/** The manifests of versions, by the versions' ids. */
export async function manifestsThen(tx: Tx, versions: readonly string[]): Promise<Map<string, ManifestThen>> {
  const ids = JSON.stringify(versions)
  const objects = await tx.all<{ id: number; base: number | null; packed: number; bytes: Buffer }>(
    `WITH RECURSIVE need (id, base) AS (
       SELECT o.id, o.base FROM json_each($ids) j JOIN version v ON v.id = j.value JOIN object o ON o.id = v.manifest
       UNION SELECT o.id, o.base FROM need JOIN object o ON o.id = need.base)
     SELECT o.id, o.base, o.packed, o.bytes FROM need JOIN object o ON o.id = need.id ORDER BY o.depth`,
    { ids },
  )
  const texts = new Map<number, string>()
  for (const { id, base, packed, bytes } of objects) {
    const text = unpack(packed, bytes)
    texts.set(id, base === null ? text : between(texts.get(base)!, text))
  }
  const rows = await tx.all<{ id: string; manifest: number }>(
    'SELECT v.id, v.manifest FROM json_each($ids) j JOIN version v ON v.id = j.value',
    { ids },
  )
  return new Map(rows.map(({ id, manifest }) => [id, JSON.parse(texts.get(manifest)!) as ManifestThen]))
}
