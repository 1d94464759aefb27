import type { Fields } from '../../core/content/fields'
import { type Kind, kindsThat } from '../../core/kinds/kinds'
import type { LiveCause } from '../../core/history/causes'
import type { SiteEntry } from '../../core/plan/entry'
import { among, type Bind, type Reader, type Writer } from './database'
import type { NewRow, Row } from './models'

export type EntryRow = Omit<Row<'live_entry'>, 'site_id' | 'parent_id' | 'in_sitemap' | 'indexed_version' | 'own_access' | 'access'>

/** What of the live items a reader may read: all, or what everyone may and what has one of these keys of access. */
export type Opened = 'all' | readonly string[]

/** The condition that a reader may read a live item `e`, after others. */
const readable = (opened: Opened): string =>
  opened === 'all'
    ? ''
    : opened.length
      ? ' AND (e.access IS NULL OR e.access IN (SELECT value FROM json_each($opened)))'
      : ' AND e.access IS NULL'
const openedBind = (opened: Opened): Bind => (opened === 'all' || !opened.length ? {} : { opened: JSON.stringify(opened) })

/** The keys of access of what is live on a site and not for everyone. */
export const accessKeys = async (db: Reader, site: string): Promise<string[]> =>
  (await db.all<{ access: string }>('SELECT DISTINCT access FROM live_entry WHERE site_id = $site AND access IS NOT NULL', { site })).map(
    ({ access }) => access,
  )

/** Who may read a live item, as a key; `null` for everyone, `undefined` where it is not live. */
export const accessOfItem = async (db: Reader, item: string): Promise<string | null | undefined> =>
  (await db.one<{ access: string | null }>('SELECT access FROM live_entry WHERE item_id = $item', { item }))?.access

/** Who may read what is live at an address, as a key; `null` for everyone, `undefined` where nothing is. */
export const accessAt = async (db: Reader, site: string, path: string): Promise<string | null | undefined> =>
  (
    await db.one<{ access: string | null }>(
      'SELECT e.access FROM address_interval a JOIN live_entry e ON e.item_id = a.item_id AND e.path = a.path WHERE a.site_id = $site AND a.path = $path AND a.to_at IS NULL',
      { site, path },
    )
  )?.access

export interface LiveItem extends SiteEntry {
  n: number
}

export const toLive = (row: EntryRow): LiveItem => ({
  n: row.n,
  item: row.item_id,
  kind: row.kind,
  section: row.section_id,
  version: row.version_id,
  path: row.path,
  fields: JSON.parse(row.fields) as Fields,
  title: row.title,
  shownDate: row.shown_date,
  firstLive: row.first_live,
  changed: row.changed_at,
})

const entries = async (db: Reader, where: string, bind: Bind): Promise<LiveItem[]> =>
  (
    await db.all<EntryRow>(
      `SELECT e.n, e.item_id, e.kind, e.section_id, e.version_id, e.path, e.title, e.shown_date, e.fields, e.first_live, e.changed_at FROM live_entry e ${where}`,
      bind,
    )
  ).map(toLive)

/** Those of some items that are live on a site. */
export const liveByIds = (db: Reader, site: string, ids: string[], opened: Opened = 'all'): Promise<LiveItem[]> =>
  ids.length
    ? entries(db, `WHERE e.item_id IN (SELECT value FROM json_each($ids)) AND e.site_id = $site${readable(opened)}`, {
        ids: JSON.stringify(ids),
        site,
        ...openedBind(opened),
      })
    : Promise.resolve([])

/** The page above a page on the site; `null` for one at the top or not on the site. */
export const liveParent = async (db: Reader, page: string): Promise<string | null> =>
  (await db.one<{ parent: string | null }>('SELECT parent_id AS parent FROM live_entry WHERE item_id = $page', { page }))?.parent ?? null

const IN_TREE = among('e.kind', kindsThat('tree'))
/** The page above a live item, where its kind stands in the tree. */
const parentInTree = (entry: string) => `iif(${among(`${entry}.kind`, kindsThat('tree'))}, ${entry}.parent_id, NULL)`

