import type { Tx } from '../database'
import { LISTED_OF_ITEM, LISTED_OF_PAIR } from './frozen'

/** What a column of `listed` is made from, as it stands in its source. */
const sourcesOf = (source: (row: string) => string): string[] => [
  ...new Set([...source('NEW').matchAll(/NEW\.(\w+)/g)].map(([, column]) => column!)),
]

/**
 * Each column of `listed` follows its own source, and only where that becomes another: an update of `listed` rewrites every index
 * that has a column it names, and most updates of items and drafts change one of them.
 */
export const columnTriggers = {
  name: '0008-column-triggers',
  async up(tx: Tx): Promise<void> {
    await tx.run('DROP TRIGGER item_is_listed')
    await tx.run('DROP TRIGGER pair_is_listed')
    for (const [table, columns, rows] of [
      ['item', LISTED_OF_ITEM, 'n IN (SELECT n FROM pair WHERE item_id = NEW.id)'],
      ['pair', LISTED_OF_PAIR, 'n = NEW.n'],
    ] as const)
      for (const [column, source] of Object.entries(columns)) {
        const sources = sourcesOf(source)
        const differs = sources.map((name) => `OLD.${name} IS NOT NEW.${name}`).join(' OR ')
        await tx.run(`CREATE TRIGGER listed_${column}_of_${table} AFTER UPDATE OF ${sources.join(', ')} ON ${table} WHEN ${differs} BEGIN
          UPDATE listed SET ${column} = ${source('NEW')} WHERE ${rows};
        END`)
      }
  },
}
