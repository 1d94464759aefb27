import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { rolesWithin } from '../../core/access/rights'
import { DEFAULT_ROLES, type Verb } from '../../core/access/verbs'
import { endpoints } from '../../server/endpoints'
import {
  Client,
  colleagueOf,
  EASY_SIGN_IN,
  foundTeam,
  listen,
  PASSWORD,
  ROLES,
  startServer,
  type Team,
  type TestServer,
  until,
  writePost,
} from '../support/server'

/** What each route needs, and a request that nothing but a missing right would refuse with 403. */
type Need = Verb | 'signed-in' | 'open'
interface Case {
  need: Need
  path?: () => string
  body?: unknown | (() => unknown)
  ifMatch?: () => string
}

let server: TestServer
let team: Team
let post: { item: string; draft: string; version: string }
let noteId = 'none'
let tag = 'none'

const item =
  (rest = '') =>
  () =>
    `/items/${post.item}${rest}`
const draft =
  (rest = '') =>
  () =>
    `/drafts/${post.draft}${rest}`
const head = () => post.version
const CASES: Record<string, Case> = {
  'GET /session': { need: 'open' },
  'POST /session': { need: 'open', body: { email: 'writer@larkholm.example', password: PASSWORD } },
  'DELETE /session': { need: 'open' },
  'POST /first-start': {
    need: 'open',
    body: { siteName: 'x', zone: 'UTC', language: 'en', name: 'x', email: 'x@x.example', password: PASSWORD, code: 'none' },
  },
  'GET /demo/people': { need: 'open' },
  'POST /demo/step-in': { need: 'open', body: { person: '019747f9-c747-77a1-8c13-29af2d341d19' } },
  'GET /health': { need: 'open' },
  'PATCH /me': { need: 'signed-in', body: {} },
  'PUT /me/password': { need: 'signed-in', body: { current: 'wrong', next: 'x' } },
  'PUT /session/roles': { need: 'signed-in', body: { roles: [] } },
  'GET /session/openid': { need: 'open' },
  'GET /session/openid/back': { need: 'open' },
  'POST /session/forgotten': { need: 'open', body: { email: 'x@x.example' } },
  'GET /invitation': { need: 'open', path: () => '/invitation?with=none' },
  'POST /invitation': { need: 'open', body: { with: 'none', password: PASSWORD } },
  'PUT /me/picture': { need: 'signed-in', body: { picture: 'bm9uZQ==' } },
  'DELETE /me/picture': { need: 'signed-in' },
  'GET /people/:id/picture': { need: 'signed-in', path: () => '/people/none/picture' },
  'POST /people/:id/invitation': { need: 'people.change', path: () => '/people/none/invitation' },
  'PUT /people/:id/same': { need: 'people.change', path: () => '/people/none/same', body: { same: null } },
  'GET /delegations': { need: 'signed-in' },
  'POST /delegations': {
    need: 'people.change',
    body: { absent: 'none', deputy: 'none', gates: null, from: '2036-01-01T00:00:00Z', to: '2036-01-02T00:00:00Z' },
  },
  'DELETE /delegations/:id': { need: 'people.change', path: () => `/delegations/${delegation}` },
  'GET /me/notifications': { need: 'signed-in' },
  'POST /me/notifications/seen': { need: 'signed-in', body: { upTo: '0' } },
  'GET /mail': { need: 'people.change' },
  'GET /gates': { need: 'signed-in' },
  'GET /calendars': { need: 'signed-in' },
  'POST /calendars': { need: 'route.change', body: { name: 'x', week: [[], [], [], [], [], [], []], holidays: [] } },
  'PUT /calendars/:id': {
    need: 'route.change',
    path: () => '/calendars/none',
    body: { name: 'x', week: [[{ from: '08:00', to: '09:00' }], [], [], [], [], [], []], holidays: [] },
  },
  'DELETE /calendars/:id': { need: 'route.change', path: () => '/calendars/none' },
  'GET /drafts/:id/gates': { need: 'item.read', path: draft('/gates') },
  'GET /drafts/:id/gates/:gate': { need: 'item.read', path: draft('/gates/review') },
  'POST /drafts/:id/hand': { need: 'item.send', path: draft('/hand'), body: { gate: 'none', person: 'none' }, ifMatch: head },
  'POST /drafts/:id/remind': { need: 'item.send', path: draft('/remind'), body: {} },
  'POST /sendings': {
    need: 'item.send',
    path: () => '/sendings',
    body: () => ({ drafts: [{ draft: post.draft, seen: post.version }] }),
  },
  'POST /clearances': {
    need: 'item.review',
    path: () => '/clearances',
    body: () => ({ drafts: [{ draft: post.draft, seen: post.version, gate: 'review' }] }),
  },
  'POST /me/seen': { need: 'signed-in', body: { until: '2026-01-01T00:00:00Z' } },
  'POST /session/as': { need: 'people.change', body: { person: 'none' } },
  'DELETE /session/as': { need: 'signed-in' },
  'GET /me/sessions': { need: 'signed-in' },
  'DELETE /me/sessions/:id': { need: 'signed-in', path: () => '/me/sessions/none' },
  'DELETE /me/sessions': { need: 'signed-in' },
  'GET /me/second-factor': { need: 'signed-in' },
  'POST /me/second-factor': { need: 'signed-in', body: { current: 'wrong' } },
  'PUT /me/second-factor': { need: 'signed-in', body: { code: '000000' } },
  'DELETE /me/second-factor': { need: 'signed-in', body: { current: 'wrong' } },
  'DELETE /people/:id/second-factor': { need: 'people.change', path: () => '/people/none/second-factor' },
  'GET /people': { need: 'item.read' },
  'POST /people': { need: 'people.change', body: { name: 'x', email: 'x@x.example', roles: [{ role: 'none', section: null }] } },
  'PUT /people/:id/roles': { need: 'people.change', path: () => '/people/none/roles', body: { roles: [] } },
  'PATCH /people/:id': { need: 'people.change', path: () => '/people/none', body: { active: false } },
  'GET /people/:id/rights': { need: 'people.change', path: () => '/people/none/rights' },
  'GET /people/:id/why': { need: 'people.change', path: () => '/people/none/why?verb=item.write' },
  'GET /sign-in-rules': { need: 'people.change' },
  'PUT /sign-in-rules': { need: 'people.change', body: { ...EASY_SIGN_IN, strictRoles: ['none'] } },
  'GET /second-yes': { need: 'people.change' },
  'PUT /second-yes': { need: 'people.change', body: { asked: 'none' } },
  'GET /rights-requests': { need: 'signed-in' },
  'POST /rights-requests/:id/agree': { need: 'people.change', path: () => '/rights-requests/none/agree', body: { words: 'x' } },
  'DELETE /rights-requests/:id': { need: 'signed-in', path: () => '/rights-requests/none' },
  'GET /rights': { need: 'people.change' },
  'GET /groups': { need: 'item.read' },
  'POST /groups': { need: 'people.change', body: { name: 'x', members: ['none'], roles: [] } },
  'PUT /groups/:id': { need: 'people.change', path: () => '/groups/none', body: { name: 'x', members: [], roles: [] } },
  'DELETE /groups/:id': { need: 'people.change', path: () => '/groups/none' },
  'GET /roles': { need: 'signed-in' },
  'POST /roles': { need: 'people.change', body: { name: 'x', verbs: [], includes: ['none'] } },
  'PUT /roles/:id': { need: 'people.change', path: () => '/roles/none', body: { name: 'x', verbs: [], includes: [] } },
  'DELETE /roles/:id': { need: 'people.change', path: () => '/roles/none' },
  'GET /routes': { need: 'route.change' },
  'POST /routes': { need: 'route.change', body: { name: 'x', steps: [{ name: 'x', gates: [] }] } },
  'PUT /routes/:id': { need: 'route.change', path: () => '/routes/none', body: { name: 'x', steps: [] } },
  'PUT /route-rules': { need: 'route.change', body: { rules: [] } },
  'POST /drafts/:id/reroute': { need: 'route.change', path: draft('/reroute'), ifMatch: () => 'stale' },
  'GET /separations': { need: 'signed-in' },
  'PUT /separations': { need: 'people.change', body: { rules: [{ name: 'x', roles: ['none', 'writer'], most: 1 }] } },
  'GET /site': { need: 'signed-in' },
  'GET /forecast/next': { need: 'signed-in' },
  'GET /today': { need: 'signed-in' },
  'GET /tree': { need: 'signed-in' },
  'GET /banners': { need: 'signed-in' },
  'POST /banners/:id/move': { need: 'item.write', path: () => `/banners/${post.item}/move`, body: { before: null } },
  'GET /menus': { need: 'signed-in' },
  'POST /menus/standing': { need: 'signed-in', body: { entries: [] } },
  'POST /menus/:id/entries': { need: 'item.write', path: () => `/menus/${post.item}/entries`, body: () => ({ item: post.item }) },
  'GET /members': { need: 'members.change' },
  'POST /members': { need: 'members.change', body: { name: 'Ingrid', email: 'ingrid@readers.example' } },
  'POST /members/:id/invite': { need: 'members.change', path: () => '/members/none/invite' },
  'PATCH /members/:id': { need: 'members.change', path: () => '/members/none', body: { groups: [] } },
  'DELETE /members/:id': { need: 'members.change', path: () => '/members/none' },
  'GET /access': { need: 'signed-in' },
  'POST /member-groups': { need: 'members.change', body: { name: 'Holders' } },
  'PATCH /member-groups/:id': { need: 'members.change', path: () => '/member-groups/none', body: { name: 'Holders' } },
  'DELETE /member-groups/:id': { need: 'members.change', path: () => '/member-groups/none' },
  'POST /page-passwords': { need: 'members.change', body: { name: 'Press', password: 'tide table' } },
  'PATCH /page-passwords/:id': { need: 'members.change', path: () => '/page-passwords/none', body: { name: 'Press' } },
  'DELETE /page-passwords/:id': { need: 'members.change', path: () => '/page-passwords/none' },
  'POST /site/clock/preview': { need: 'section.change', body: { zone: 'none', stays: 'hours' } },
  'PUT /site/clock': { need: 'section.change', body: { zone: 'none', stays: 'hours', mark: 'none' } },
  'PUT /site/language': { need: 'section.change', body: { language: 'en' } },
  'GET /sections': { need: 'signed-in' },
  'POST /tree/impact': { need: 'signed-in', body: { pages: ['none'], parent: null, before: null } },
  'POST /tree/move': { need: 'item.write', body: { pages: ['none'], parent: null, before: null, into: { how: 'drafts' }, seen: '' } },
  'POST /tree/copy': { need: 'item.write', body: { page: 'none', below: false } },
  'GET /addresses/list': { need: 'signed-in' },
  'GET /redirects/file': { need: 'signed-in' },
  'POST /redirects/file': { need: 'item.put-live' },
  'GET /redirects/:id/code': { need: 'signed-in', path: () => '/redirects/none/code' },
  'POST /redirects': { need: 'item.put-live', body: { from: '/', code: 301, to: '/' } },
  'PUT /redirects/:id': { need: 'item.put-live', path: () => '/redirects/none', body: { from: '/', code: 301, to: '/', seen: '' } },
  'DELETE /redirects/:id': { need: 'item.put-live', path: () => '/redirects/none' },
  'GET /addresses/try': { need: 'signed-in', path: () => '/addresses/try?address=/fares' },
  'POST /sections': { need: 'section.change', body: { name: 'x', parent: 'none' } },
  'PATCH /sections/:id': { need: 'section.change', path: () => `/sections/${team.section}`, body: {} },
  'GET /flow': { need: 'signed-in' },
  'GET /journal': { need: 'journal.read' },
  'GET /journal/file': { need: 'journal.read', path: () => '/journal/file?format=csv' },
  'GET /journal/check': { need: 'journal.read' },
  'POST /media': { need: 'media.add' },
  'GET /media': { need: 'item.read' },
  'GET /media/:id': { need: 'item.read', path: () => '/media/019747f9-c747-77a1-8c13-29af2d341d19' },
  'POST /media/:id/crop': {
    need: 'media.add',
    path: () => '/media/019747f9-c747-77a1-8c13-29af2d341d19/crop',
    body: { left: 0, top: 0, width: 20, height: 20 },
  },
  'GET /items': { need: 'item.read' },
  'GET /list/file': { need: 'item.read' },
  'POST /list/file': { need: 'item.read' },
  'GET /facets': { need: 'item.read' },
  'GET /labels': { need: 'item.read' },
  'PATCH /labels/:id': { need: 'item.write', path: () => `/labels/${tag}`, body: () => ({ title: `Tag ${Math.random()}` }) },
  'POST /labels/:id/merge': { need: 'item.read', path: () => `/labels/${tag}/merge`, body: () => ({ into: tag }) },
  'GET /items/:id/card': { need: 'item.read', path: item('/card') },
  'GET /views': { need: 'signed-in' },
  'POST /views': { need: 'signed-in', body: { name: 'x', q: 'colour:red', sort: '-changed', columns: null, group: null } },
  'PUT /views/:id': {
    need: 'signed-in',
    path: () => '/views/none',
    body: { name: 'x', q: '', sort: '-changed', columns: null, group: null },
  },
  'DELETE /views/:id': { need: 'signed-in', path: () => '/views/none' },
  'PUT /views/:id/pin': { need: 'signed-in', path: () => '/views/mine/pin', body: { pinned: true } },
  'GET /me/columns': { need: 'signed-in' },
  'PUT /me/columns': { need: 'signed-in', body: { columns: [{ key: 'title', width: 300 }] } },
  'POST /acts': {
    need: 'item.write',
    body: () => ({ target: { item: post.item, draft: null }, action: { do: 'note', name: 'internalName', to: `x${Math.random()}` } }),
  },
  'POST /batches': { need: 'item.read', body: () => ({ action: { do: 'bin' }, items: [{ item: post.item, draft: null }] }) },
  'POST /list/chosen': { need: 'signed-in', body: { items: ['none'], columns: [] } },
  'GET /batches': { need: 'signed-in' },
  'POST /hits': { need: 'item.read', body: { rewrite: { what: 'text', words: 'words', to: 'x' } } },
  'POST /rewrites': {
    need: 'item.read',
    body: () => ({
      rewrite: { what: 'text', words: 'words', to: 'x' },
      edition: null,
      chosen: [{ item: post.item, draft: null, version: post.version, hits: [{ key: 'first.0', to: null }] }],
    }),
  },
  'GET /batches/:id': { need: 'signed-in', path: () => '/batches/none' },
  'GET /batches/:id/entries': { need: 'signed-in', path: () => '/batches/none/entries' },
  'POST /batches/:id/run': { need: 'signed-in', path: () => '/batches/none/run' },
  'POST /batches/:id/cancel': { need: 'signed-in', path: () => '/batches/none/cancel' },
  'POST /batches/:id/undo': { need: 'signed-in', path: () => '/batches/none/undo' },
  'POST /items': { need: 'item.write', body: () => ({ kind: 'post', section: team.section, title: 'x' }) },
  'GET /items/:id': { need: 'item.read', path: item() },
  'PATCH /items/:id/office': { need: 'item.write', path: item('/office'), body: {} },
  'GET /addresses': { need: 'item.read', path: () => '/addresses?path=/posts/live-one' },
  'POST /items/:id/move': { need: 'item.move', path: item('/move'), body: () => ({ section: team.section }) },
  'POST /items/:id/proposals': { need: 'item.send', path: item('/proposals'), body: { change: 'withdrawal' } },
  'POST /items/:id/bin': { need: 'item.discard', path: () => `/items/${live.item}/bin` },
  'POST /items/:id/unbin': { need: 'item.discard', path: item('/unbin') },
  'POST /items/:id/drafts': { need: 'item.write', path: item('/drafts'), body: {} },
  'GET /items/:id/versions': { need: 'item.read', path: item('/versions') },
  'GET /versions/:id': { need: 'item.read', path: () => `/versions/${post.version}` },
  'GET /versions/:id/preview': { need: 'item.read', path: () => `/versions/${post.version}/preview` },
  'GET /versions/:id/around': { need: 'item.read', path: () => `/versions/${post.version}/around` },
  'GET /items/:id/receipt': { need: 'item.read', path: item('/receipt') },
  'PATCH /versions/:id': { need: 'item.write', path: () => `/versions/${post.version}`, body: { name: 'First words' } },
  'GET /versions/:id/blame': { need: 'item.read', path: () => `/versions/${post.version}/blame` },
  'GET /versions/:id/compare': { need: 'item.read', path: () => `/versions/${post.version}/compare?with=${post.version}` },
  'GET /versions/:id/roll-back': { need: 'item.read', path: () => `/versions/${post.version}/roll-back` },
  'POST /items/:id/withdraw': { need: 'item.withdraw', path: () => `/items/${live.item}/withdraw`, ifMatch: () => 'stale' },
  'POST /items/:id/roll-back': { need: 'item.roll-back', path: item('/roll-back'), body: { version: 'none' }, ifMatch: () => 'none' },
  'POST /items/:id/events': { need: 'item.put-live', path: item('/events'), body: { kind: 'put-live', date: '2001-01-01', time: '04:00' } },
  'POST /media/from-address': { need: 'media.add', body: { url: 'http://127.0.0.1/x.png' } },
  'POST /drafts/:id/edits': { need: 'item.write', path: draft('/edits'), body: () => ({ base: post.version, edits: [] }) },
  'POST /drafts/:id/restore': { need: 'item.write', path: draft('/restore'), body: { version: 'none' }, ifMatch: head },
  'POST /drafts/:id/send': { need: 'item.send', path: draft('/send'), body: {}, ifMatch: () => 'stale' },
  'POST /drafts/:id/pull-out': { need: 'item.send', path: draft('/pull-out'), ifMatch: head },
  'POST /drafts/:id/clear': { need: 'item.review', path: draft('/clear'), body: { gate: 'review' }, ifMatch: head },
  'POST /drafts/:id/return': {
    need: 'item.review',
    path: draft('/return'),
    body: { gate: 'review', notes: [{ text: 'x' }] },
    ifMatch: head,
  },
  'POST /drafts/:id/put-live': { need: 'item.put-live', path: draft('/put-live'), body: {}, ifMatch: head },
  'POST /drafts/:id/discard': { need: 'item.discard', path: () => `/drafts/${founders.draft}/discard`, ifMatch: () => 'stale' },
  'POST /drafts/:id/reopen': { need: 'item.discard', path: () => `/drafts/${founders.draft}/reopen` },
  'PATCH /drafts/:id': { need: 'item.write', path: draft(''), body: { name: 'A fix' } },
  'GET /drafts/:id/update': { need: 'item.read', path: draft('/update') },
  'POST /drafts/:id/update': { need: 'item.write', path: draft('/update'), body: {}, ifMatch: head },
  'POST /drafts/:id/presence': { need: 'item.read', path: draft('/presence'), body: { tab: 'one' } },
  'GET /kept': { need: 'signed-in' },
  'POST /kept': { need: 'signed-in', body: { block: { id: 'kept', kind: 'divider' } } },
  'DELETE /kept/:id': { need: 'signed-in', path: () => '/kept/none' },
  'GET /bin': { need: 'item.read' },
  'POST /bin/empty': { need: 'bin.empty', body: {} },
  'POST /drafts/:id/notes': { need: 'item.read', path: draft('/notes'), body: { text: 'x' } },
  'POST /notes/:id/answers': { need: 'item.read', path: () => `/notes/${noteId}/answers`, body: { text: 'x' } },
  'POST /notes/:id/take': { need: 'item.write', path: () => `/notes/${noteId}/take`, ifMatch: head },
  'PATCH /notes/:id': { need: 'item.write', path: () => `/notes/${noteId}`, body: { resolved: true } },
  'PATCH /events/:id': { need: 'item.put-live', path: () => `/events/${event}`, body: { date: '2001-01-01', time: '04:00' } },
  'PUT /items/:id/embargo': { need: 'item.put-live', path: item('/embargo'), body: { until: { date: '2001-01-01', time: '04:00' } } },
  'GET /editions': { need: 'item.read' },
  'POST /editions': { need: 'item.plan', body: { name: 'Spring' } },
  'GET /editions/cleared': { need: 'item.put-live' },
  'GET /editions/:id': { need: 'item.read', path: () => `/editions/${edition}` },
  'PATCH /editions/:id': { need: 'item.plan', path: () => `/editions/${edition}`, body: {} },
  'DELETE /editions/:id': { need: 'item.plan', path: () => '/editions/none' },
  'POST /editions/:id/entries': { need: 'item.plan', path: () => `/editions/${edition}/entries`, body: { entries: [{ item: 'none' }] } },
  'DELETE /editions/:id/entries/:event': { need: 'item.plan', path: () => `/editions/${edition}/entries/none` },
  'POST /editions/:id/put-live': { need: 'item.put-live', path: () => `/editions/${edition}/put-live` },
  'POST /editions/:id/clear': { need: 'item.review', path: () => `/editions/${edition}/clear`, body: { gate: 'none' } },
  'POST /editions/:id/copy': { need: 'item.plan', path: () => '/editions/none/copy', body: { name: 'x' } },
  'GET /editions/:id/undo': { need: 'item.read', path: () => `/editions/${edition}/undo` },
  'POST /editions/:id/undo': { need: 'item.roll-back', path: () => `/editions/${edition}/undo` },
  'GET /calendar': { need: 'signed-in', path: () => '/calendar?from=2036-01-01T00:00:00Z&to=2036-02-01T00:00:00Z' },
  'GET /forecast': { need: 'item.read' },
  'POST /forecast/trial': { need: 'item.read', body: { event: 'none', at: '2036-01-01T00:00:00Z' } },
  'POST /forecast/free-moment': { need: 'item.plan', body: { trouble: 'none' } },
  'GET /editions/:id/unsent': { need: 'item.read', path: () => `/editions/${edition}/unsent` },
  'GET /moments/differences': {
    need: 'item.read',
    path: () => '/moments/differences?from=2026-01-01T00:00:00Z&to=2036-02-01T00:00:00Z',
  },
  'GET /site-back': { need: 'item.roll-back', path: () => '/site-back?moment=2036-01-01T00:00:00Z' },
  'POST /site-back': { need: 'item.roll-back', body: { moment: '2036-01-01T00:00:00Z', section: null } },
  'GET /share-links': { need: 'signed-in' },
  'POST /share-links': {
    need: 'item.plan',
    body: { sight: { shows: 'moment', at: '2036-01-01T00:00:00Z' }, until: { date: '2001-01-01', time: '04:00' } },
  },
  'DELETE /share-links/:id': { need: 'signed-in', path: () => '/share-links/none' },
  'GET /me/calendar-feed': { need: 'signed-in' },
  'POST /me/calendar-feed': { need: 'item.read' },
  'DELETE /me/calendar-feed': { need: 'signed-in' },
  'GET /calendar-feeds/:token': { need: 'open', path: () => '/calendar-feeds/none' },
  'DELETE /events/:id': { need: 'item.plan', path: () => `/events/${event}` },
  'POST /exceptions/:id/look': { need: 'item.review', path: () => `/exceptions/${exception}/look`, body: { verdict: 'fine' } },
}
let live: { item: string; draft: string; version: string }
let founders: { draft: string }
let event = ''
let edition = ''
let exception = ''
let delegation = ''

beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
  post = await writePost(team, 'Rights')
  live = await writePost(team, 'Live one', 'live')
  await team.writer.need('POST', `/drafts/${post.draft}/notes`, { body: { text: 'A note' } })
  noteId = (await team.writer.need<{ draft: { notes: { id: string }[] } }>('GET', `/items/${post.item}`)).draft.notes[0]!.id
  tag = (await team.writer.need('POST', '/items', { body: { kind: 'label', section: team.section, title: 'Tag' } })).item!
  const excepted = await writePost(team, 'Excepted')
  await team.publisher.need('POST', `/drafts/${excepted.draft}/put-live`, { body: { exception: 'Storm' }, ifMatch: excepted.version })
  exception = (await team.reviewer.need<{ exceptions: { exception: string }[] }>('GET', '/today')).exceptions[0]!.exception
  const people = await team.founder.need<{ id: string; email: string }[]>('GET', '/people')
  // Of the founder for someone who is none of the roles asked, so that only who may change people can end it.
  const { person: deputy } = await team.founder.need('POST', '/people', {
    body: { name: 'Dina Moe', email: 'dina@larkholm.example', roles: [] },
  })
  const absent = people.find(({ email }) => email === 'founder@larkholm.example')!.id
  const time = { from: '2036-01-01T00:00:00Z', to: '2036-01-02T00:00:00Z' }
  delegation = (await team.founder.need('POST', '/delegations', { body: { absent, deputy, gates: null, ...time } })).delegation!
  founders = await team.founder.need('POST', '/items', { body: { kind: 'post', section: team.section, title: 'Someone else’s' } })
  const planned = await writePost(team, 'Planned')
  event = (
    await team.publisher.need('POST', `/items/${planned.item}/events`, { body: { kind: 'put-live', date: '2036-01-01', time: '04:00' } })
  ).event!
  edition = (await team.publisher.need('POST', '/editions', { body: { name: 'Summer' } })).edition!
})
afterAll(() => server.stop())