/** The live pages, for menu and breadcrumb. */
export const livePages = (db: Reader, site: string, opened: Opened) =>
  entries(db, `WHERE e.site_id = $site AND ${IN_TREE}${readable(opened)}`, { site, ...openedBind(opened) })

/** All live pages below an address. */
export const liveBelow = (db: Reader, site: string, path: string) =>
  entries(db, `WHERE e.site_id = $site AND ${IN_TREE} AND e.path >= $from AND e.path < $to`, {
    site,
    from: `${path}/`,
    to: `${path}0`,
  })

/** The live pages right below a page. */
export const liveChildrenOf = (db: Reader, item: string) =>
  db.all<{ item: string; title: string }>('SELECT item_id AS item, title FROM live_entry WHERE parent_id = $item LIMIT 50000', { item })

/** The items that addresses lead to now. */
export const addressOwners = (db: Reader, site: string, paths: string[]) =>
  db.all<{ path: string; item: string; title: string }>(
    'SELECT a.path, a.item_id AS item, i.title FROM address_interval a JOIN item i ON i.id = a.item_id WHERE a.site_id = $site AND a.to_at IS NULL AND a.path IN (SELECT value FROM json_each($paths))',
    { site, paths: JSON.stringify(paths) },
  )

/** What an address means now and meant before: the live item there, else the last one that had it. */
export const addressAt = (db: Reader, site: string, path: string) =>
  db.one<{ item_id: string; now: number; on_site: string; live_path: string | null }>(
    `SELECT a.item_id, a.to_at IS NULL AS now, i.on_site, e.path AS live_path FROM address_interval a JOIN item i ON i.id = a.item_id LEFT JOIN live_entry e ON e.item_id = a.item_id
     WHERE a.site_id = $site AND a.path = $path ORDER BY a.to_at IS NULL DESC, a.from_at DESC, a.id DESC LIMIT 1`,
    { site, path },
  )

/** The items that stood at an address, and when, in order. */
export const addressHistory = (db: Reader, site: string, path: string) =>
  db.all<{ item: string; from: string; to: string | null }>(
    'SELECT item_id AS item, from_at AS "from", to_at AS "to" FROM address_interval WHERE site_id = $site AND path = $path ORDER BY from_at LIMIT 1000',
    { site, path },
  )

export const earlierAddresses = async (db: Reader, item: string, now: string | null): Promise<string[]> =>
  (
    await db.all<{ path: string }>(
      'SELECT DISTINCT path FROM address_interval WHERE item_id = $item AND to_at IS NOT NULL ORDER BY id DESC LIMIT 20',
      { item },
    )
  )
    .map((row) => row.path)
    .filter((path) => path !== now)

export interface ListingQuery {
  site: string
  opened: Opened
  kinds: readonly Kind[]
  section?: string[] | undefined
  /** Items with this label, by this author, or labels that are a part of this one. */
  with?: { relation: 'label' | 'byline' | 'broader'; target: string } | undefined
  /** YYYY-MM */
  month?: string | undefined
}

function listingWhere(query: ListingQuery): { where: string; bind: Bind } {
  const terms = ['e.site_id = $site']
  const bind: Bind = { site: query.site }
  const add = (term: string, values: Bind) => {
    terms.push(term)
    Object.assign(bind, values)
  }
  // One kind is walked in the order of its listing.
  if (query.kinds.length === 1) add('e.kind = $kind', { kind: query.kinds[0]! })
  else add('e.kind IN (SELECT value FROM json_each($kinds))', { kinds: JSON.stringify(query.kinds) })
  if (query.section) add('e.section_id IN (SELECT value FROM json_each($sections))', { sections: JSON.stringify(query.section) })
  if (query.month) add('e.shown_date >= $first AND e.shown_date <= $last', { first: `${query.month}-01`, last: `${query.month}-31` })
  if (query.with) add('e.item_id IN (SELECT item_id FROM live_ref WHERE target = $target AND relation = $relation)', { ...query.with })
  return { where: terms.join(' AND ') + readable(query.opened), bind: { ...bind, ...openedBind(query.opened) } }
}

