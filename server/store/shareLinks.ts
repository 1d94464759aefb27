import type { Reader, Tx, Writer } from './database'
import type { NewRow, Row } from './models'

export type LinkRow = Row<'share_link'>

/** How many links of a site are open. */
export const openLinks = async (db: Reader, site: string, now: string): Promise<number> =>
  (await db.one<{ n: number }>('SELECT count(*) AS n FROM share_link WHERE site_id = $site AND revoked_at IS NULL AND ends_at > $now', {
    site,
    now,
  }))!.n

/** The links of a site that are open: those of a person, or all. */
export const listLinks = (
  db: Reader,
  { site, now, person, all, limit }: { site: string; now: string; person: string; all: boolean; limit: number },
) =>
  db.all<LinkRow & { person: string; name: string | null }>(
    `SELECT s.*, p.name AS person, coalesce(n.name, i.title) AS name FROM share_link s JOIN person p ON p.id = s.made_by
       LEFT JOIN edition n ON s.shows = 'edition' AND n.id = s.target LEFT JOIN draft d ON s.shows = 'draft' AND d.id = s.target LEFT JOIN item i ON i.id = d.item_id
     WHERE s.site_id = $site AND s.revoked_at IS NULL AND s.ends_at > $now AND (s.made_by = $person OR $all) ORDER BY s.made_at DESC LIMIT $limit`,
    { site, now, person, all: all ? 1 : 0, limit },
  )

export const linkById = (db: Reader, site: string, id: string) => db.findOne('share_link', { id, site_id: site })

/** A link of a site by the hash of its token, while it is open. */
export const openLink = async (db: Reader, site: string, hash: string, now: string): Promise<LinkRow | undefined> => {
  const link = await db.findOne('share_link', { token_hash: hash, site_id: site, revoked_at: null })
  return link && link.ends_at > now ? link : undefined
}

export const addLink = (tx: Tx, row: NewRow<'share_link'>) => tx.add('share_link', row)

export const endLink = (tx: Tx, id: string, at: string) => tx.change('share_link', { id }, { revoked_at: at })

export const countOpening = (tx: Writer, id: string) => tx.run('UPDATE share_link SET opened = opened + 1 WHERE id = $id', { id })