const send = (client: Client, name: string) => {
  const [method, path] = name.split(' ') as [string, string]
  const { path: own, body, ifMatch } = CASES[name]!
  const form = new FormData()
  form.append('file', new Blob(['no picture']), 'x.png')
  return client.ask<{ reasons?: { code: string; help?: string[] }[] }>(method, own?.() ?? path, {
    ...(name === 'POST /media'
      ? { raw: form }
      : body === undefined
        ? {}
        : { body: typeof body === 'function' ? (body as () => unknown)() : body }),
    ifMatch: ifMatch?.(),
  })
}

const ROLE_MAP = new Map(DEFAULT_ROLES.map((entry) => [entry.id, entry]))

describe('every route × every role', () => {
  it('has a case for each route of the API', () => {
    expect(Object.keys(CASES).sort()).toEqual(endpoints.map((endpoint) => `${endpoint.method} ${endpoint.path}`).sort())
  })
  for (const name of Object.keys(CASES)) {
    const { need } = CASES[name]!
    it(`${name} ${need === 'open' ? 'is open' : 'asks a stranger to sign in'}`, async () => {
      const { status } = await send(new Client(server.origin), name)
      if (need === 'open') expect(status).not.toBe(500)
      else expect(status).toBe(401)
    })
    if (need === 'open') continue
    it.each(ROLES)(`${name} as %s`, async (role) => {
      const allowed = need === 'signed-in' || rolesWithin(ROLE_MAP, role).some(({ verbs }) => verbs.includes(need))
      const answer = await send(team[role], name)
      expect(answer.status).not.toBe(500)
      if (allowed) expect([401, 403]).not.toContain(answer.status)
      else {
        expect(answer.status).toBe(403)
        expect(answer.body.reasons![0]!.code).toBe('right-missing')
        expect(answer.body.reasons![0]!.help!.length).toBeGreaterThan(0)
      }
    })
  }
})