/** A page of a listing, newest shown date first. */
export const liveListing = (db: Reader, query: ListingQuery, offset: number, limit: number) => {
  const { where, bind } = listingWhere(query)
  return entries(db, `WHERE ${where} ORDER BY e.shown_date DESC, e.item_id DESC LIMIT $limit OFFSET $offset`, { ...bind, limit, offset })
}

export async function countListing(db: Reader, query: ListingQuery): Promise<number> {
  const { where, bind } = listingWhere(query)
  return (await db.one<{ n: number }>(`SELECT count(*) AS n FROM live_entry e WHERE ${where}`, bind))!.n
}

/** The entries just before and after one in the order of its kind's listing. */
export async function liveAround(
  db: Reader,
  site: string,
  kind: Kind,
  shownDate: string | null,
  item: string,
  opened: Opened,
): Promise<{ previous: LiveItem | null; next: LiveItem | null }> {
  const bind = { site, kind, date: shownDate, item, ...openedBind(opened) }
  const stands = `e.site_id = $site AND e.kind = $kind${readable(opened)}`
  const [[previous], [next]] = await Promise.all([
    entries(db, `WHERE ${stands} AND (e.shown_date, e.item_id) < ($date, $item) ORDER BY e.shown_date DESC, e.item_id DESC LIMIT 1`, bind),
    entries(db, `WHERE ${stands} AND (e.shown_date, e.item_id) > ($date, $item) ORDER BY e.shown_date, e.item_id LIMIT 1`, bind),
  ])
  return { previous: previous ?? null, next: next ?? null }
}

export const liveMonths = (db: Reader, site: string, opened: Opened) =>
  db.all<{ month: string; n: number }>(
    `SELECT substr(e.shown_date, 1, 7) AS month, count(*) AS n FROM live_entry e WHERE e.site_id = $site AND ${among('e.kind', kindsThat('stream'))} AND e.shown_date IS NOT NULL${readable(opened)} GROUP BY 1 ORDER BY 1 DESC LIMIT 600`,
    { site, ...openedBind(opened) },
  )

/** What search engines are told of: never what is not for everyone. */
export const liveForSitemap = (db: Reader, site: string, part: number, size: number) =>
  db.all<{ path: string; changed: string }>(
    'SELECT path, changed_at AS changed FROM live_entry WHERE site_id = $site AND in_sitemap = 1 AND path IS NOT NULL AND access IS NULL ORDER BY n LIMIT $size OFFSET $offset',
    { site, size, offset: part * size },
  )

export const countSitemap = async (db: Reader, site: string) =>
  (await db.one<{ n: number }>(
    'SELECT count(*) AS n FROM live_entry WHERE site_id = $site AND in_sitemap = 1 AND path IS NOT NULL AND access IS NULL',
    {
      site,
    },
  ))!.n

/** Live items of a site that have the words, best first, with a snippet whose hits stand between U+0002 and U+0003. */
export const searchLive = async (db: Reader, site: string, words: string, limit: number, offset: number, opened: Opened) => {
  const rows = await db.all<EntryRow & { snippet: string }>(
    `SELECT e.n, e.item_id, e.kind, e.section_id, e.version_id, e.path, e.title, e.shown_date, e.fields, e.first_live, e.changed_at, snippet(live_text, 1, char(2), char(3), ' … ', 28) AS snippet
     FROM live_text JOIN live_entry e ON e.n = live_text.rowid WHERE live_text MATCH $words AND e.site_id = $site AND e.path IS NOT NULL${readable(opened)} ORDER BY bm25(live_text, 6.0, 1.0) LIMIT $limit OFFSET $offset`,
    { site, words, limit, offset, ...openedBind(opened) },
  )
  return rows.map((row) => ({ ...toLive(row), snippet: row.snippet }))
}
export const countSearch = async (db: Reader, site: string, words: string, opened: Opened) =>
  (await db.one<{ n: number }>(
    `SELECT count(*) AS n FROM live_text JOIN live_entry e ON e.n = live_text.rowid WHERE live_text MATCH $words AND e.site_id = $site AND e.path IS NOT NULL${readable(opened)}`,
    { site, words, ...openedBind(opened) },
  ))!.n

