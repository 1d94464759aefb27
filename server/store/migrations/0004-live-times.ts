import type { Tx } from '../database'

/** The blocks of live texts that are shown at some times only, for the calendar; and when readers last got something else. */
export const liveTimes = {
  name: '0004-live-times',
  async up(tx: Tx): Promise<void> {
    await tx.run(
      'CREATE TABLE live_window (item_id TEXT NOT NULL REFERENCES item, block TEXT NOT NULL, spans TEXT NOT NULL, words TEXT NOT NULL, PRIMARY KEY (item_id, block)) WITHOUT ROWID',
    )
    await tx.run("CREATE INDEX journal_live ON journal (at) WHERE action IN ('item.put-live', 'item.withdrawn', 'item.rolled-back')")
  },
}
