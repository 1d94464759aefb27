import type { Fields } from '../../core/content/fields'
import type { Kind } from '../../core/kinds/kinds'
import { packedRows, type Reader } from './database'

/** What readers got of an item from when until when, as the site of any moment is worked out from. */
export interface StayRow {
  n: number
  item: string
  kind: Kind
  version: string
  section: string
  from: string
  to: string | null
  shown: string | null
  segment: string | null
  parent: string | null
  labelType: Fields['labelType'] | null
  fields: string
}

const STAY = `json_object('n', l.id, 'item', l.item_id, 'kind', l.kind, 'version', l.version_id, 'section', l.section_id, 'from', l.from_at, 'to', l.to_at, 'shown', l.shown_date,
  'segment', l.fields ->> 'segment', 'parent', l.fields ->> 'parent', 'labelType', l.fields ->> 'labelType', 'fields', l.fields)`

/** All of some items, in the order in which they were written. */
export const staysOf = (db: Reader, items: readonly string[]) =>
  packedRows<StayRow>(db, STAY, 'FROM live_interval l WHERE l.item_id IN (SELECT value FROM json_each($items)) ORDER BY l.id', {
    items: JSON.stringify(items),
  })

/** Those of a site after a number, in the order in which they were written. */
export const staysAfter = (db: Reader, site: string, after: number, limit: number) =>
  packedRows<StayRow>(
    db,
    STAY,
    'FROM live_interval l WHERE l.id > $after AND l.section_id IN (SELECT id FROM section WHERE site_id = $site) ORDER BY l.id LIMIT $limit',
    { site, after, limit },
  )
