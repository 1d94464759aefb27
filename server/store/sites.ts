import type { SecondYes } from '../../core/access/rightsChange'
import type { Reader, Tx } from './database'
import type { Changes, NewRow, Row } from './models'

export type SiteRow = Row<'site'>

/** All sites of the file, the first made before. */
export const listSites = (db: Reader) => db.all<SiteRow>('SELECT * FROM site ORDER BY created_at, id')

export const siteById = (db: Reader, id: string) => db.findOne('site', { id })

/** Which changes of rights on a site ask for a second steward. */
export const secondYesOf = async (db: Reader, site: string): Promise<SecondYes> =>
  (await db.findOne('site', { id: site }))?.second_yes ?? 'raising'

export const addSite = (tx: Tx, row: NewRow<'site'>) => tx.add('site', row)

export const changeSite = (tx: Tx, id: string, set: Changes<'site'>) => tx.change('site', { id }, set)
