import { deleteCookie, getCookie, getHeader, setCookie, type H3Event } from 'h3'
import { z } from 'zod'
import { addressOf, SESSION_COOKIE } from '../http'
import { isDemo } from '../runtime'
import {
  changePassword,
  changeProfile,
  isUnclaimed,
  markSeen,
  must,
  mustKnowPassword,
  sectionsWhere,
  seeAs,
  signIn,
} from '../services/access'
import { addPerson, endGroup, endRole, saveGroup, saveRole, setActive, setRoles, setSeparations } from '../services/people'
import { explainRight, rightsOfPeople, rightsOfPerson } from '../services/rights'
import { VERBS, type Verb } from '../../core/access/verbs'
import { waysOf } from '../../core/access/rights'
import { refusal } from '../services/refusal'
import { beginSecondFactor, confirmSecondFactor, endSecondFactor, secondFactor } from '../services/secondFactor'
import { endMySessions, mySessions, openSession, signOut } from '../services/sessions'
import { firstStart } from '../services/sites'
import { listPeople, personById } from '../store/people'
import { endpoint, openEndpoint } from './endpoint'

const name = z.string().trim().min(1).max(100)
const password = z.string().max(1_000)
const email = z.email().max(200)
const code = z.string().trim().max(40).optional()

const roles = z.array(z.strictObject({ role: z.string().max(60), section: z.string().max(60).nullable() })).max(50)
const id = z.object({ id: z.string().max(60) })
const ids = (most: number) => z.array(z.string().max(60)).max(most)
const verb = z.enum(Object.keys(VERBS) as [Verb, ...Verb[]])
const group = z.strictObject({ name, members: ids(500), roles })
const role = z.strictObject({ name, verbs: z.array(verb).max(100), includes: ids(50) })
const section = z.string().max(60).optional()

function giveSession(event: H3Event, token: string): void {
  setCookie(event, SESSION_COOKIE, token, {
    httpOnly: true,
    sameSite: 'lax',
    path: '/',
    secure: process.env.YIELDGATE_ORIGIN?.startsWith('https:') ?? false,
    maxAge: 14 * 86_400,
  })
}
const tokenOf = (event: H3Event) => getCookie(event, SESSION_COOKIE) ?? ''
const agentOf = (event: H3Event) => getHeader(event, 'user-agent') ?? ''

async function endSession(office: Parameters<typeof signOut>[0], event: H3Event): Promise<void> {
  const token = getCookie(event, SESSION_COOKIE)
  if (token) await signOut(office, token)
  deleteCookie(event, SESSION_COOKIE, { path: '/' })
}

