import type { Tx } from '../database'

/**
 * What taking back gives back: the state that lapsed for a fingerprint, what waited at gates, and what was planned. And the
 * draft that a kept block was written in, so that its authors are known where it is put in.
 */
const STATEMENTS = [
  'ALTER TABLE draft ADD COLUMN lapsed TEXT',
  'ALTER TABLE draft ADD COLUMN kept_waits TEXT',
  'ALTER TABLE planned_event ADD COLUMN resumes INTEGER NOT NULL DEFAULT 0',
  'ALTER TABLE kept_block ADD COLUMN draft_id TEXT',
  // A draft that was begun while nothing of its item was on the site stands on nothing.
  `UPDATE draft SET base_version = NULL WHERE closed_at IS NULL AND change = 'content' AND base_version IS NOT NULL
     AND item_id IN (SELECT id FROM item WHERE live_version IS NULL)
     AND created_at >= coalesce((SELECT max(l.to_at) FROM live_interval l WHERE l.item_id = draft.item_id), '')`,
  'DROP INDEX journal_flow',
  "CREATE INDEX journal_flow ON journal (at) WHERE action IN ('draft.sent', 'draft.gate-cleared', 'draft.returned', 'draft.pulled-out', 'draft.lapsed', 'draft.reinstated', 'draft.passed-over', 'draft.rerouted', 'draft.discarded', 'draft.reopened', 'item.binned')",
]

export const givenBack = {
  name: '0010-given-back',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
  },
}
