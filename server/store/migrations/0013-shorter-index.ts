import type { Tx } from '../database'

/**
 * Objects are found by the first eight bytes of their hash: the index of whole hashes took a tenth of the file. That each
 * hash is kept once is now held by a trigger, as the table can no longer say it. A window over which another opened was left
 * open; its turn is over.
 */
const STATEMENTS = [
  'CREATE TABLE object_new (id INTEGER PRIMARY KEY, hash BLOB NOT NULL, base INTEGER REFERENCES object, depth INTEGER NOT NULL, packed INTEGER NOT NULL, bytes BLOB NOT NULL)',
  'INSERT INTO object_new SELECT id, hash, base, depth, packed, bytes FROM object ORDER BY id',
  'DROP TABLE object',
  'ALTER TABLE object_new RENAME TO object',
  'CREATE INDEX object_hash ON object (substr(hash, 1, 8))',
  `CREATE TRIGGER object_once BEFORE INSERT ON object WHEN EXISTS (SELECT 1 FROM object WHERE substr(hash, 1, 8) = substr(NEW.hash, 1, 8) AND hash = NEW.hash) BEGIN
    SELECT RAISE(IGNORE);
  END`,
  "UPDATE planned_event SET state = 'done' WHERE kind = 'window' AND state = 'open' AND id IS NOT (SELECT window_id FROM item WHERE id = planned_event.item_id)",
]

export const shorterIndex = {
  name: '0013-shorter-index',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
    const [broken] = await tx.all(
      "SELECT * FROM pragma_foreign_key_check('version') UNION ALL SELECT * FROM pragma_foreign_key_check('object')",
    )
    if (broken) throw new Error(`A row refers to an object that is missing: ${JSON.stringify(broken)}`)
  },
}
