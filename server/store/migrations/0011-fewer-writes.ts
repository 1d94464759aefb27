import type { Tx } from '../database'

const code = (value: string) => `coalesce((SELECT n FROM code WHERE id = ${value}), -1)`
const ms = (instant: string) => `(unixepoch(${instant}) * 1000 + CAST(substr(${instant}, 21, 3) AS INTEGER))`

/** What often changes together when an item goes live, and the column of `item` that each column of `listed` follows. */
const STANDING: Record<string, { source: string; value: string }> = {
  on_site: { source: 'on_site', value: code('NEW.on_site') },
  changed: { source: 'changed_at', value: ms('NEW.changed_at') },
  next: { source: 'next_at', value: ms('NEW.next_at') },
  ends: { source: 'ends_at', value: ms('NEW.ends_at') },
  // Rank 0 stands for the item; other drafts of it have a state of their own.
  draft: { source: 'draft_state', value: `CASE rank WHEN 0 THEN ${code("coalesce(NEW.draft_state, 'none')")} ELSE draft END` },
}
const others = Object.values(STANDING).flatMap(({ source }) => (source === 'changed_at' ? [] : source))
const anyDiffers = others.map((column) => `OLD.${column} IS NOT NEW.${column}`).join(' OR ')

/**
 * One update of `listed` for what changes together. Each update rewrites every index that has a column which it names, and
 * going live named four of them in four updates. The due events have an index in the very order in which they are done, and
 * the place of an item in lists is written only where its address becomes another. Today has the indexes that it asks.
 */
const STATEMENTS = [
  ...['on_site', 'changed', 'next', 'ends'].map((column) => `DROP TRIGGER listed_${column}_of_item`),
  'DROP TRIGGER listed_draft_of_pair',
  `CREATE TRIGGER listed_changed_of_item AFTER UPDATE OF changed_at ON item WHEN OLD.changed_at IS NOT NEW.changed_at AND NOT (${anyDiffers}) BEGIN
    UPDATE listed SET changed = ${STANDING.changed!.value} WHERE n IN (SELECT n FROM pair WHERE item_id = NEW.id);
  END`,
  `CREATE TRIGGER listed_standing_of_item AFTER UPDATE OF ${others.join(', ')} ON item WHEN ${anyDiffers} BEGIN
    UPDATE listed SET ${Object.entries(STANDING)
      .map(([column, { value }]) => `${column} = ${value}`)
      .join(', ')}
    WHERE n IN (SELECT n FROM pair WHERE item_id = NEW.id) AND (${Object.entries(STANDING)
      .map(([column, { value }]) => `${column} IS NOT ${value}`)
      .join(' OR ')});
  END`,
  `CREATE TRIGGER listed_draft_of_pair AFTER UPDATE OF draft_state ON pair WHEN NEW.rank > 0 AND OLD.draft_state IS NOT NEW.draft_state BEGIN
    UPDATE listed SET draft = ${code('NEW.draft_state')} WHERE n = NEW.n;
  END`,
  'DROP TRIGGER entry_has_place_update',
  `CREATE TRIGGER entry_has_place_update AFTER UPDATE OF path ON live_entry WHEN OLD.path IS NOT NEW.path BEGIN
    UPDATE pair SET place = replace(NEW.path, '/', char(1)) WHERE item_id = NEW.item_id;
  END`,
  'DROP INDEX event_due',
  "CREATE INDEX event_due ON planned_event (due_at, edition_id IS NULL, edition_id, id) WHERE state IN ('planned', 'open')",
  // Today asks what happened since, and in which drafts one wrote.
  'CREATE INDEX journal_at ON journal (at)',
  'CREATE INDEX draft_author_person ON draft_author (person_id, draft_id)',
]

export const fewerWrites = {
  name: '0011-fewer-writes',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
  },
}