/** Live items of a site that point at an item, by relation. */
export const liveRefsTo = (db: Reader, site: string, target: string) =>
  db.all<{ relation: string; item_id: string; title: string; path: string | null }>(
    'SELECT r.relation, r.item_id, e.title, e.path FROM live_ref r JOIN live_entry e ON e.item_id = r.item_id WHERE r.target = $target AND e.site_id = $site LIMIT 50',
    { site, target },
  )

/**
 * Who may read what is live on a site and shows a file, or leads to it, as keys (`null`: everyone); none where nothing does. More keys than a
 * site has are never looked at.
 */
export const mediaAccess = async (db: Reader, site: string, media: string): Promise<(string | null)[]> =>
  (
    await db.all<{ access: string | null }>(
      "SELECT DISTINCT e.access FROM live_ref r JOIN live_entry e ON e.item_id = r.item_id WHERE r.target = $media AND r.relation = 'media' AND e.site_id = $site",
      { site, media },
    )
  ).map(({ access }) => access)

/** An FTS5 query that finds all the words typed, the last as a beginning; `null` when there are none. */
export function wordsQuery(text: string): string | null {
  const words = text.match(/[\p{L}\p{N}]+/gu)?.slice(0, 12)
  return words ? words.map((word, index) => `"${word}"${index === words.length - 1 ? '*' : ''}`).join(' ') : null
}

export const addIntervals = (tx: Writer, rows: NewRow<'live_interval'>[]) => tx.insert('live_interval', rows)

/** Ends what readers get of some items. */
export const endIntervals = (tx: Writer, items: readonly string[], at: string) =>
  tx.run('UPDATE live_interval SET to_at = $at WHERE to_at IS NULL AND item_id IN (SELECT value FROM json_each($items))', {
    at,
    items: JSON.stringify(items),
  })

export const addAddresses = (tx: Writer, rows: NewRow<'address_interval'>[]) => tx.insert('address_interval', rows)

/** Ends the addresses that some items have. */
export const endAddresses = (tx: Writer, items: readonly string[], at: string) =>
  tx.run('UPDATE address_interval SET to_at = $at WHERE to_at IS NULL AND item_id IN (SELECT value FROM json_each($items))', {
    at,
    items: JSON.stringify(items),
  })

/** Writes what readers get of items, in place of what they got of them; `first_live` stays. */
export const writeEntries = (tx: Writer, rows: NewRow<'live_entry'>[]) =>
  tx.upsert('live_entry', 'item_id', rows, ['site_id', 'first_live'])

/**
 * Writes who may read some live items, and all pages below them: as an item says itself, else as the nearest page above it that says it. Asks
 * nothing where nothing on the site is for some readers only.
 */
export const settleAccess = (tx: Writer, site: string, items: readonly string[]): Promise<void> =>
  tx.run(
    `UPDATE live_entry SET access = (
       WITH RECURSIVE up (own, parent, level) AS (
         SELECT own_access, ${parentInTree('live_entry')}, 0
         UNION ALL SELECT p.own_access, ${parentInTree('p')}, level + 1 FROM up JOIN live_entry p ON p.item_id = up.parent WHERE up.own IS NULL AND level < 100)
       SELECT nullif(own, 'everyone') FROM up WHERE own IS NOT NULL)
     WHERE item_id IN (
       WITH RECURSIVE down (id) AS (
         SELECT value FROM json_each($items)
         WHERE EXISTS (SELECT 1 FROM live_entry WHERE site_id = $site AND own_access IS NOT NULL) OR EXISTS (SELECT 1 FROM live_entry WHERE site_id = $site AND access IS NOT NULL)
         UNION SELECT c.item_id FROM down JOIN live_entry c ON c.parent_id = down.id WHERE ${among('c.kind', kindsThat('tree'))})
       SELECT id FROM down)`,
    { site, items: JSON.stringify(items) },
  )

