import type { FastLane, OtherChange, Route, RouteRule, Step } from '../../core/flow/route'
import type { Kind } from '../../core/kinds/kinds'
import type { Reader, Tx } from './database'
import type { Row } from './models'

export const addRoutes = (tx: Tx, site: string, routes: Route[]) =>
  tx.insert(
    'route',
    routes.map(({ steps, fast, gated, ...route }) => ({
      ...route,
      site_id: site,
      steps: JSON.stringify(steps),
      fast: fast ? JSON.stringify(fast) : null,
      gated: JSON.stringify(gated ?? []),
    })),
  )

type RouteRow = Omit<Row<'route'>, 'site_id'>
const routeOf = ({ steps, fast, gated, ...row }: RouteRow): Route => ({
  ...row,
  steps: JSON.parse(steps) as Step[],
  gated: JSON.parse(gated) as OtherChange[],
  ...(fast ? { fast: JSON.parse(fast) as FastLane } : {}),
})
const ROUTE = 'id, version, name, steps, fast, gated'

/** The newest version of each route of a site, in the order they were made. */
export const listRoutes = async (db: Reader, site: string): Promise<Route[]> =>
  (
    await db.all<RouteRow>(
      `SELECT ${ROUTE} FROM route r WHERE site_id = $site AND version = (SELECT max(version) FROM route WHERE id = r.id)
       ORDER BY (SELECT min(rowid) FROM route WHERE id = r.id)`,
      { site },
    )
  ).map(routeOf)

/** Every version of the routes of a site that is kept, the newest first; so many at most. */
export const routeVersions = async (db: Reader, site: string): Promise<Route[]> =>
  (await db.all<RouteRow>(`SELECT ${ROUTE} FROM route WHERE site_id = $site ORDER BY version DESC LIMIT 2000`, { site })).map(routeOf)

/** Every gate of a site that work goes or went through, by its route and its id, with what it is called. */
export async function gateNames(db: Reader, site: string): Promise<{ id: string; name: string }[]> {
  const all = await routeVersions(db, site)
  const names = new Map(
    all.flatMap(({ id, steps }) => steps.flatMap(({ gates }) => gates.map((gate) => [`${id}/${gate.id}`, gate.name] as const))).reverse(),
  )
  return [...names].map(([id, name]) => ({ id, name }))
}

/** The newest version of a route of a site. */
export async function newestRoute(db: Reader, site: string, id: string): Promise<Route | undefined> {
  const row = await db.one<RouteRow>(`SELECT ${ROUTE} FROM route WHERE id = $id AND site_id = $site ORDER BY version DESC LIMIT 1`, {
    id,
    site,
  })
  return row && routeOf(row)
}

export const listRules = (db: Reader, site: string): Promise<RouteRule[]> =>
  db.all<{ kind: Kind | null; section: string | null; route: string }>(
    'SELECT kind, section_id AS section, route_id AS route FROM route_rule WHERE site_id = $site ORDER BY position',
    { site },
  )

export const setRules = async (tx: Tx, site: string, rules: RouteRule[]): Promise<void> => {
  await tx.remove('route_rule', { site_id: site })
  await tx.insert(
    'route_rule',
    rules.map(({ kind, section, route }, index) => ({ position: index + 1, site_id: site, kind, section_id: section, route_id: route })),
  )
}

/** How many open drafts are on each version of a site's routes. */
export const draftsByRoute = (db: Reader, site: string) =>
  db.all<{ id: string; version: number; n: number }>(
    'SELECT d.route_id AS id, d.route_version AS version, count(*) AS n FROM draft d JOIN item i ON i.id = d.item_id WHERE d.closed_at IS NULL AND i.site_id = $site GROUP BY d.route_id, d.route_version',
    { site },
  )

/** Every gate of every version of a site's routes. */
export const everyGate = (db: Reader, site: string) =>
  db.all<{ id: string; name: string; route: string }>(
    `SELECT r.id || ' ' || json_extract(g.value, '$.id') AS id, json_extract(g.value, '$.name') AS name, r.name AS route FROM route r, json_each(r.steps) s, json_each(s.value, '$.gates') g WHERE r.site_id = $site ORDER BY r.version`,
    { site },
  )

/** The name of a route of a site in force, or that an open draft is on, which counts by a calendar. */
export const routeByCalendar = async (db: Reader, site: string, calendar: string): Promise<string | null> =>
  (
    await db.one<{ name: string }>(
      `SELECT r.name FROM route r WHERE r.site_id = $site AND (r.steps LIKE $part OR r.fast LIKE $part)
         AND (r.version = (SELECT max(version) FROM route WHERE id = r.id)
           OR EXISTS (SELECT 1 FROM draft d WHERE d.route_id = r.id AND d.route_version = r.version AND d.closed_at IS NULL)) LIMIT 1`,
      { site, part: `%"calendar":${JSON.stringify(calendar)}%` },
    )
  )?.name ?? null
