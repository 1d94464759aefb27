import type { Tx } from '../database'

const STATEMENTS = [
  // Which live label is a part of which.
  "INSERT OR IGNORE INTO live_ref (item_id, relation, target) SELECT item_id, 'broader', fields ->> 'broader' FROM live_entry WHERE kind = 'label' AND fields ->> 'broader' IS NOT NULL",
  // Labels are looked up by name wherever a query names one.
  "CREATE INDEX item_label ON item (site_id) WHERE kind = 'label'",
]

/** Labels as a tree for readers, and found among all items at once. */
export const labels = {
  name: '0009-labels',
  async up(tx: Tx): Promise<void> {
    for (const sql of STATEMENTS) await tx.run(sql)
  },
}
