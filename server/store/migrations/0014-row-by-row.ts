import type { Tx } from '../database'

const code = (value: string) => `coalesce((SELECT n FROM code WHERE id = ${value}), -1)`
const ms = (instant: string) => `(unixepoch(${instant}) * 1000 + CAST(substr(${instant}, 21, 3) AS INTEGER))`

const STANDING = `on_site = ${code('NEW.on_site')}, changed = ${ms('NEW.changed_at')}, next = ${ms('NEW.next_at')}, ends = ${ms('NEW.ends_at')}`
const DIFFERS = ['on_site', 'next_at', 'ends_at', 'draft_state'].map((column) => `OLD.${column} IS NOT NEW.${column}`).join(' OR ')
const begin = (name: string, when: string) =>
  `CREATE TRIGGER ${name} AFTER UPDATE OF on_site, next_at, ends_at, draft_state ON item WHEN (${DIFFERS})${when} BEGIN UPDATE listed SET ${STANDING}`

/** The row of an item in lists is updated by its number: few items have rows of further drafts, and a set of one is slow to make. */
const STATEMENTS = [
  'DROP TRIGGER listed_standing_of_item',
  `${begin('listed_standing_of_item', '')}, draft = ${code("coalesce(NEW.draft_state, 'none')")} WHERE n = (SELECT n FROM pair WHERE item_id = NEW.id AND rank = 0); END`,
  `${begin('listed_standing_of_drafts', ' AND EXISTS (SELECT 1 FROM pair WHERE item_id = NEW.id AND rank > 0)')} WHERE n IN (SELECT n FROM pair WHERE item_id = NEW.id AND rank > 0); END`,
]

export const rowByRow = {
  name: '0014-row-by-row',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
  },
}
