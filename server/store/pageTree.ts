import { kindsThat } from '../../core/kinds/kinds'
import { among, packedRows, type Reader } from './database'
import type { Row } from './models'

const IS_PAGE = among('i.kind', kindsThat('tree'))
/** More pages than a site has. */
export const MOST_PAGES = 50_000
/** More changes under way than anyone oversees. */
const MOST_DRAFTS = 5_000

/** A page that is not in the bin: what readers get of it where it is live, else the version that is worked on or was last. */
export type TreeRow = Pick<Row<'item'>, 'id' | 'title' | 'section_id' | 'on_site' | 'draft_id' | 'draft_state' | 'next_at'> & {
  path: string | null
  parent: string | null
  order: string | number | null
  label: string | null
  segment: string | null
  in_menus: number | null
  own_access: string | null
  /** The version, where the page is not live. */
  version: string | null
}

/** What a row has, by the SQL for it. */
const TREE_ROW = {
  id: 'i.id',
  title: 'i.title',
  section_id: 'i.section_id',
  on_site: 'i.on_site',
  draft_id: 'i.draft_id',
  draft_state: 'i.draft_state',
  next_at: 'i.next_at',
  path: 'e.path',
  parent: 'e.parent_id',
  order: "e.fields ->> '$.order'",
  label: "e.fields ->> '$.menuLabel'",
  segment: "e.fields ->> '$.segment'",
  in_menus: "e.fields ->> '$.inMenus'",
  own_access: 'e.own_access',
  version: `CASE WHEN e.item_id IS NULL THEN coalesce((SELECT d.head_version FROM draft d WHERE d.id = i.draft_id AND d.change = 'content'),
    (SELECT n.id FROM version n WHERE n.item_id = i.id ORDER BY n.number DESC LIMIT 1)) END`,
} as const satisfies Record<keyof TreeRow, string>

const PACKED = `json_object(${Object.entries(TREE_ROW)
  .map(([name, sql]) => `'${name}', ${sql}`)
  .join(', ')})`

/** All pages of a site that are not in the bin. */
export const pageRows = (db: Reader, site: string) =>
  packedRows<TreeRow>(
    db,
    PACKED,
    `FROM item i LEFT JOIN live_entry e ON e.item_id = i.id WHERE i.site_id = $site AND ${IS_PAGE} AND i.binned_at IS NULL LIMIT $most`,
    { site, most: MOST_PAGES },
  )

/** The open drafts of content of live pages, the first begun first, each with the edition that it is gathered in. */
export const draftsOfLivePages = (db: Reader, site: string) =>
  db.all<{ item: string; draft: string; version: string; edition: string | null; name: string | null }>(
    `SELECT d.item_id AS item, d.id AS draft, d.head_version AS version, n.id AS edition, n.name
     FROM item i JOIN draft d ON d.item_id = i.id
     LEFT JOIN planned_event e ON e.draft_id = d.id AND e.state IN ('planned', 'held') LEFT JOIN edition n ON n.id = e.edition_id
     WHERE i.site_id = $site AND ${IS_PAGE} AND i.on_site = 'live' AND d.closed_at IS NULL AND d.change = 'content' ORDER BY d.created_at, d.id LIMIT $most`,
    { site, most: MOST_DRAFTS },
  )

/** The open draft of an item in an edition. */
export const draftInEdition = async (db: Reader, item: string, edition: string): Promise<string | null> =>
  (
    await db.one<{ id: string }>(
      "SELECT d.id FROM planned_event e JOIN draft d ON d.id = e.draft_id WHERE e.edition_id = $edition AND e.item_id = $item AND e.state IN ('planned', 'held') AND d.closed_at IS NULL AND d.change = 'content'",
      { item, edition },
    )
  )?.id ?? null

/** Live items of a site whose texts lead to addresses by the letters of these, not by the item there. */
export const linkedByAddress = (db: Reader, site: string, paths: readonly string[]) =>
  db.all<{ item: string; title: string }>(
    "SELECT DISTINCT r.item_id AS item, e.title FROM live_ref r JOIN live_entry e ON e.item_id = r.item_id WHERE r.relation = 'link' AND e.site_id = $site AND r.target IN (SELECT value FROM json_each($paths)) LIMIT 1000",
    { site, paths: JSON.stringify(paths) },
  )

/** The places of the live pages right below a page, or at the top (`null`), as their fields have them. */
export const ordersBelow = (db: Reader, site: string, parent: string | null) =>
  db.all<{ order: string | number | null }>(
    `SELECT i.fields ->> '$.order' AS "order" FROM live_entry i WHERE i.site_id = $site AND i.parent_id IS $parent AND ${IS_PAGE} LIMIT $most`,
    { site, parent, most: MOST_PAGES },
  )
