import { describe, expect, it } from 'vitest'
import type { Rights } from '../../core/access/rights'
import { routeChanges } from '../../core/flow/routeChanges'
import { ANYONE, type Gate, type Route } from '../../core/flow/route'
import { journalFacts, type FactNames } from '../../core/journal/facts'

const gate = (id: string, more: Partial<Gate> = {}): Gate => ({
  id,
  name: id.charAt(0).toUpperCase() + id.slice(1),
  who: ANYONE,
  needed: 1,
  authorsMayClear: false,
  covers: 'all',
  ...more,
})
const route = (version: number, steps: Gate[][], more: Partial<Route> = {}): Route => ({
  id: 'fares',
  name: 'Fares',
  version,
  steps: steps.map((gates, n) => ({ name: `Step ${n + 1}`, gates })),
  ...more,
})
const routes = [
  route(1, [[gate('review')], [gate('legal')]]),
  route(2, [[gate('review')], [gate('legal', { needed: 2, who: { people: ['noor'], groups: [], roles: [] } })]]),
]
const rights = {
  people: new Map([
    ['noor', { name: 'Noor Haddad', active: true }],
    ['bea', { name: 'Bea Okonjo', active: true }],
    ['wen', { name: 'Wen Zhao', active: true }],
  ]),
  roles: new Map([['reviewer', { id: 'reviewer', name: 'Reviewer' }]]),
  groups: new Map(),
  sections: new Map([['fares', { name: 'Fares', parent: null }]]),
} as unknown as Rights
const names: FactNames = {
  rights,
  zone: 'Europe/Oslo',
  edition: (id) => (id === 'e1' ? 'Summer timetable' : undefined),
  route: (id, version) => routes.find((one) => one.id === id && (version === undefined || one.version === version)),
}

describe('what a row of the journal tells', () => {
  it.each<[string, Record<string, unknown> | null, string]>([
    ['draft.saved', null, ''],
    ['draft.saved', { number: 3 }, 'version 3'],
    ['draft.saved', { number: 3, lapsed: true }, 'version 3 · its clearance lapsed'],
    ['person.roles-set', { person: 'wen', roles: [{ role: 'reviewer', section: 'fares' }] }, 'Wen Zhao · Reviewer on Fares'],
    [
      'person.added',
      {
        name: 'Wen Zhao',
        person: 'wen',
        roles: [
          { role: 'reviewer', section: null },
          { role: 'gone', section: 'gone' },
        ],
      },
      'Wen Zhao · Reviewer and a role that is gone on a section that is gone',
    ],
    ['person.roles-set', { person: 'wen', roles: [] }, 'Wen Zhao · no role'],
    ['person.same-set', { person: 'wen', same: 'bea' }, 'Wen Zhao, who is Bea Okonjo too'],
    [
      'person.deputised',
      { deputy: 'bea', absent: 'noor', from: '2026-12-01T07:00:00.000Z', to: '2026-12-08T07:00:00.000Z' },
      'Bea Okonjo for Noor Haddad',
    ],
    ['person.deputised', { deputy: 'gone', absent: 'noor' }, 'someone for Noor Haddad'],
    ['draft.handed', { to: 'bea', gate: 'review', note: 'The fares are new' }, 'Bea Okonjo · The fares are new'],
    ['route.saved', { route: 'fares', version: 2, name: 'Fares' }, 'Fares · Legal now needs 2 and is now cleared by Noor Haddad'],
    ['route.saved', { route: 'fares', version: 1, name: 'Fares' }, 'Fares · a new route'],
    ['route.saved', { route: 'gone', version: 4, name: 'Old' }, 'Old'],
    [
      'route.rules-set',
      {
        rules: [
          { kind: 'page', section: 'fares', route: 'fares' },
          { kind: null, section: null, route: 'gone' },
        ],
      },
      'pages in Fares: Fares; anything else: a route that is gone',
    ],
    ['edition.changed', { edition: 'e1' }, 'Summer timetable'],
    ['batch.done', { batch: 'b', total: 12, done: 10, refused: 2 }, '10 of 12 done, 2 refused'],
    ['event.planned', { event: 'v', at: '2026-12-05T05:30:00.000Z' }, 'for Saturday 5 December 2026, 06:30'],
    [
      'item.put-live',
      { number: 4, path: '/fares', cause: 'exception', reason: 'A storm' },
      'version 4 · /fares · without clearance: A storm',
    ],
    ['item.put-live', { cause: 'fast', reason: 'A storm' }, 'on the fast lane: A storm'],
    ['draft.gate-cleared', { for: 'noor' }, 'for Noor Haddad'],
  ])('%s with %j says “%s”', (action, data, told) => expect(journalFacts(action, data, names).toLowerCase()).toBe(told.toLowerCase()))
})

describe('how two versions of a route differ', () => {
  const guards = ({ who }: Gate) => who.people.join() || 'anyone'
  const changes = (after: Route, before = routes[0]!) => routeChanges(before, after, guards)
  it.each<[string, Route, string[]]>([
    ['in nothing', route(2, [[gate('review')], [gate('legal')]]), []],
    ['in a gate that is new and one that is gone', route(2, [[gate('review')], [gate('desk')]]), ['Desk is new', 'Legal is gone']],
    [
      'in a name',
      route(2, [[gate('review', { name: 'Reading' })], [gate('legal')]], { name: 'Prices' }),
      ['was called Fares', 'Reading was called Review'],
    ],
    ['in the order', route(2, [[gate('legal')], [gate('review')]]), ['its gates stand in another order']],
    [
      'in what a gate asks',
      route(2, [
        [gate('review', { deadline: { hours: 8, calendar: 'c', remind: 0, escalate: ANYONE }, checks: [], authorsMayClear: true })],
        [gate('legal')],
      ]),
      ['Review may be cleared by its writer, asks for other checks and is due within 8 hours'],
    ],
    [
      'in its fast lane',
      route(2, [[gate('review')], [gate('legal')]], { fast: { hours: 4, calendar: 'c', escalate: ANYONE, takesBack: true } }),
      ['it has a fast lane'],
    ],
  ])('%s', (_what, after, told) => expect(changes(after)).toEqual(told))
})
