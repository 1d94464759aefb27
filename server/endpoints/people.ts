import { languageTag } from '../../core/content/fields'
import { deleteCookie, getCookie, getHeader, setCookie, type H3Event } from 'h3'
import { z } from 'zod'
import { nameSchema } from '../../core/content/line'
import { addressOf, isHttps, sessionCookie } from '../http'
import { isDemo } from '../services/demo'
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
  useRoles,
  type Actor,
} from '../services/people/access'
import { caughtMails } from '../services/mail/caughtMail'
import { deputies, endDelegation } from '../services/people/deputies'
import { deleteFirstCode, mustKnowFirstCode } from '../services/people/firstCode'
import { mustOversee } from '../services/people/oversight'
import { askForLink, choosePassword, invitation, inviteAgain } from '../services/people/invitations'
import { mailIsCaught } from '../services/mail/mail'
import { notifications, seeNotifications } from '../services/mail/news'
import { pictureHash, pictureOf, setPicture } from '../services/people/portraits'
import { explainRight, rightsOfPeople, rightsOfPerson } from '../services/people/rights'
import { SECOND_YES } from '../../core/access/rightsChange'
import { VERBS, type Verb } from '../../core/access/verbs'
import { LONGEST_SESSION } from '../../core/access/signIn'
import { grantsOf, type Rights } from '../../core/access/rights'
import { brokenTogether, givenRoles } from '../../core/access/session'
import { beginOpenId, endOpenId, provider } from '../services/people/openId'
import { refusal, Refusal } from '../services/refusal'
import { approveChange, changeRights, endRequest, secondYesRule, waitingChanges, type Changer } from '../services/people/rightsChange'
import { beginSecondFactor, confirmSecondFactor, endSecondFactor, secondFactor } from '../services/people/secondFactor'
import { setSignInRules, signInRules } from '../services/people/signInRules'
import { endMySessions, mySessions, openSession, signOut } from '../services/people/sessions'
import { firstStart } from '../services/site/sites'
import { listPeople, personById } from '../store/people'
import { Download, endpoint, openEndpoint, Redirect } from './endpoint'
import * as common from './answers/common'
import { siteName } from './siteName'
import * as answers from './answers/people'

const name = nameSchema(100)
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
/** Said once work that a change of rights would strand was seen and accepted. */
const anyway = z.strictObject({ anyway: z.literal('yes').optional() })
const changer = (actor: Actor, query: z.infer<typeof anyway>): Changer => ({ ...actor, anyway: query.anyway === 'yes' })

const minutes = z.int().min(5).max(LONGEST_SESSION)
const sessionLength = z.strictObject({ idle: minutes, whole: minutes })
const cookieOptions = () => ({ httpOnly: true, sameSite: 'lax', secure: isHttps() }) as const
function giveSession(event: H3Event, token: string): void {
  setCookie(event, sessionCookie(), token, { ...cookieOptions(), path: '/', maxAge: LONGEST_SESSION * 60 })
}
/** What a browser keeps of those who signed in with it, so that others' guesses do not make them wait. */
const browserCookie = () => (isHttps() ? '__Secure-yieldgate_browser' : 'yieldgate_browser')
/** A sign-in at a provider under way is kept in the browser that began it. */
const OPENID_COOKIE = 'yieldgate_openid'
const OPENID_BACK = '/api/v1/session/openid/back'
const underWay = z.strictObject({ state: z.string(), nonce: z.string(), verifier: z.string() })
function safeJson(text: string | undefined): unknown {
  try {
    return JSON.parse(text ?? '')
  } catch {
    return null
  }
}
const tokenOf = (event: H3Event) => getCookie(event, sessionCookie()) ?? ''
const agentOf = (event: H3Event) => getHeader(event, 'user-agent') ?? ''

/** The roles that a person holds, and which of them rest in this session; none where all may be used together. */
function exclusiveRolesOf(actor: Actor, rights: Rights): { id: string; name: string; used: boolean }[] {
  const held = givenRoles(rights, actor.id)
  if (!brokenTogether(rights, held).length) return []
  return held.map((role) => ({ id: role, name: rights.roles.get(role)?.name ?? role, used: actor.roles.includes(role) }))
}

