import type { Tx } from '../database'

/**
 * What each version brought anew, by its words, so that it is found who ever wrote something. Versions wait in `unwritten` until
 * they are taken in. `base_id` is the version that a text is new against: of savings that follow one another by themselves it is
 * the one before them, and the last of them stands for all. And the words that
 * are known, for those that are mistyped; and of large batches the entries that are still to come.
 */
export const written = {
  name: '0007-written',
  async up(tx: Tx): Promise<void> {
    await tx.run('CREATE TABLE written (n INTEGER PRIMARY KEY, version_id TEXT NOT NULL UNIQUE, item_id TEXT NOT NULL, base_id TEXT)')
    await tx.run('CREATE INDEX written_item ON written (item_id)')
    await tx.run(
      `CREATE VIRTUAL TABLE written_text USING fts5 (words, content = '', contentless_delete = 1, tokenize = "unicode61 remove_diacritics 2", prefix = '2 3')`,
    )
    await tx.run("CREATE VIRTUAL TABLE listed_word USING fts5vocab('listed_text', 'row')")
    for (const column of ['tried', 'outcome'])
      await tx.run(`CREATE INDEX batch_entry_without_${column} ON batch_entry (batch_id, seq) WHERE ${column} IS NULL`)
    await tx.run('CREATE TABLE unwritten (n INTEGER PRIMARY KEY AUTOINCREMENT, version_id TEXT NOT NULL)')
    await tx.run('INSERT INTO unwritten (version_id) SELECT id FROM version ORDER BY item_id, number')
    await tx.run(
      'CREATE TRIGGER version_is_unwritten AFTER INSERT ON version BEGIN INSERT INTO unwritten (version_id) VALUES (NEW.id); END',
    )
  },
}
