import { LABEL_TYPES, type LabelType } from '../../core/content/kinds'
import { sectionsWhere, type Actor } from './access'
import type { Office } from './office'
import { found } from './refusal'

export interface LabelView {
  id: string
  title: string
  type: LabelType
  section: string
  summary: string
  /** The label that this one is a part of, of categories. */
  broader: string | null
  onSite: 'none' | 'live' | 'withdrawn'
  draftState: string | null
  path: string | null
  /** Live items that have it, which its listing shows. */
  live: number
  /** Items that the actor may see and that have it now or in an open draft. */
  items: number
}

const MOST = 5_000

/** The labels that the actor may see, by name, with how much has each. */
export async function labels(office: Office, actor: Actor): Promise<LabelView[]> {
  const readable = sectionsWhere(actor, 'item.read')
  const site = found(await office.site(), 'site')
  const seen = readable ? 'AND l.section_id IN (SELECT value FROM json_each($sections))' : ''
  const rows = await office.store.read.all<Omit<LabelView, 'type'> & { type: string | null }>(
    `SELECT i.id, i.title, coalesce(e.fields ->> 'labelType', l.label_type) AS type, i.section_id AS section, coalesce(e.fields ->> 'summary', '') AS summary,
       e.fields ->> 'broader' AS broader, i.on_site AS onSite, i.draft_state AS draftState, e.path, coalesce(v.n, 0) AS live, coalesce(h.n, 0) AS items
     FROM listed l JOIN item i ON i.id = l.item_id LEFT JOIN live_entry e ON e.item_id = i.id
       LEFT JOIN (SELECT target, count(*) AS n FROM live_ref WHERE relation = 'label' GROUP BY target) v ON v.target = i.id
       LEFT JOIN (SELECT b.label_id, count(DISTINCT o.item_id) AS n FROM listed_label b JOIN listed o ON o.n = b.n WHERE o.binned = 0 ${seen.replaceAll('l.', 'o.')} GROUP BY b.label_id) h ON h.label_id = i.id
     WHERE l.site_id = $site AND l.kind = 'label' AND l.rank = 0 AND l.binned = 0 ${seen} ORDER BY i.title COLLATE NOCASE, i.id LIMIT $most`,
    { site: site.id, most: MOST, ...(readable ? { sections: JSON.stringify(readable) } : {}) },
  )
  return rows.map((row) => ({ ...row, type: LABEL_TYPES.find((type) => type === row.type) ?? 'tag' }))
}
