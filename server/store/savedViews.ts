import type { Reader, Tx } from './database'
import type { Changes, NewRow, Row } from './models'

/** A person's own views of a site, and those of their groups, with the names of owner and group. */
export const viewsFor = (db: Reader, site: string, person: string) =>
  db.all<
    Pick<Row<'saved_view'>, 'id' | 'name' | 'q' | 'sort' | 'columns' | 'owner_id' | 'group_id'> & { owner: string; group: string | null }
  >(
    `SELECT v.id, v.name, v.q, v.sort, v.columns, v.owner_id, p.name AS owner, v.group_id, g.name AS "group"
     FROM saved_view v JOIN person p ON p.id = v.owner_id LEFT JOIN person_group g ON g.id = v.group_id
     WHERE v.site_id = $site AND (v.owner_id = $person OR v.group_id IN (SELECT group_id FROM group_member WHERE person_id = $person)) ORDER BY v.name COLLATE NOCASE, v.id LIMIT 500`,
    { site, person },
  )

export const viewCount = (db: Reader, site: string, owner: string) => db.count('saved_view', { site_id: site, owner_id: owner })

/** One that a person keeps. */
export const viewOf = (db: Reader, site: string, owner: string, id: string) =>
  db.findOne('saved_view', { id, site_id: site, owner_id: owner })

export const addView = (tx: Tx, row: NewRow<'saved_view'>) => tx.add('saved_view', row)

export const updateView = (tx: Tx, owner: string, id: string, set: Changes<'saved_view'>) =>
  tx.change('saved_view', { id, owner_id: owner }, set)

export const dropView = (tx: Tx, owner: string, id: string) => tx.remove('saved_view', { id, owner_id: owner })
