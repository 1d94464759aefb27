import type { Kind } from '../../core/content/kinds'
import type { FastLane, OtherChange, Route, RouteRule, Step } from '../../core/flow/route'
import type { Reader, Tx } from './database'

export interface SiteRow {
  id: string
  zone: string
  language: string
  settings_item: string
  created_at: string
  /** How people sign in, as JSON; `null` for what is so by default. */
  sign_in: string | null
}

export const loadSite = (db: Reader) => db.one<SiteRow>('SELECT * FROM site LIMIT 1')

export const addRoutes = (tx: Tx, routes: Route[]) =>
  tx.insert(
    'route',
    routes.map(({ steps, fast, gated, ...route }) => ({
      ...route,
      steps: JSON.stringify(steps),
      fast: fast ? JSON.stringify(fast) : null,
      gated: JSON.stringify(gated ?? []),
    })),
  )

interface RouteRow {
  id: string
  version: number
  name: string
  steps: string
  fast: string | null
  gated: string
}
const routeOf = ({ steps, fast, gated, ...row }: RouteRow): Route => ({
  ...row,
  steps: JSON.parse(steps) as Step[],
  gated: JSON.parse(gated) as OtherChange[],
  ...(fast ? { fast: JSON.parse(fast) as FastLane } : {}),
})
const ROUTE = 'id, version, name, steps, fast, gated'

/** The newest version of each route, in the order they were made. */
export const listRoutes = async (db: Reader): Promise<Route[]> =>
  (
    await db.all<RouteRow>(
      `SELECT ${ROUTE} FROM route r WHERE version = (SELECT max(version) FROM route WHERE id = r.id)
       ORDER BY (SELECT min(rowid) FROM route WHERE id = r.id)`,
    )
  ).map(routeOf)

/** Every gate that work goes or went through, by its route and its id, with what it is called. */
export async function gateNames(db: Reader): Promise<{ id: string; name: string }[]> {
  const all = (await db.all<RouteRow>(`SELECT ${ROUTE} FROM route ORDER BY version DESC LIMIT 2000`)).map(routeOf)
  const names = new Map(
    all.flatMap(({ id, steps }) => steps.flatMap(({ gates }) => gates.map((gate) => [`${id}/${gate.id}`, gate.name] as const))).reverse(),
  )
  return [...names].map(([id, name]) => ({ id, name }))
}

/** The newest version of a route. */
export async function newestRoute(db: Reader, id: string): Promise<Route | undefined> {
  const row = await db.one<RouteRow>(`SELECT ${ROUTE} FROM route WHERE id = $id ORDER BY version DESC LIMIT 1`, { id })
  return row && routeOf(row)
}

export const listRules = (db: Reader): Promise<RouteRule[]> =>
  db.all<{ kind: Kind | null; section: string | null; route: string }>(
    'SELECT kind, section_id AS section, route_id AS route FROM route_rule ORDER BY position',
  )

export const setRules = async (tx: Tx, site: string, rules: RouteRule[]): Promise<void> => {
  await tx.run('DELETE FROM route_rule')
  await tx.insert(
    'route_rule',
    rules.map(({ kind, section, route }, index) => ({ position: index + 1, site_id: site, kind, section_id: section, route_id: route })),
  )
}

export interface SectionRow {
  id: string
  name: string
  segment: string
  parent_id: string | null
  position: number
  items: number
}

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
