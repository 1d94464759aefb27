import type { Tx } from '../database'

const fixed = (table: string, when: string, words: string) =>
  `CREATE TRIGGER ${table}_fixed_insert BEFORE INSERT ON ${table} WHEN ${when} BEGIN SELECT RAISE (ABORT, '${words}'); END`

/** `INSERT OR REPLACE` takes a row away without a DELETE that a trigger would hear: what is kept for good refuses it too. */
const STATEMENTS = [
  fixed('journal', 'EXISTS (SELECT 1 FROM journal WHERE seq = NEW.seq)', 'the journal is append-only'),
  fixed(
    'version',
    'EXISTS (SELECT 1 FROM version WHERE id = NEW.id) OR EXISTS (SELECT 1 FROM version WHERE item_id = NEW.item_id AND number = NEW.number)',
    'versions are immutable',
  ),
  fixed('object', 'EXISTS (SELECT 1 FROM object WHERE id = NEW.id)', 'objects are immutable'),
  ...['UPDATE', 'DELETE'].map(
    (act) =>
      `CREATE TRIGGER object_fixed_${act.toLowerCase()} BEFORE ${act} ON object BEGIN SELECT RAISE (ABORT, 'objects are immutable'); END`,
  ),
]

export const fixedRows = {
  name: '0015-fixed-rows',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
  },
}
