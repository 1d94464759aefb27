import type { FastLane, OtherChange, Route, RouteRule, Step } from '../../core/flow/route'
import type { Kind } from '../../core/kinds/kinds'
import type { Reader, Tx } from './database'
import type { Row } from './models'

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

type RouteRow = Row<'route'>
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

/** How many open drafts are on each version of a route. */
export const draftsByRoute = (db: Reader) =>
  db.all<{ id: string; version: number; n: number }>(
    'SELECT route_id AS id, route_version AS version, count(*) AS n FROM draft WHERE closed_at IS NULL GROUP BY route_id, route_version',
  )

/** Every gate of every version of a route. */
export const everyGate = (db: Reader) =>
  db.all<{ id: string; name: string; route: string }>(
    `SELECT r.id || ' ' || json_extract(g.value, '$.id') AS id, json_extract(g.value, '$.name') AS name, r.name AS route FROM route r, json_each(r.steps) s, json_each(s.value, '$.gates') g ORDER BY r.version`,
  )

/** The name of a route in force, or that an open draft is on, which counts by a calendar. */
export const routeByCalendar = async (db: Reader, calendar: string): Promise<string | null> =>
  (
    await db.one<{ name: string }>(
      `SELECT r.name FROM route r WHERE (r.steps LIKE $part OR r.fast LIKE $part)
         AND (r.version = (SELECT max(version) FROM route WHERE id = r.id)
           OR EXISTS (SELECT 1 FROM draft d WHERE d.route_id = r.id AND d.route_version = r.version AND d.closed_at IS NULL)) LIMIT 1`,
      { part: `%"calendar":${JSON.stringify(calendar)}%` },
    )
  )?.name ?? null