describe('rights within sections', () => {
  it('hold in their section and what is below, not elsewhere, and end with the grant', async () => {
    const { founder } = team
    const { section: below } = await founder.need('POST', '/sections', { body: { name: 'Local news', parent: team.section } })
    const { id: person, client: anton } = await colleagueOf(founder, {
      name: 'Anton Arrieta',
      email: 'anton@larkholm.example',
      roles: [{ role: 'writer', section: team.section }],
    })
    const start = (section: string) => anton.ask('POST', '/items', { body: { kind: 'post', section, title: 'Mine' } })
    expect((await start(team.section)).status).toBe(200)
    expect((await start(below!)).status).toBe(200)
    expect((await start(team.other)).status).toBe(403)
    const news = await listen(server.origin, anton.session)
    const elsewhere = await founder.need('POST', '/items', { body: { kind: 'post', section: team.other, title: 'Not his' } })
    expect((await anton.ask('GET', `/items/${elsewhere.item}`)).status).toBe(403)
    const list = await anton.need<{ items: { title: string }[] }>('GET', '/items?limit=200')
    expect(list.items.map((entry) => entry.title)).not.toContain('Not his')
    await founder.need('POST', `/drafts/${elsewhere.draft}/put-live`, { body: { exception: 'Test' }, ifMatch: elsewhere.version! })
    const recent = async (client: Client) =>
      (await client.need<{ recent: { title: string }[] }>('GET', '/today')).recent.map((row) => row.title)
    expect(await recent(founder)).toContain('Not his')
    expect(await recent(anton)).not.toContain('Not his')
    const his = await founder.need('POST', '/items', { body: { kind: 'post', section: team.section, title: 'In his section' } })
    await until(async () => news.heard().includes(his.item!), 'news of the later item')
    expect(news.heard()).not.toContain(elsewhere.item)
    news.stop()
    await founder.need('PUT', `/people/${person}/roles`, { body: { roles: [] } })
    expect((await start(team.section)).status).toBe(403)
  })
  it('let nobody change their own roles', async () => {
    const { person } = await team.founder.need<{ person: { id: string } }>('GET', '/session')
    expect(
      (await team.founder.ask('PUT', `/people/${person.id}/roles`, { body: { roles: [{ role: 'steward', section: null }] } })).status,
    ).toBe(422)
  })
})