async function endSession(office: Parameters<typeof signOut>[0], event: H3Event): Promise<void> {
  const token = getCookie(event, sessionCookie())
  if (token) await signOut(office, token)
  deleteCookie(event, sessionCookie(), { path: '/' })
}

export const people = [
  openEndpoint({
    method: 'GET',
    path: '/session',
    tag: 'people',
    summary: 'Who is signed in, and whether the site waits for its first steward',
    answer: answers.session,
    run: async ({ office, actor }) => ({
      unclaimed: await isUnclaimed(office),
      demo: isDemo,
      otherDoor: provider()?.name ?? null,
      sendsMail: !mailIsCaught(),
      person: actor
        ? {
            id: actor.id,
            name: actor.name,
            email: actor.email,
            colourScheme: actor.colourScheme,
            density: actor.density,
            zone: actor.zone,
            mail: actor.mail,
            picture: await pictureHash(office, actor.id),
            exclusiveRoles: exclusiveRolesOf(actor, await office.rights()),
            seenBy: actor.seenBy?.name ?? null,
            needsFactor: actor.needsFactor ?? false,
            roles: grantsOf(actor.rights, actor.id).map(({ grant, group }) => ({
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
    answer: z.strictObject({ person: z.string() }),
    async run({ office, body, event }) {
      // A session that was open in this browser ends, so that none outlives its person's turn.
      const asked = {
        ...body,
        from: addressOf(event.node.req),
        agent: agentOf(event),
        browser: getCookie(event, browserCookie())?.slice(0, 100),
      }
      const { token, person, browser } = await signIn(office, asked)
      await endSession(office, event)
      giveSession(event, token)
      setCookie(event, browserCookie(), browser, { ...cookieOptions(), path: '/api/v1/session', maxAge: 180 * 86_400 })
      return { person }
    },
  }),
  openEndpoint({
    method: 'POST',
    path: '/session/forgotten',
    tag: 'people',
    summary: 'Ask for a link for a new password by mail; the answer is the same whether anyone has that address',
    body: z.strictObject({ email }),
    answer: 'nothing',
    run: ({ office, body, event }) => askForLink(office, { ...body, from: addressOf(event.node.req) }),
  }),
  openEndpoint({
    method: 'DELETE',
    path: '/session',
    tag: 'people',
    summary: 'Sign out',
    answer: 'nothing',
    run: ({ office, event }) => endSession(office, event),
  }),
  endpoint({
    method: 'POST',
    path: '/session/as',
    repeat: 'harmless',
    tag: 'people',
    summary: 'See the office as another person does; nothing can be changed meanwhile, and it stands in the journal',
    body: z.strictObject({ person: z.string().max(60) }),
    answer: 'nothing',
    run: ({ office, actor, event, body }) => seeAs(office, actor, tokenOf(event), body.person),
  }),
  endpoint({
    method: 'DELETE',
    path: '/session/as',
    tag: 'people',
    summary: 'See the office as oneself again',
    answer: 'nothing',
    run: ({ office, actor, event }) => seeAs(office, actor, tokenOf(event), null),
  }),
  endpoint({
    method: 'PUT',
    path: '/session/roles',
    tag: 'people',
    summary: 'Use these of one’s roles first in this session, where not all may be used together',
    body: z.strictObject({ roles: ids(50) }),
    answer: 'nothing',
    run: ({ office, actor, event, body }) => useRoles(office, actor, tokenOf(event), body.roles),
  }),
  openEndpoint({
    method: 'GET',
    path: '/session/openid',
    tag: 'people',
    summary: 'Begin a sign-in at the provider of OpenID Connect, where one is named',
    answer: 'redirect',
    async run({ event, origin }) {
      const { to, keep } = await beginOpenId(`${origin}${OPENID_BACK}`)
      setCookie(event, OPENID_COOKIE, JSON.stringify(keep), { ...cookieOptions(), path: OPENID_BACK, maxAge: 600 })
      return new Redirect(to)
    },
  }),
  openEndpoint({
    method: 'GET',
    path: '/session/openid/back',
    tag: 'people',
    summary: 'Where the provider sends the browser back to',
    query: z.looseObject({}),
    answer: 'redirect',
    async run({ office, event, origin }) {
      const kept = underWay.safeParse(safeJson(getCookie(event, OPENID_COOKIE)))
      deleteCookie(event, OPENID_COOKIE, { path: OPENID_BACK })
      try {
        if (!kept.success) throw refusal('not-signed-in', 'openid-wrong')
        // What was asked for and what is answered name one address: the router knows only the end of it.
        const answer = new URL(OPENID_BACK, origin)
        answer.search = new URL(event.node.req.url ?? '', origin).search
        const person = await endOpenId(office, answer, kept.data)
        await endSession(office, event)
        giveSession(event, await openSession(office, person, agentOf(event), 'openid'))
        return new Redirect('/office')
      } catch (error) {
        if (!(error instanceof Refusal)) throw error
        return new Redirect(`/office/sign-in?refused=${encodeURIComponent(error.message)}`)
      }
    },
  }),
  openEndpoint({
    method: 'GET',
    path: '/invitation',
    tag: 'people',
    summary: 'Whom a link invites',
    query: z.strictObject({ with: z.string().max(100) }),
    answer: z.strictObject({ name: z.string(), email: z.string(), back: z.boolean() }),
    run: ({ office, query }) => invitation(office, query.with),
  }),
  openEndpoint({
    method: 'POST',
    path: '/invitation',
    tag: 'people',
    summary: 'Take an invitation or a link for a new password: choose a password',
    body: z.strictObject({ with: z.string().max(100), password }),
    answer: z.strictObject({ signedIn: z.boolean() }),
    async run({ office, body, event }) {
      const { id: person, totp_secret } = await choosePassword(office, body.with, body.password)
      await endSession(office, event)
      // Whoever has a second factor signs in with it.
      if (totp_secret === null) giveSession(event, await openSession(office, person, agentOf(event), 'password'))
      return { signedIn: totp_secret === null }
    },
  }),
  openEndpoint({
    method: 'POST',
    path: '/first-start',
    tag: 'people',
    summary: 'Begin the site: its name, zone and first steward; once, with the code that the console printed',
    body: z.strictObject({
      siteName: name,
      zone: z.string().max(60),
      language: languageTag,
      name,
      email,
      password,
      code: z.string().min(1).max(100),
    }),
    answer: z.strictObject({ person: z.string() }),
    async run({ office, body: { code: told, ...body }, event }) {
      if (!(await isUnclaimed(office))) throw refusal('conflict', 'site-exists')
      await mustKnowFirstCode(office, told, addressOf(event.node.req))
      const person = await firstStart(office, body)
      await deleteFirstCode(office)
      giveSession(event, await openSession(office, person, agentOf(event), 'password'))
      return { person }
    },
  }),
  openEndpoint({
    method: 'GET',
    path: '/demo/people',
    tag: 'demo',
    summary: 'The people one may step in as; in the demo only',
    answer: answers.demoPeople,
    run: async ({ office }) => {
      if (!isDemo) throw refusal('unknown', 'unknown', { what: 'demo-only' })
      const rights = await office.rights()
      return (await listPeople(office.store.read, rights.site))
        .filter((person) => person.active)
        .map(({ id: person, name: called, email: mail }) => ({
          id: person,
          name: called,
          email: mail,
          roles: grantsOf(rights, person).map(({ grant }) => ({
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
    answer: z.strictObject({ person: z.string() }),
    async run({ office, body, event }) {
      const person = isDemo ? await personById(office.store.read, body.person) : undefined
      if (!person) throw refusal('unknown', 'unknown', { what: isDemo ? 'person' : 'demo-only' })
      await endSession(office, event)
      giveSession(event, await openSession(office, person.id, agentOf(event), 'demo'))
      return { person: person.id }
    },
  }),
  endpoint({
    method: 'PATCH',
    path: '/me',
    tag: 'people',
    summary: 'Change what one says of oneself: name, colour scheme, density, time zone, how one is written to',
    body: z.strictObject({
      name: name.optional(),
      colourScheme: z.enum(['auto', 'light', 'dark']).optional(),
      density: z.enum(['normal', 'close']).optional(),
      zone: z.string().max(60).nullable().optional(),
      mail: z.enum(['each', 'daily', 'none']).optional(),
    }),
    answer: 'nothing',
    run: ({ office, actor, body }) => changeProfile(office, actor, body),
  }),
  endpoint({
    method: 'PUT',
    path: '/me/password',
    tag: 'people',
    summary: 'Change own password; other sessions end',
    body: z.strictObject({ current: password, next: password }),
    answer: 'nothing',
    run: ({ office, actor, body, event }) => changePassword(office, actor, body.current, body.next, tokenOf(event)),
  }),
  endpoint({
    method: 'GET',
    path: '/me/sessions',
    tag: 'people',
    summary: 'Where one is signed in',
    answer: answers.sessions,
    run: ({ office, actor, event }) => mySessions(office, actor.id, tokenOf(event)),
  }),
  endpoint({
    method: 'DELETE',
    path: '/me/sessions',
    tag: 'people',
    summary: 'Sign out everywhere but here',
    answer: 'nothing',
    run: ({ office, actor, event }) => endMySessions(office, actor.id, tokenOf(event)),
  }),
  endpoint({
    method: 'DELETE',
    path: '/me/sessions/:id',
    tag: 'people',
    summary: 'End one of one’s sessions',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, event, params }) => endMySessions(office, actor.id, tokenOf(event), params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/me/second-factor',
    tag: 'people',
    summary: 'Whether one has a second factor, and how many recovery codes are left',
    answer: z.strictObject({ on: z.boolean(), codesLeft: z.number() }),
    run: ({ office, actor }) => secondFactor(office, actor.id),
  }),
  endpoint({
    method: 'POST',
    path: '/me/second-factor',
    tag: 'people',
    summary: 'Begin a second factor: a secret for an authenticator, which holds once a code of it is typed',
    secret: true,
    body: z.strictObject({ current: password }),
    answer: answers.begunSecondFactor,
    async run({ office, live, actor, body }) {
      await mustKnowPassword(office, actor, body.current)
      return beginSecondFactor(office, actor.id, await siteName({ office, live }))
    },
  }),
  endpoint({
    method: 'PUT',
    path: '/me/second-factor',
    tag: 'people',
    summary: 'Turn the second factor on with a code of it; answers the recovery codes',
    body: z.strictObject({ code: z.string().max(40) }),
    answer: z.strictObject({ codes: z.array(z.string()) }),
    run: ({ office, actor, body, event }) => confirmSecondFactor(office, actor.id, body.code, tokenOf(event)),
  }),
  endpoint({
    method: 'DELETE',
    path: '/me/second-factor',
    tag: 'people',
    summary: 'Take the second factor off',
    body: z.strictObject({ current: password }),
    answer: 'nothing',
    async run({ office, actor, body, event }) {
      await mustKnowPassword(office, actor, body.current)
      await endSecondFactor(office, actor.id, actor.id, tokenOf(event))
    },
  }),
  endpoint({
    method: 'DELETE',
    path: '/people/:id/second-factor',
    tag: 'people',
    summary: 'Take off the second factor of someone who has lost it',
    params: id,
    answer: 'nothing',
    async run({ office, actor, params }) {
      must(actor, 'people.change', null)
      await mustOversee(office, actor.rights.site, actor.id, params.id)
      await endSecondFactor(office, actor.id, params.id, null)
    },
  }),
  endpoint({
    method: 'PUT',
    path: '/me/picture',
    tag: 'people',
    summary: 'Set one’s picture, from a picture in base64',
    body: z.strictObject({ picture: z.base64().max(1_800_000) }),
    answer: 'nothing',
    run: ({ office, actor, body }) => setPicture(office, actor, Buffer.from(body.picture, 'base64')),
  }),
  endpoint({
    method: 'DELETE',
    path: '/me/picture',
    tag: 'people',
    summary: 'Take one’s picture away',
    answer: 'nothing',
    run: ({ office, actor }) => setPicture(office, actor, null),
  }),
  endpoint({
    method: 'GET',
    path: '/people/:id/picture',
    tag: 'people',
    summary: 'The picture of a colleague',
    params: id,
    answer: 'file',
    async run({ office, params }) {
      const stream = new Blob([new Uint8Array(await pictureOf(office, params.id))]).stream()
      return new Download({ type: 'image/webp', name: 'picture.webp', stream })
    },
  }),
  endpoint({
    method: 'POST',
    path: '/people/:id/invitation',
    tag: 'people',
    summary: 'Give someone a new link for choosing a password: by mail, or in the answer for who is new where no mail server is named',
    secret: true,
    params: id,
    answer: z.strictObject({ link: z.string().nullable() }),
    run: async ({ office, live, actor, params }) => inviteAgain(office, actor, params.id, await siteName({ office, live })),
  }),
  endpoint({
    method: 'PUT',
    path: '/people/:id/same',
    tag: 'people',
    summary: 'Say that an account is of the same person as another, or of a person of its own',
    params: id,
    query: anyway,
    body: z.strictObject({ same: z.string().max(60).nullable() }),
    answer: common.changed,
    run: ({ office, actor, params, body, query }) =>
      changeRights(office, changer(actor, query), { change: 'same', person: params.id, same: body.same }),
  }),
  endpoint({
    method: 'GET',
    path: '/delegations',
    tag: 'people',
    summary: 'Who stands in for whom, now and to come',
    answer: answers.delegations,
    run: async ({ office, actor }) => deputies(office, actor),
  }),
  endpoint({
    method: 'POST',
    path: '/delegations',
    tag: 'people',
    summary: 'Let someone clear for another while that one is away: at some gates, or (`null`) at all of theirs',
    body: z.strictObject({
      absent: z.string().max(60),
      deputy: z.string().max(60),
      gates: z
        .array(z.strictObject({ route: z.string().max(60), gate: z.string().max(60) }))
        .min(1)
        .max(200)
        .nullable(),
      from: z.iso.datetime(),
      to: z.iso.datetime(),
    }),
    answer: common.changedWith({ delegation: z.string() }),
    run: ({ office, actor, body }) => changeRights(office, actor, { change: 'deputy', ...body }),
  }),
  endpoint({
    method: 'DELETE',
    path: '/delegations/:id',
    tag: 'people',
    summary: 'End a delegation at once',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => endDelegation(office, actor, params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/me/notifications',
    tag: 'people',
    summary: 'What one was told, the newest first, and how much of it is unseen',
    answer: answers.notifications,
    run: ({ office, actor }) => notifications(office, actor),
  }),
  endpoint({
    method: 'POST',
    path: '/me/notifications/seen',
    repeat: 'harmless',
    tag: 'people',
    summary: 'Say that one has seen what one was told, up to one of them',
    body: z.strictObject({ upTo: z.string().max(60) }),
    answer: 'nothing',
    run: ({ office, actor, body }) => seeNotifications(office, actor, body.upTo),
  }),
  endpoint({
    method: 'GET',
    path: '/mail',
    tag: 'people',
    summary: 'The mails that the stand-in took, where no mail server is named',
    answer: z.array(answers.caughtMail),
    run: ({ office, actor }) => caughtMails(office, actor),
  }),
  endpoint({
    method: 'POST',
    path: '/me/seen',
    repeat: 'harmless',
    tag: 'people',
    summary: 'Remember up to when the news was seen',
    body: z.strictObject({ until: z.iso.datetime() }),
    answer: 'nothing',
    run: ({ office, actor, body }) => markSeen(office, actor, body.until),
  }),
  endpoint({
    method: 'GET',
    path: '/people',
    tag: 'people',
    summary: 'The people of the office with their roles',
    answer: answers.people,
    async run({ office, actor }) {
      sectionsWhere(actor, 'item.read')
      const { rights } = actor
      return (await listPeople(office.store.read, actor.rights.site)).map((person) => ({
        ...person,
        active: person.active === 1,
        same: rights.people.get(person.id)?.self ?? null,
        joined: person.joined === 1,
        picture: person.picture,
        roles: grantsOf(rights, person.id).map(({ grant, group: through }) => ({
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
    summary: 'Add a colleague with roles by an invitation: it goes by mail, or the answer has its link where no mail server is named',
    secret: true,
    body: z.strictObject({ name, email, roles }),
    answer: common.changedWith({ person: z.string(), link: z.string().nullable() }),
    run: async ({ office, live, actor, body }) =>
      changeRights(office, actor, { change: 'person', ...body }, await siteName({ office, live })),
  }),
  endpoint({
    method: 'PUT',
    path: '/people/:id/roles',
    tag: 'people',
    summary: 'Set a colleague’s roles anew',
    params: id,
    body: z.strictObject({ roles }),
    query: anyway,
    answer: common.changed,
    run: ({ office, actor, params, body, query }) =>
      changeRights(office, changer(actor, query), { change: 'roles', person: params.id, roles: body.roles }),
  }),
  endpoint({
    method: 'GET',
    path: '/roles',
    tag: 'people',
    summary: 'The roles of this site with what each may do',
    answer: z.array(answers.role),
    run: async ({ actor }) => [...actor.rights.roles.values()],
  }),
  endpoint({
    method: 'PATCH',
    path: '/people/:id',
    tag: 'people',
    summary: 'Let an account rest, handing its work to a colleague, or wake it',
    params: id,
    body: z.strictObject({ active: z.boolean(), handTo: z.string().max(60).nullable().default(null) }),
    query: anyway,
    answer: common.changed,
    run: ({ office, actor, params, body, query }) =>
      changeRights(office, changer(actor, query), { change: 'account', person: params.id, ...body }),
  }),
  endpoint({
    method: 'GET',
    path: '/groups',
    tag: 'people',
    summary: 'The groups with their members and roles',
    answer: answers.groups,
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
    query: anyway,
    answer: common.changedWith({ group: z.string() }),
    run: ({ office, actor, body, query }) => changeRights(office, changer(actor, query), { change: 'group', group: null, ...body }),
  }),
  endpoint({
    method: 'PUT',
    path: '/groups/:id',
    tag: 'people',
    summary: 'Set a group anew: its name, members and roles',
    params: id,
    body: group,
    query: anyway,
    answer: common.changedWith({ group: z.string() }),
    run: ({ office, actor, params, body, query }) =>
      changeRights(office, changer(actor, query), { change: 'group', group: params.id, ...body }),
  }),
  endpoint({
    method: 'DELETE',
    path: '/groups/:id',
    tag: 'people',
    summary: 'End a group',
    params: id,
    query: anyway,
    answer: common.changed,
    run: ({ office, actor, params, query }) => changeRights(office, changer(actor, query), { change: 'group-end', group: params.id }),
  }),
  endpoint({
    method: 'POST',
    path: '/roles',
    tag: 'people',
    summary: 'Make a role of the team’s own',
    body: role,
    query: anyway,
    answer: common.changedWith({ role: z.string() }),
    run: ({ office, actor, body, query }) => changeRights(office, changer(actor, query), { change: 'role', role: null, ...body }),
  }),
  endpoint({
    method: 'PUT',
    path: '/roles/:id',
    tag: 'people',
    summary: 'Set a role anew: its name, what it allows, which roles are in it',
    params: id,
    body: role,
    query: anyway,
    answer: common.changedWith({ role: z.string() }),
    run: ({ office, actor, params, body, query }) =>
      changeRights(office, changer(actor, query), { change: 'role', role: params.id, ...body }),
  }),
  endpoint({
    method: 'DELETE',
    path: '/roles/:id',
    tag: 'people',
    summary: 'End a role that nobody holds',
    params: id,
    query: anyway,
    answer: common.changed,
    run: ({ office, actor, params, query }) => changeRights(office, changer(actor, query), { change: 'role-end', role: params.id }),
  }),
  endpoint({
    method: 'GET',
    path: '/separations',
    tag: 'people',
    summary: 'Which roles one person may not hold together',
    answer: z.array(answers.separation),
    run: async ({ actor }) => actor.rights.separations,
  }),
  endpoint({
    method: 'PUT',
    path: '/separations',
    tag: 'people',
    summary: 'Set anew which roles one person may not hold together',
    body: z.strictObject({
      rules: z
        .array(z.strictObject({ name, roles: ids(20).min(2), most: z.int().min(1).max(19), dynamic: z.boolean().default(false) }))
        .max(50),
    }),
    query: anyway,
    answer: common.changed,
    run: ({ office, actor, body, query }) => changeRights(office, changer(actor, query), { change: 'separations', rules: body.rules }),
  }),
  endpoint({
    method: 'GET',
    path: '/second-yes',
    tag: 'people',
    summary: 'Which changes of rights ask for a second steward where there is one: every one, those that raise somebody’s, or none',
    answer: z.strictObject({ asked: z.enum(['none', 'every', 'raising']) }),
    run: ({ office, actor }) => secondYesRule(office, actor),
  }),
  endpoint({
    method: 'PUT',
    path: '/second-yes',
    tag: 'people',
    summary: 'Set anew which changes ask for a second steward',
    body: z.strictObject({ asked: z.enum(SECOND_YES) }),
    answer: common.changed,
    run: ({ office, actor, body }) => changeRights(office, actor, { change: 'second-yes', ...body }),
  }),
  endpoint({
    method: 'GET',
    path: '/rights-requests',
    tag: 'people',
    summary: 'The changes of rights that wait for a second steward',
    answer: z.array(answers.waitingChange),
    run: ({ office, actor }) => waitingChanges(office, actor),
  }),
  endpoint({
    method: 'POST',
    path: '/rights-requests/:id/agree',
    tag: 'people',
    summary: 'Say the second yes: the change is made. `words` are those that were read',
    secret: true,
    params: id,
    query: anyway,
    body: z.strictObject({ words: z.string().max(200_000) }),
    answer: answers.agreedChange,
    run: async ({ office, live, actor, params, body, query }) =>
      answers.agreedChange.parse(
        await approveChange(office, changer(actor, query), params.id, body.words, await siteName({ office, live })),
      ),
  }),
  endpoint({
    method: 'DELETE',
    path: '/rights-requests/:id',
    tag: 'people',
    summary: 'End a request without the change: say no, or take back one’s own',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => endRequest(office, actor, params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/sign-in-rules',
    tag: 'people',
    summary: 'How people sign in: which roles more strictly, with a second factor, and how long sessions last',
    answer: answers.signInRules,
    async run({ office, actor }) {
      must(actor, 'people.change', null)
      return signInRules(office)
    },
  }),
  endpoint({
    method: 'PUT',
    path: '/sign-in-rules',
    tag: 'people',
    summary: 'Set anew how people sign in',
    body: z.strictObject({
      strictRoles: ids(50),
      secondFactor: z.enum(['needed', 'with-mail', 'by-choice']),
      strict: sessionLength,
      others: sessionLength,
    }),
    answer: 'nothing',
    run: ({ office, actor, body }) => setSignInRules(office, actor, body),
  }),
  endpoint({
    method: 'GET',
    path: '/rights',
    tag: 'people',
    summary: 'Who may do what: people × actions in a section, or on the whole site',
    query: z.strictObject({ section }),
    answer: answers.rightsOfPeople,
    run: async ({ actor, query }) => rightsOfPeople(actor, query.section ?? null),
  }),
  endpoint({
    method: 'GET',
    path: '/people/:id/rights',
    tag: 'people',
    summary: 'What one person may do: sections × actions',
    params: id,
    answer: answers.rightsOfPerson,
    run: async ({ actor, params }) => rightsOfPerson(actor, params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/people/:id/why',
    tag: 'people',
    summary: 'Why a person may or may not do something in a section',
    params: id,
    query: z.strictObject({ verb, section }),
    answer: answers.explainedRight,
    run: async ({ actor, params, query }) => explainRight(actor, params.id, query.verb, query.section ?? null),
  }),
]
