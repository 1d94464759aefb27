import type { Tx } from '../database'

/** The blocks of live texts that are shown at some times only, for the calendar. */
export const blockWindows = {
  name: '0004-block-windows',
  async up(tx: Tx): Promise<void> {
    await tx.run(
      'CREATE TABLE live_window (item_id TEXT NOT NULL REFERENCES item, block TEXT NOT NULL, spans TEXT NOT NULL, words TEXT NOT NULL, PRIMARY KEY (item_id, block)) WITHOUT ROWID',
    )
  },
}
