import { type Kind, kindsThat } from '../../core/kinds/kinds'
import { CONTENT_PARTS, type ContentFacts, type ContentPart } from '../../core/query/contentFacts'
import type { Term } from '../../core/query/spelling'
import { among, type Reader, type Tx, type Writer } from './database'

/** A small number that stands for a word or an id in rows of `listed`; never null, -1 where nothing has it. */
export const codeOf = (value: string) => `coalesce((SELECT n FROM code WHERE id = ${value}), -1)`

/** Of several open drafts the one furthest along its route stands for the item in lists, the older of two; one of its content before others. */
const FURTHEST =
  "d.change <> 'content', CASE d.review WHEN 'cleared' THEN 0 WHEN 'in_review' THEN 1 WHEN 'returned' THEN 2 ELSE 3 END, d.created_at, d.id"

/** The state of a draft `d` as lists show it: how it was judged, and whether it has a time that holds. */
const STATE = `CASE WHEN EXISTS (SELECT 1 FROM planned_event e WHERE e.item_id = d.item_id AND e.draft_id = d.id AND e.state = 'held') THEN 'held'
  WHEN d.review = 'cleared' AND EXISTS (SELECT 1 FROM planned_event e WHERE e.item_id = d.item_id AND e.draft_id = d.id AND e.state = 'planned' AND e.at IS NOT NULL) THEN 'scheduled'
  ELSE d.review END`

const LIST = `INSERT INTO pair (item_id, rank, draft_id, draft_state, version_id, by_id, title, place)
  SELECT i.id, coalesce(o.rank, 0), o.draft, coalesce(o.state, 'none'), v.id, v.author_id, i.title, (SELECT replace(e.path, '/', char(1)) FROM live_entry e WHERE e.item_id = i.id)
  FROM item i
  LEFT JOIN (SELECT d.item_id, d.id AS draft, d.head_version, ${STATE} AS state, row_number() OVER (PARTITION BY d.item_id ORDER BY ${FURTHEST}) - 1 AS rank
             FROM draft d WHERE d.closed_at IS NULL AND d.item_id IN (SELECT value FROM json_each($ids))) o ON o.item_id = i.id
  JOIN version v ON v.id = coalesce(o.head_version,
    (SELECT l.version_id FROM live_interval l WHERE l.item_id = i.id AND l.to_at IS NULL),
    (SELECT n.id FROM version n WHERE n.item_id = i.id ORDER BY n.number DESC LIMIT 1))
  WHERE i.id IN (SELECT value FROM json_each($ids))
  ON CONFLICT (item_id, rank) DO UPDATE SET draft_id = excluded.draft_id, draft_state = excluded.draft_state, version_id = excluded.version_id, by_id = excluded.by_id`

/** Brings the rows of items in line with their open drafts: one for each, or one for an item without. */
export async function syncListed(tx: Writer, ids: string): Promise<void> {
  await tx.run(
    'DELETE FROM pair WHERE item_id IN (SELECT value FROM json_each($ids)) AND rank > 0 AND rank >= (SELECT count(*) FROM draft d WHERE d.item_id = pair.item_id AND d.closed_at IS NULL)',
    { ids },
  )
  await tx.run(LIST, { ids })
}

/** A row whose content lists do not know yet. */
export interface StaleRow {
  n: number
  item: string
  kind: Kind
  version: string
}

export const staleListed = (db: Reader, limit: number, items?: string[]): Promise<StaleRow[]> =>
  db.all<StaleRow>(
    `SELECT n, item_id AS item, (SELECT kind FROM item i WHERE i.id = item_id) AS kind, version_id AS version FROM pair WHERE indexed_version IS NOT version_id
     ${items ? 'AND item_id IN (SELECT value FROM json_each($items))' : ''} ORDER BY n LIMIT $limit`,
    { limit, ...(items ? { items: JSON.stringify(items) } : {}) },
  )

/** The words in texts that begin as one does, or as it would with its first two letters exchanged, and are about as long. */
export const wordsLike = (db: Reader, word: string, errors: number): Promise<Term[]> =>
  db.all<Term>(
    `SELECT term, doc AS count FROM (SELECT term, doc FROM listed_word WHERE term >= $a AND term < $aEnd UNION ALL SELECT term, doc FROM listed_word WHERE term >= $b AND term < $bEnd AND $a <> $b)
     WHERE length(term) BETWEEN $shortest AND $longest LIMIT 50000`,
    {
      a: word.charAt(0),
      aEnd: `${word.charAt(0)}\u{10ffff}`,
      b: word.charAt(1),
      bEnd: `${word.charAt(1)}\u{10ffff}`,
      shortest: word.length - errors,
      longest: word.length + errors,
    },
  )

/** A bit for each part that is known by the content. */
export const bitOf = (part: ContentPart): number => 1 << CONTENT_PARTS.indexOf(part)

