import { kindsThat } from '../../core/kinds/kinds'
import type { Row } from './models'
import { among, type Reader } from './database'

interface LabelRow {
  id: string
  title: string
  type: string | null
  section: string
  summary: string
  broader: string | null
  replacedBy: string | null
  onSite: Row<'item'>['on_site']
  draftState: string | null
  path: string | null
  live: number
  items: number
}

/** The labels of a site, in sections or in all, by name, with how many live items have each, and how many at all. */
export const listLabels = (db: Reader, site: string, sections: readonly string[] | null, limit: number) => {
  const seen = (item: string) => (sections ? `AND ${item}.section_id IN (SELECT value FROM json_each($sections))` : '')
  return db.all<LabelRow>(
    `SELECT i.id, i.title, coalesce(e.fields ->> 'labelType', l.label_type) AS type, i.section_id AS section, coalesce(e.fields ->> 'summary', '') AS summary,
       e.fields ->> 'broader' AS broader, e.fields ->> 'replacedBy' AS replacedBy, i.on_site AS onSite, i.draft_state AS draftState, e.path, coalesce(v.n, 0) AS live, coalesce(h.n, 0) AS items
     FROM pair l JOIN item i ON i.id = l.item_id LEFT JOIN live_entry e ON e.item_id = i.id
       LEFT JOIN (SELECT r.target, count(*) AS n FROM live_ref r JOIN live_entry o ON o.item_id = r.item_id WHERE r.relation = 'label' AND o.site_id = $site GROUP BY r.target) v ON v.target = i.id
       LEFT JOIN (SELECT b.label_id, count(DISTINCT p.item_id) AS n FROM listed_label b JOIN pair p ON p.n = b.n JOIN item o ON o.id = p.item_id WHERE o.binned_at IS NULL ${seen('o')} GROUP BY b.label_id) h ON h.label_id = i.id
     WHERE i.site_id = $site AND ${among('i.kind', kindsThat('sorting'))} AND l.rank = 0 AND i.binned_at IS NULL ${seen('i')} ORDER BY i.title COLLATE NOCASE, i.id LIMIT $limit`,
    { site, limit, ...(sections ? { sections: JSON.stringify(sections) } : {}) },
  )
}
