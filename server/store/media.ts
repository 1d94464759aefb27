import type { Reader, Tx } from './database'
import type { NewRow, Row } from './models'

export type MediaRow = Row<'media'>

/** Who asks for files of a site, and the sections that they may read in; `null` for all. */
export interface MayName {
  site: string
  me: string
  sections: readonly string[] | null
}

/**
 * The files `m` whose names someone may know: those that they brought, that readers get, or that an item shows which they may
 * read, whole or as a part that was cut out.
 */
const NAMED = `m.site_id = $site AND ($readable IS NULL OR m.person_id = $me OR EXISTS (
  SELECT 1 FROM media part JOIN media_use u ON u.media_id = part.id JOIN item i ON i.id = u.item_id
  WHERE (part.id = m.id OR part.of_id = m.id OR part.id = m.of_id) AND (i.on_site = 'live' OR i.section_id IN (SELECT value FROM json_each($readable)))))`
const named = ({ site, me, sections }: MayName) => ({ site, me, readable: sections && JSON.stringify(sections) })

// Asked for each picture that readers see.
export const mediaById = (db: Reader, site: string, id: string) =>
  db.one<MediaRow>('SELECT * FROM media WHERE id = $id AND site_id = $site', { id, site })

export const mediaByIds = (db: Reader, site: string, ids: readonly string[]) =>
  db.all<MediaRow>('SELECT * FROM media WHERE id IN (SELECT value FROM json_each($ids)) AND site_id = $site', {
    ids: JSON.stringify(ids),
    site,
  })

/** A part (JSON of its place) that was cut out of a picture before. */
export const mediaPart = (db: Reader, whole: string, part: string) => db.findOne('media', { of_id: whole, crop: part })

/** A file whose name someone may know. */
export const namedMedia = (db: Reader, id: string, may: MayName) =>
  db.one<MediaRow>(`SELECT * FROM media m WHERE m.id = $id AND ${NAMED}`, { id, ...named(may) })

/** Whole files by words of their names, the newest first. */
export const listMedia = (
  db: Reader,
  may: MayName,
  { text, sort, limit }: { text: string; sort: 'picture' | 'document' | 'any'; limit: number },
) =>
  db.all<MediaRow>(
    `SELECT * FROM media m WHERE of_id IS NULL AND ${NAMED} AND name LIKE '%' || $words || '%' ESCAPE '\\'
     ${sort === 'any' ? '' : `AND width ${sort === 'picture' ? '> 0' : '= 0'}`} ORDER BY at DESC, id DESC LIMIT $limit`,
    { words: text.trim().replace(/[\\%_]/g, '\\$&'), limit, ...named(may) },
  )

export const addMedia = (tx: Tx, row: NewRow<'media'>) => tx.add('media', row)

/** Those of some files that a site has, by their ids. */
export const mediaThere = async (db: Reader, site: string, ids: readonly string[]): Promise<Set<string>> =>
  new Set((await mediaByIds(db, site, ids)).map(({ id }) => id))