export const people = [
  openEndpoint({
    method: 'GET',
    path: '/session',
    tag: 'people',
    summary: 'Who is signed in, and whether the site waits for its first steward',
    run: async ({ office, actor }) => ({
      unclaimed: await isUnclaimed(office),
      demo: isDemo,
      person: actor
        ? {
            id: actor.id,
            name: actor.name,
            email: actor.email,
            colourScheme: actor.colourScheme,
            seenBy: actor.seenBy?.name ?? null,
            roles: waysOf(actor.rights, actor.id).map(({ grant, group }) => ({
              role: actor.rights.roles.get(grant.role)?.name ?? grant.role,
              section: grant.section && (actor.rights.sections.get(grant.section)?.name ?? null),
              group: group?.name ?? null,
            })),
          }
        : null,
    }),
  }),
  openEndpoint({
    method: 'POST',
    path: '/session',
    tag: 'people',
    summary: 'Sign in',
    body: z.strictObject({ email, password, code }),
    async run({ office, body, event }) {
      // A session that was open in this browser ends, so that none outlives its person's turn.
      const { token, person } = await signIn(office, { ...body, from: addressOf(event.node.req), agent: agentOf(event) })
      await endSession(office, event)
      giveSession(event, token)
      return { person }
    },
  }),
  openEndpoint({
    method: 'DELETE',
    path: '/session',
    tag: 'people',
    summary: 'Sign out',
    run: ({ office, event }) => endSession(office, event),
  }),
  endpoint({
    method: 'POST',
    path: '/session/as',
    tag: 'people',
    summary: 'See the office as another person does; nothing can be changed meanwhile, and it stands in the journal',
    body: z.strictObject({ person: z.string().max(60) }),
    run: ({ office, actor, event, body }) => seeAs(office, actor, tokenOf(event), body.person),
  }),
  endpoint({
    method: 'DELETE',
    path: '/session/as',
    tag: 'people',
    summary: 'See the office as oneself again',
    run: ({ office, actor, event }) => seeAs(office, actor, tokenOf(event), null),
  }),
  openEndpoint({
    method: 'POST',
    path: '/first-start',
    tag: 'people',
    summary: 'Begin the site: its name, zone and first steward; once',
    body: z.strictObject({
      siteName: name,
      zone: z.string().max(60),
      language: z.string().regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/),
      name,
      email,
      password,
    }),
    async run({ office, body, event }) {
      const person = await firstStart(office, body)
      giveSession(event, await openSession(office, person, agentOf(event)))
      return { person }
    },
  }),
  openEndpoint({
    method: 'GET',
    path: '/demo/people',
    tag: 'demo',
    summary: 'The people one may step in as; in the demo only',
    run: async ({ office }) => {
      if (!isDemo) throw refusal('unknown', 'unknown', 'There is no such thing outside the demo')
      const rights = await office.rights()
      return (await listPeople(office.store.read))
        .filter((person) => person.active)
        .map(({ id: person, name: called, email: mail }) => ({
          id: person,
          name: called,
          email: mail,
          roles: waysOf(rights, person).map(({ grant }) => ({
            role: rights.roles.get(grant.role)!.name,
            section: grant.section && (rights.sections.get(grant.section)?.name ?? null),
          })),
        }))
    },
  }),
  openEndpoint({
    method: 'POST',
    path: '/demo/step-in',
    tag: 'demo',
    summary: 'Step in as one of the people; in the demo only',
    body: z.strictObject({ person: z.uuid() }),
    async run({ office, body, event }) {
      const person = isDemo ? await personById(office.store.read, body.person) : undefined
      if (!person) throw refusal('unknown', 'unknown', isDemo ? 'There is no such person' : 'There is no such thing outside the demo')
      await endSession(office, event)
      giveSession(event, await openSession(office, person.id, agentOf(event)))
      return { person: person.id }
    },
  }),
  endpoint({
    method: 'PATCH',
    path: '/me',
    tag: 'people',
    summary: 'Change own name or colour scheme',
    body: z.strictObject({ name: name.optional(), colourScheme: z.enum(['auto', 'light', 'dark']).optional() }),
    run: ({ office, actor, body }) => changeProfile(office, actor, body),
  }),
  endpoint({
    method: 'PUT',
    path: '/me/password',
    tag: 'people',
    summary: 'Change own password; other sessions end',
    body: z.strictObject({ current: password, next: password }),
    run: ({ office, actor, body, event }) => changePassword(office, actor, body.current, body.next, tokenOf(event)),
  }),
  endpoint({
    method: 'GET',
    path: '/me/sessions',
    tag: 'people',
    summary: 'Where one is signed in',
    run: ({ office, actor, event }) => mySessions(office, actor.id, tokenOf(event)),
  }),
  endpoint({
    method: 'DELETE',
    path: '/me/sessions',
    tag: 'people',
    summary: 'Sign out everywhere but here',
    run: ({ office, actor, event }) => endMySessions(office, actor.id, tokenOf(event)),
  }),
  endpoint({
    method: 'DELETE',
    path: '/me/sessions/:id',
    tag: 'people',
    summary: 'End one of one’s sessions',
    params: id,
    run: ({ office, actor, event, params }) => endMySessions(office, actor.id, tokenOf(event), params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/me/second-factor',
    tag: 'people',
    summary: 'Whether one has a second factor, and how many recovery codes are left',
    run: ({ office, actor }) => secondFactor(office, actor.id),
  }),
  endpoint({
    method: 'POST',
    path: '/me/second-factor',
    tag: 'people',
    summary: 'Begin a second factor: a secret for an authenticator, which holds once a code of it is typed',
    body: z.strictObject({ current: password }),
    async run({ office, live, actor, body }) {
      await mustKnowPassword(office, actor, body.current)
      const site = await office.site()
      return beginSecondFactor(office, actor.id, (site && (await live.frame(site)).settings.title) || 'Yieldgate')
    },
  }),
  endpoint({
    method: 'PUT',
    path: '/me/second-factor',
    tag: 'people',
    summary: 'Turn the second factor on with a code of it; answers the recovery codes',
    body: z.strictObject({ code: z.string().max(40) }),
    run: ({ office, actor, body }) => confirmSecondFactor(office, actor.id, body.code),
  }),
  endpoint({
    method: 'DELETE',
    path: '/me/second-factor',
    tag: 'people',
    summary: 'Take the second factor off',
    body: z.strictObject({ current: password }),
    async run({ office, actor, body }) {
      await mustKnowPassword(office, actor, body.current)
      await endSecondFactor(office, actor.id, actor.id)
    },
  }),
  endpoint({
    method: 'DELETE',
    path: '/people/:id/second-factor',
    tag: 'people',
    summary: 'Take off the second factor of someone who has lost it',
    params: id,
    async run({ office, actor, params }) {
      must(actor, 'people.change', null)
      await endSecondFactor(office, actor.id, params.id)
    },
  }),
  endpoint({
    method: 'POST',
    path: '/me/seen',
    tag: 'people',
    summary: 'Remember up to when the news was seen',
    body: z.strictObject({ until: z.iso.datetime() }),
    run: ({ office, actor, body }) => markSeen(office, actor, body.until),
  }),
  endpoint({
    method: 'GET',
    path: '/people',
    tag: 'people',
    summary: 'The people of the office with their roles',
    async run({ office, actor }) {
      sectionsWhere(actor, 'item.read')
      const { rights } = actor
      return (await listPeople(office.store.read)).map((person) => ({
        ...person,
        active: person.active === 1,
        roles: waysOf(rights, person.id).map(({ grant, group: through }) => ({
          role: rights.roles.get(grant.role)!.name,
          section: grant.section && (rights.sections.get(grant.section)?.name ?? null),
          group: through?.name ?? null,
        })),
        given: rights.grants.flatMap(({ holder, ...given }) => ('person' in holder && holder.person === person.id ? given : [])),
      }))
    },
  }),
  endpoint({
    method: 'POST',
    path: '/people',
    tag: 'people',
    summary: 'Add a colleague with a first password and roles',
    body: z.strictObject({ name, email, password, roles }),
    run: async ({ office, actor, body }) => ({ person: await addPerson(office, actor, body) }),
  }),
  endpoint({
    method: 'PUT',
    path: '/people/:id/roles',
    tag: 'people',
    summary: 'Set a colleague’s roles anew',
    params: id,
    body: z.strictObject({ roles }),
    run: ({ office, actor, params, body }) => setRoles(office, actor, params.id, body.roles),
  }),
  endpoint({
    method: 'GET',
    path: '/roles',
    tag: 'people',
    summary: 'The roles of this site with what each may do',
    run: async ({ actor }) => [...actor.rights.roles.values()],
  }),
  endpoint({
    method: 'PATCH',
    path: '/people/:id',
    tag: 'people',
    summary: 'Let an account rest, handing its work to a colleague, or wake it',
    params: id,
    body: z.strictObject({ active: z.boolean(), handTo: z.string().max(60).nullable().default(null) }),
    run: ({ office, actor, params, body }) => setActive(office, actor, params.id, body.active, body.handTo),
  }),
  endpoint({
    method: 'GET',
    path: '/groups',
    tag: 'people',
    summary: 'The groups with their members and roles',
    async run({ actor }) {
      sectionsWhere(actor, 'item.read')
      const { groups, grants } = actor.rights
      return [...groups.values()].map((entry) => ({
        ...entry,
        roles: grants.flatMap(({ holder, ...given }) => ('group' in holder && holder.group === entry.id ? given : [])),
      }))
    },
  }),
  endpoint({
    method: 'POST',
    path: '/groups',
    tag: 'people',
    summary: 'Make a group with members and roles',
    body: group,
    run: async ({ office, actor, body }) => ({ group: await saveGroup(office, actor, null, body) }),
  }),
  endpoint({
    method: 'PUT',
    path: '/groups/:id',
    tag: 'people',
    summary: 'Set a group anew: its name, members and roles',
    params: id,
    body: group,
    run: async ({ office, actor, params, body }) => ({ group: await saveGroup(office, actor, params.id, body) }),
  }),
  endpoint({
    method: 'DELETE',
    path: '/groups/:id',
    tag: 'people',
    summary: 'End a group',
    params: id,
    run: ({ office, actor, params }) => endGroup(office, actor, params.id),
  }),
  endpoint({
    method: 'POST',
    path: '/roles',
    tag: 'people',
    summary: 'Make a role of the team’s own',
    body: role,
    run: async ({ office, actor, body }) => ({ role: await saveRole(office, actor, null, body) }),
  }),
  endpoint({
    method: 'PUT',
    path: '/roles/:id',
    tag: 'people',
    summary: 'Set a role anew: its name, what it allows, which roles are in it',
    params: id,
    body: role,
    run: async ({ office, actor, params, body }) => ({ role: await saveRole(office, actor, params.id, body) }),
  }),
  endpoint({
    method: 'DELETE',
    path: '/roles/:id',
    tag: 'people',
    summary: 'End a role that nobody holds',
    params: id,
    run: ({ office, actor, params }) => endRole(office, actor, params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/separations',
    tag: 'people',
    summary: 'Which roles one person may not hold together',
    run: async ({ actor }) => actor.rights.separations,
  }),
  endpoint({
    method: 'PUT',
    path: '/separations',
    tag: 'people',
    summary: 'Set anew which roles one person may not hold together',
    body: z.strictObject({ rules: z.array(z.strictObject({ name, roles: ids(20).min(2), most: z.int().min(1).max(19) })).max(50) }),
    run: ({ office, actor, body }) => setSeparations(office, actor, body.rules),
  }),
  endpoint({
    method: 'GET',
    path: '/rights',
    tag: 'people',
    summary: 'Who may do what: people × actions in a section, or on the whole site',
    query: z.strictObject({ section }),
    run: async ({ actor, query }) => rightsOfPeople(actor, query.section ?? null),
  }),
  endpoint({
    method: 'GET',
    path: '/people/:id/rights',
    tag: 'people',
    summary: 'What one person may do: sections × actions',
    params: id,
    run: async ({ actor, params }) => rightsOfPerson(actor, params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/people/:id/why',
    tag: 'people',
    summary: 'Why a person may or may not do something in a section',
    params: id,
    query: z.strictObject({ verb, section }),
    run: async ({ actor, params, query }) => explainRight(actor, params.id, query.verb, query.section ?? null),
  }),
]
