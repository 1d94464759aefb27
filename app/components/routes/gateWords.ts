import type { Role } from '~~/core/access/verbs'
import { BLOCK_WORDS } from '~~/core/blocks/blocks'
import { CHECKS } from '~~/core/checks/checks'
import { FIELDS } from '~~/core/content/fields'
import type { About } from '~~/core/flow/about'
import { inForce } from '~~/core/flow/inForce'
import type { Gate, RouteRule } from '~~/core/flow/route'
import { KINDS } from '~~/core/kinds/kinds'
import type { Calendar, Group, Person } from '~/components/people/types'
import { useSite } from '~/stores/site'
import * as say from '~~/core/words/office/routes'

/** Those that a gate can name. */
export interface Named {
  people: Person[]
  groups: Group[]
  roles: Role[]
  calendars: Calendar[]
}

const aboutWords = ({ fields, blocks, amounts, words }: About) =>
  [
    ...(amounts ? [say.amountsOfMoney] : []),
    ...(words.length ? [`“${words.join('”, “')}”`] : []),
    ...blocks.map((kind) => BLOCK_WORDS[kind].toLowerCase()),
    ...fields.map((name) => FIELDS[name].label.toLowerCase()),
  ].join(', ')

/** What is said of gates and of where routes are in force. */
export function useGateWords(named: () => Named) {
  const site = useSite()
  const sectionName = (id: string) => site.sections.find((entry) => entry.id === id)?.name ?? say.aSection
  const calendarName = (id: string) => named().calendars.find((entry) => entry.id === id)?.name ?? say.aCalendar
  const guardWords = ({ who }: Gate) =>
    [
      ...who.groups.map((id) => named().groups.find((group) => group.id === id)?.name),
      ...who.roles.map((id) => named().roles.find((role) => role.id === id)?.name),
      ...who.people.map((id) => named().people.find((person) => person.id === id)?.name),
    ]
      .map((name) => name ?? say.gone)
      .join(', ') || say.anyoneWhoMayClear
  /** What a gate asks beside its guards, a line each. */
  const limitsOf = ({ about, when, checks, deadline }: Gate): string[] => [
    ...(about ? [say.onlyForAbout(aboutWords(about))] : []),
    ...(when
      ? [
          say.onlyForThese(
            [
              ...(when.words ? [say.changesOfWordsAndMore(when.words)] : []),
              ...when.sections.map(sectionName),
              ...(when.labels.length ? [say.countedLabels(when.labels.length)] : []),
            ].join(', '),
          ),
        ]
      : []),
    ...(checks?.some(({ must }) => must)
      ? [
          say.mustPassThese(
            checks
              .filter(({ must }) => must)
              .map(({ name }) => CHECKS[name].words.toLowerCase())
              .join(', '),
          ),
        ]
      : []),
    ...(deadline ? [say.withinHoursOfCalendar(say.countedHours(deadline.hours), calendarName(deadline.calendar))] : []),
  ]
  /** How many of whom must clear it. */
  const neededWords = (gate: Gate) => say.neededOf(gate.needed, gate.each === 'group' ? say.each : '', guardWords(gate))
  /** For which kinds of item a route is in force where. */
  const forceWords = (rules: readonly RouteRule[], route: string): string => {
    const places = inForce(rules, route).map(({ section, kinds }) =>
      say.kindsWhere(
        say.listed(kinds.map((kind) => (kind === null ? say.allElse : KINDS[kind].many.toLowerCase()))),
        section === null ? say.onTheWholeSite : say.inName(sectionName(section)),
      ),
    )
    return places.length ? say.inForceFor(places.join('; ')) : say.inForceNowhereYet
  }
  return { calendarName, limitsOf, neededWords, forceWords }
}