/** Takes items from what readers get and find. */
export async function dropEntries(tx: Writer, items: readonly string[]): Promise<void> {
  const ids = JSON.stringify(items)
  await tx.run('DELETE FROM live_text WHERE rowid IN (SELECT n FROM live_entry WHERE item_id IN (SELECT value FROM json_each($ids)))', {
    ids,
  })
  await tx.run('DELETE FROM live_entry WHERE item_id IN (SELECT value FROM json_each($ids))', { ids })
}

export const addRefs = (tx: Writer, rows: NewRow<'live_ref'>[]) => tx.insert('live_ref', rows, 'IGNORE')

export const dropRefs = (tx: Writer, items: readonly string[]) =>
  tx.run('DELETE FROM live_ref WHERE item_id IN (SELECT value FROM json_each($items))', { items: JSON.stringify(items) })

/** An item with the section and the kind that it gets. */
export type Move = [item: string, section: string, kind: Kind]

/** Moves items to other sections and kinds. */
export const moveItems = (tx: Writer, moves: Move[]) =>
  tx.run(
    `UPDATE item SET (section_id, kind) = (SELECT value ->> 1, value ->> 2 FROM json_each($moves) WHERE value ->> 0 = item.id)
     WHERE id IN (SELECT value ->> 0 FROM json_each($moves))`,
    { moves: JSON.stringify(moves) },
  )

/** Ends the open proposals to take some items from the site. */
export const endWithdrawals = (tx: Writer, items: readonly string[], at: string) =>
  tx.run(
    "UPDATE draft SET closed_at = $at, outcome = 'live' WHERE change = 'withdrawal' AND closed_at IS NULL AND item_id IN (SELECT value FROM json_each($items))",
    { at, items: JSON.stringify(items) },
  )

/** Ends drafts and events that went live, and what else was planned for those drafts. */
export async function endWork(tx: Writer, at: string, ended: { items: string[]; drafts: string[]; events: string[] }): Promise<void> {
  const drafts = JSON.stringify(ended.drafts)
  await tx.run("UPDATE draft SET closed_at = $at, outcome = 'live' WHERE id IN (SELECT value FROM json_each($drafts))", { at, drafts })
  await tx.run(
    `UPDATE planned_event SET state = iif(id IN (SELECT value FROM json_each($events)), 'done', 'cancelled'), done_at = iif(id IN (SELECT value FROM json_each($events)), $at, done_at)
     WHERE item_id IN (SELECT value FROM json_each($items))
       AND (id IN (SELECT value FROM json_each($events)) OR (state IN ('planned', 'held') AND draft_id IN (SELECT value FROM json_each($drafts))))`,
    { at, drafts, items: JSON.stringify(ended.items), events: JSON.stringify(ended.events) },
  )
}

/** Ends windows that are open. */
export const endWindows = (tx: Writer, events: string[]) =>
  tx.run("UPDATE planned_event SET state = 'done' WHERE state = 'open' AND id IN (SELECT value FROM json_each($events))", {
    events: JSON.stringify(events),
  })

/** Notes that windows are open over items, each with the version that it shows. */
export async function openWindows(tx: Writer, opened: [item: string, event: string, version: string][]): Promise<void> {
  const rows = { rows: JSON.stringify(opened) }
  await tx.run(
    `UPDATE item SET under_version = CASE WHEN window_id IS NULL THEN live_version ELSE under_version END, window_id = (SELECT value ->> 1 FROM json_each($rows) WHERE value ->> 0 = item.id)
     WHERE id IN (SELECT value ->> 0 FROM json_each($rows))`,
    rows,
  )
  await tx.run(
    "UPDATE planned_event SET state = 'open', version_id = (SELECT value ->> 2 FROM json_each($rows) WHERE value ->> 1 = planned_event.id) WHERE id IN (SELECT value ->> 1 FROM json_each($rows))",
    rows,
  )
}

