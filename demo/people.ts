/** The people of the scenario, all made up. `in` names sections; without it the whole site. */
export const PEOPLE = [
  { key: 'maren', name: 'Maren Ostby', roles: [{ role: 'steward' }] },
  { key: 'idris', name: 'Idris Calloway', roles: [{ role: 'publisher' }, { role: 'section-editor' }] },
  { key: 'petra', name: 'Petra Sandvik', roles: [{ role: 'section-editor', in: 'Timetables' }, { role: 'writer' }] },
  { key: 'noor', name: 'Noor Haddad', roles: [] },
  { key: 'bea', name: 'Bea Okonjo', roles: [] },
  { key: 'anton', name: 'Anton Arrieta', roles: [{ role: 'writer' }] },
  { key: 'wen', name: 'Wen Zhao', roles: [{ role: 'writer' }] },
  { key: 'sorley', name: 'Sorley Grant', roles: [{ role: 'writer' }] },
  { key: 'liv', name: 'Liv Marchetti', roles: [{ role: 'site-keeper' }] },
] as const
/** Who is given roles together. */
export const GROUPS = [{ name: 'Reviewers', members: ['noor', 'bea'], roles: [{ role: 'reviewer', section: null }] }] as const
export type PersonKey = (typeof PEOPLE)[number]['key']

export const emailOf = (name: string): string => `${name.toLowerCase().replace(/[^a-z]+/g, '.')}@larkholm.example`

/** The demo's accounts share one password, printed at start; it opens nothing but the demo. */
export const DEMO_PASSWORD = 'five ports three boats'

export const SECTIONS = ['Service notices', 'Timetables', 'Fares', 'Ports & vessels', 'News', 'About'] as const
export type SectionName = (typeof SECTIONS)[number]
