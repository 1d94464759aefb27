import type { Tx } from '../database'

/**
 * As which kind readers got a version; a move may make an item another kind, and what lists know of it is then read anew. What
 * was done to many items, each in its own way, is told in words.
 */
export const kinds = {
  name: '0006-kinds',
  async up(tx: Tx): Promise<void> {
    await tx.run('ALTER TABLE live_interval ADD COLUMN kind TEXT')
    await tx.run('UPDATE live_interval SET kind = (SELECT kind FROM item WHERE item.id = live_interval.item_id)')
    await tx.run('ALTER TABLE draft ADD COLUMN to_kind TEXT')
    await tx.run('ALTER TABLE batch ADD COLUMN words TEXT')
    await tx.run(`CREATE TRIGGER item_became AFTER UPDATE OF kind ON item WHEN NEW.kind <> OLD.kind BEGIN
      UPDATE pair SET indexed_version = NULL WHERE item_id = NEW.id;
    END`)
  },
}
