import type { Reader, Tx } from './database'
import type { Changes, NewRow, Row } from './models'

export type SectionRow = Omit<Row<'section'>, 'site_id'> & { items: number }

export const listSections = (db: Reader, site: string) =>
  db.all<SectionRow>(
    'SELECT s.id, s.name, s.segment, s.parent_id, s.position, coalesce(c.items, 0) AS items FROM section s LEFT JOIN section_size c ON c.section_id = s.id WHERE s.site_id = $site ORDER BY s.position, s.name',
    { site },
  )

/** A section and those above it, nearest first. */
export const sectionPath = async (db: Reader, id: string): Promise<string[]> =>
  (
    await db.all<{ id: string }>(
      'WITH RECURSIVE path (id, depth) AS (VALUES ($id, 0) UNION SELECT s.parent_id, depth + 1 FROM path JOIN section s ON s.id = path.id WHERE s.parent_id IS NOT NULL AND depth < 100) SELECT id FROM path ORDER BY depth',
      { id },
    )
  ).map((row) => row.id)

/** The segments of a site's sections, and the last place among them. */
export async function sectionPlaces(db: Reader, site: string): Promise<{ segments: string[]; last: number }> {
  const rows = await db.find('section', { site_id: site })
  return { segments: rows.map(({ segment }) => segment), last: Math.max(0, ...rows.map(({ position }) => position)) }
}

export const sectionById = (db: Reader, id: string) => db.findOne('section', { id })

export const insertSection = (tx: Tx, row: NewRow<'section'>) => tx.add('section', row)

export const setSection = (tx: Tx, id: string, set: Changes<'section'>) => tx.change('section', { id }, set)
