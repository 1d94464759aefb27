import type { Reader, Tx } from './database'
import type { Changes, NewRow, Row } from './models'

export type SiteRow = Row<'site'>

export const loadSite = (db: Reader) => db.one<SiteRow>('SELECT * FROM site LIMIT 1')

export const addSite = (tx: Tx, row: NewRow<'site'>) => tx.add('site', row)

export const changeSite = (tx: Tx, id: string, set: Changes<'site'>) => tx.change('site', { id }, set)