/** Notes that no window is open over items. */
export const closeWindows = (tx: Writer, items: string[]) =>
  tx.run('UPDATE item SET window_id = NULL, under_version = NULL WHERE id IN (SELECT value FROM json_each($items))', {
    items: JSON.stringify(items),
  })

/** What readers got of an item last, or get. */
export const lastInterval = (db: Reader, item: string) =>
  db.one<{ from_at: string; to_at: string | null; planned_at: string | null; cause: LiveCause; name: string | null; version_id: string }>(
    'SELECT l.from_at, l.to_at, l.planned_at, l.cause, l.version_id, p.name FROM live_interval l LEFT JOIN person p ON p.id = l.person_id WHERE l.item_id = $item ORDER BY l.id DESC LIMIT 1',
    { item },
  )

/** The last instant at which anything changed for readers, or the first after the present intervals of some items began, whichever is later. */
export const lastChange = async (db: Reader, items: readonly string[]): Promise<string | null> =>
  (await db.one<{ at: string | null }>(
    `SELECT max(at) AS at FROM (SELECT max(at) AS at FROM journal WHERE action IN ('item.put-live', 'item.withdrawn', 'item.rolled-back')
       UNION ALL SELECT strftime('%Y-%m-%dT%H:%M:%fZ', max(from_at), '+0.001 seconds') FROM live_interval WHERE to_at IS NULL AND item_id IN (SELECT value FROM json_each($items)))`,
    { items: JSON.stringify(items) },
  ))!.at

/** The fields of an item that readers get, as JSON. */
export const fieldsLive = async (db: Reader, id: string): Promise<string | undefined> =>
  (await db.one<{ fields: string }>('SELECT fields FROM live_entry WHERE item_id = $id', { id }))?.fields

/** Where readers find an item. */
export const pathLive = async (db: Reader, id: string): Promise<string | null> =>
  (await db.one<{ path: string | null }>('SELECT path FROM live_entry WHERE item_id = $id', { id }))?.path ?? null

/** The addresses in use whose last part begins so. */
export const pathsWith = (db: Reader, site: string, wished: string) =>
  db.all<{ path: string }>(
    "SELECT path FROM address_interval WHERE site_id = $site AND to_at IS NULL AND path LIKE '%/' || $wished || '%'",
    { site, wished },
  )

/**
 * Whether a version that was live may be live again on the strength of what it had then: its gates had cleared it, or those it
 * was put past found it fine afterwards.
 */
export const restsOnClearance = async (db: Reader, version: string): Promise<boolean> =>
  (await db.one(
    `SELECT 1 FROM live_interval l WHERE l.version_id = $version AND (l.cause IN ('put-live', 'planned', 'window')
         OR EXISTS (SELECT 1 FROM exception_review x WHERE x.version_id = l.version_id AND x.verdict = 'fine'))`,
    { version },
  )) !== undefined

/** Whether readers ever got a version. */
export const wasLive = async (db: Reader, version: string): Promise<boolean> =>
  (await db.one('SELECT 1 FROM live_interval WHERE version_id = $version', { version })) !== undefined

/** What live items of a site link to. */
export const liveLinks = (db: Reader, site: string) =>
  db.all<{ target: string; item: string; title: string; version: string }>(
    "SELECT r.target, r.item_id AS item, e.title, e.version_id AS version FROM live_ref r JOIN live_entry e ON e.item_id = r.item_id WHERE r.relation = 'link' AND e.site_id = $site",
    { site },
  )

/** What readers got of an item, the newest first. */
export const intervalsOf = (db: Reader, id: string) =>
  db.all<{ version_id: string; from_at: string; to_at: string | null; cause: LiveCause; by: string | null }>(
    'SELECT l.version_id, l.from_at, l.to_at, l.cause, p.name AS by FROM live_interval l LEFT JOIN person p ON p.id = l.person_id WHERE l.item_id = $id ORDER BY l.id DESC LIMIT 500',
    { id },
  )
