import { guardWords } from '../flow/guards'
import { routeChanges } from '../flow/routeChanges'
import type { Route, RouteRule } from '../flow/route'
import { KINDS } from '../kinds/kinds'
import type { Rights } from '../access/rights'
import { listed } from '../words/listed'
import { fullIn } from '../time/words'

/** What the rows of a journal name by ids, as it is called now. */
export interface FactNames {
  rights: Rights
  /** The site's zone. */
  zone: string
  edition: (id: string) => string | undefined
  route: (id: string, version?: number) => Route | undefined
}

type Data = Record<string, unknown>
const text = (value: unknown): string => (typeof value === 'string' || typeof value === 'number' ? String(value) : '')
const listOf = <T>(value: unknown): T[] => (Array.isArray(value) ? (value as T[]) : [])

/** Whom, or which thing, an action is about, beside its item. */
function subject(data: Data, { rights, edition }: FactNames): string {
  const person = (id: unknown) => rights.people.get(text(id))?.name ?? ''
  if (data.deputy && data.absent) return `${person(data.deputy) || 'someone'} for ${person(data.absent) || 'someone'}`
  if (data.person && data.same) return `${person(data.person)}, who is ${person(data.same)} too`
  return (
    person(data.person) ||
    text(data.name) ||
    (data.edition ? (edition(text(data.edition)) ?? '') : '') ||
    (data.section ? (rights.sections.get(text(data.section))?.name ?? '') : '') ||
    // Of a deputy it is an instant, of what is handed on a person.
    person(data.to)
  )
}

/** The roles that a person was given, each with where. */
function given(data: Data, { rights }: FactNames): string {
  if (!data.roles || !data.person) return ''
  const roles = listOf<{ role: string; section: string | null }>(data.roles).map(({ role, section }) => {
    const name = rights.roles.get(role)?.name ?? 'a role that is gone'
    return section === null ? name : `${name} on ${rights.sections.get(section)?.name ?? 'a section that is gone'}`
  })
  return roles.length ? listed(roles, 'and') : 'no role'
}

/** What of a route is other than before. */
function routeFacts(data: Data, { rights, route }: FactNames): string {
  const version = Number(data.version)
  const [before, after] = [route(text(data.route), version - 1), route(text(data.route), version)]
  if (!after) return ''
  return before ? routeChanges(before, after, (gate) => guardWords(rights, gate)).join('; ') || 'nothing of it' : 'a new route'
}

/** Which items go which route, in the order of the rules. */
const ruleFacts = (data: Data, { rights, route }: FactNames): string =>
  listOf<RouteRule>(data.rules)
    .map(
      ({ kind, section, route: to }) =>
        `${kind ? KINDS[kind].many : 'anything else'}${section ? ` in ${rights.sections.get(section)?.name ?? 'a section that is gone'}` : ''}: ${route(to)?.name ?? 'a route that is gone'}`,
    )
    .join('; ')

const led = ({ from, to, code }: Data) => `${text(from)} ${to ? `to ${text(to)}` : 'is gone'} (${text(code)})`
/** Where an address leads by hand, and led before. */
function redirectFacts(data: Data): string {
  const was = data.was as Data | undefined
  return was ? `${led(data)}, before ${led(was)}` : led(data)
}

/**
 * What a row of the journal tells beside who, what and of which item, in words: whom it is about, what was given or changed, since
 * or until when, and the reason that was given.
 */
export function journalFacts(action: string, data: Data | null, names: FactNames): string {
  if (!data) return ''
  const parts = [
    subject(data, names),
    given(data, names),
    action === 'route.saved' && routeFacts(data, names),
    action === 'route.rules-set' && ruleFacts(data, names),
    action === 'batch.done' &&
      `${text(data.done)} of ${text(data.total)} done${data.refused ? `, ${text(data.refused)} refused` : ''}${data.stayed ? `, ${text(data.stayed)} so already` : ''}`,
    action === 'site.clock-set' && `${text(data.was)} to ${text(data.zone)}, ${data.stays === 'hours' ? 'hours kept' : 'moments kept'}`,
    action === 'redirect.brought'
      ? `${text(data.made)} made, ${text(data.changed)} changed`
      : action.startsWith('redirect.') && redirectFacts(data),
    action === 'site.language-set' && `${text(data.was)} to ${text(data.language)}`,
    data.number && `version ${text(data.number)}`,
    text(data.path),
    action.startsWith('event.') && text(data.at) && `for ${fullIn(text(data.at), names.zone)}`,
    data.cause === 'exception' && `without clearance: ${text(data.reason)}`,
    data.cause === 'fast' && `on the fast lane: ${text(data.reason)}`,
    data.for && `for ${names.rights.people.get(text(data.for))?.name ?? 'someone'}`,
    text(data.note),
    data.lapsed && 'its clearance lapsed',
  ]
  return parts.filter(Boolean).join(' · ')
}