/** Takes in what is known of contents, for the rows that still stand for these versions; others come in the next turn. */
export async function takeInListed(tx: Tx, known: (StaleRow & ContentFacts)[]): Promise<void> {
  const rows = {
    rows: JSON.stringify(
      known.map(({ n, version, language, shownDate, words, has, labels, labelType, title, passages }) => ({
        n,
        version,
        language,
        shownDate,
        words,
        parts: CONTENT_PARTS.reduce((bits, part) => bits | (has[part] ? bitOf(part) : 0), 0),
        labels,
        labelType,
        title,
        body: passages.join('\n'),
      })),
    ),
  }
  const still = "FROM json_each($rows) j JOIN pair l ON l.n = j.value ->> 'n' AND l.version_id = j.value ->> 'version'"
  await tx.run("INSERT OR IGNORE INTO code (id) SELECT DISTINCT j.value ->> 'language' FROM json_each($rows) j", rows)
  await tx.run(`DELETE FROM listed_label WHERE n IN (SELECT l.n ${still})`, rows)
  await tx.run(`INSERT INTO listed_label (label_id, n) SELECT label.value, l.n ${still}, json_each(j.value, '$.labels') label`, rows)
  await tx.run(`DELETE FROM listed_text WHERE rowid IN (SELECT l.n ${still})`, rows)
  await tx.run(
    `INSERT INTO listed_text (rowid, title, labels, body) SELECT l.n, j.value ->> 'title',
       (SELECT group_concat(i.title, char(10)) FROM listed_label b JOIN item i ON i.id = b.label_id JOIN item own ON own.id = l.item_id
        WHERE b.n = l.n AND (i.on_site = 'live' OR i.section_id = own.section_id)), j.value ->> 'body' ${still}`,
    rows,
  )
  // Each index that has a column which an update names is written anew: what is as it was is not named.
  for (const columns of [
    { parts: "j.value ->> 'parts'" },
    { language: codeOf("j.value ->> 'language'"), shown: "j.value ->> 'shownDate'", words: "j.value ->> 'words'" },
  ])
    await tx.run(
      `UPDATE listed SET ${Object.entries(columns)
        .map(([column, value]) => `${column} = ${value}`)
        .join(', ')}
       FROM json_each($rows) j JOIN pair l ON l.n = j.value ->> 'n' AND l.version_id = j.value ->> 'version'
       WHERE listed.n = l.n AND (${Object.entries(columns)
         .map(([column, value]) => `listed.${column} IS NOT ${value}`)
         .join(' OR ')})`,
      rows,
    )
  await tx.run(
    `UPDATE pair SET indexed_version = version_id, label_type = j.value ->> 'labelType' FROM json_each($rows) j WHERE pair.n = j.value ->> 'n' AND pair.version_id = j.value ->> 'version'`,
    rows,
  )
}

/**
 * The labels of a site with their sort, as they are on the site, else as they are written. Of sections that one may not read
 * (all others than `sections`, where that is not `null`) only those that readers know.
 */
export const labelTitles = (db: Reader, site: string, sections: readonly string[] | null) =>
  db.all<{ id: string; title: string; type: string | null }>(
    `SELECT i.id, i.title, coalesce(e.fields ->> 'labelType', l.label_type) AS type FROM item i JOIN pair l ON l.item_id = i.id AND l.rank = 0 LEFT JOIN live_entry e ON e.item_id = i.id
     WHERE i.site_id = $site AND ${among('i.kind', kindsThat('sorting'))} AND i.binned_at IS NULL AND ($readable IS NULL OR i.on_site = 'live' OR i.section_id IN (SELECT value FROM json_each($readable))) ORDER BY i.title COLLATE NOCASE, i.id LIMIT 10000`,
    { site, readable: sections && JSON.stringify(sections) },
  )

/** The words and ids that numbers in rows of `listed` stand for. */
export const codeNames = async (db: Reader): Promise<Map<number, string>> =>
  new Map((await db.all<{ n: number; id: string }>('SELECT n, id FROM code')).map(({ n, id }) => [n, id]))

/** The next (item, draft or none) that have a label, in the order of their rows; none of the bin. */
export const labelledAfter = (db: Reader, label: string, sections: readonly string[] | null, after: number, limit: number) =>
  db.all<{ n: number; item: string; draft: string | null }>(
    `SELECT p.n, p.item_id AS item, p.draft_id AS draft FROM listed_label b JOIN pair p ON p.n = b.n JOIN item i ON i.id = p.item_id
     WHERE b.label_id = $label AND p.n > $after AND i.binned_at IS NULL ${sections ? 'AND i.section_id IN (SELECT value FROM json_each($sections))' : ''} ORDER BY p.n LIMIT $limit`,
    { label, after, limit, ...(sections ? { sections: JSON.stringify(sections) } : {}) },
  )
