import type { Tx } from '../database'
import { LISTED_OF_ITEM, LISTED_OF_PAIR } from './frozen'

const ms = (instant: string) => `(unixepoch(${instant}) * 1000 + CAST(substr(${instant}, 21, 3) AS INTEGER))`
const lastOf = (item: string) => `(SELECT ${ms('max(from_at)')} FROM live_interval WHERE item_id = ${item})`

const columns = [...Object.keys(LISTED_OF_ITEM), ...Object.keys(LISTED_OF_PAIR)]
const values = [...Object.values(LISTED_OF_ITEM).map((of) => of('i')), ...Object.values(LISTED_OF_PAIR).map((of) => of('NEW'))]

/** Rows of lists know when what readers have of an item, or had last, went live: looked for among all intervals, it took most of a second. */
const STATEMENTS = [
  'ALTER TABLE listed ADD COLUMN went_live INTEGER',
  `UPDATE listed SET went_live = (SELECT ${lastOf('p.item_id')} FROM pair p WHERE p.n = listed.n)`,
  'CREATE INDEX listed_by_went_live ON listed (went_live, n) WHERE rank = 0 AND binned = 0 AND went_live IS NOT NULL',
  'DROP TRIGGER pair_begun',
  `CREATE TRIGGER pair_begun AFTER INSERT ON pair BEGIN
    INSERT INTO listed (n, rank, ${columns.join(', ')}, went_live) SELECT NEW.n, NEW.rank, ${values.join(', ')}, ${lastOf('NEW.item_id')}
      FROM item i WHERE i.id = NEW.item_id;
    INSERT INTO listed_title (rowid, title) SELECT NEW.n, title || ' ' || internal_name FROM item WHERE id = NEW.item_id;
  END`,
  `CREATE TRIGGER listed_went_live AFTER INSERT ON live_interval BEGIN
    UPDATE listed SET went_live = ${ms('NEW.from_at')} WHERE n IN (SELECT n FROM pair WHERE item_id = NEW.item_id);
  END`,
]

export const wentLive = {
  name: '0020-went-live',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
  },
}
