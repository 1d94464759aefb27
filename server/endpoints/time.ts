import { z } from 'zod'
import { nameSchema } from '../../core/content/line'
import { LATE_WAYS } from '../../core/plan/events'
import { changeEdition, clearWhole, copyEdition, dropEdition, makeEdition, putEditionLive } from '../services/planning/editions'
import { addEntries, removeEntry } from '../services/planning/editionEntries'
import { clearedWork, editionPage, editions } from '../services/planning/editionPage'
import { cancelEvent, moveEvent, plan, setEmbargo } from '../services/planning/events'
import { calendar } from '../services/planning/calendar'
import { endFeed, feed, feedOf, makeFeed } from '../services/planning/calendarFeed'
import { may } from '../services/people/access'
import { previewBack, previewUndo, rollSiteBack, undoEdition } from '../services/planning/goingBack'
import { siteDifferences } from '../services/planning/momentDifferences'
import { endShareLink, shareLink, shareLinks } from '../services/planning/shareLinks'
import { freeMoment, heldNext, readableTroubles } from '../services/planning/troubles'
import { unsentOfEdition } from '../services/reviewing/sending'
import { Download, endpoint, openEndpoint } from './endpoint'
import * as answers from './answers/time'

const key = z.string().max(60)
const id = z.object({ id: key })
const wall = {
  date: z.iso.date(),
  time: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/),
  choice: z.enum(['earlier', 'later']).optional(),
  /** The zone of the clock that it was picked on: refused where the site goes by another one now. */
  zone: z.string().max(60).optional(),
}
const moment = z.strictObject(wall)
const late = z.strictObject({ do: z.enum(LATE_WAYS), after: z.int().min(0).max(100_000).default(0) })
const rule = z.string().max(300)
const instant = z.iso.datetime()
const sight = z.discriminatedUnion('shows', [
  z.strictObject({ shows: z.literal('moment'), at: instant }),
  z.strictObject({ shows: z.literal('edition'), edition: key }),
  z.strictObject({ shows: z.literal('draft'), draft: key }),
])
const name = nameSchema(120)
const text = z.string().max(2_000)

/** Times and editions. */
export const time = [
  endpoint({
    method: 'POST',
    path: '/items/:id/events',
    tag: 'time',
    summary: 'Plan going live, for good or for a while, or leaving the site, at a wall time of the site’s zone',
    params: id,
    body: z.strictObject({
      kind: z.enum(['put-live', 'withdraw', 'window']),
      draft: key.optional(),
      version: key.optional(),
      ...wall,
      until: moment.optional(),
      rule: rule.optional(),
      late: late.optional(),
    }),
    answer: z.strictObject({ event: z.string(), at: z.string() }),
    run: ({ office, actor, params, body }) => plan(office, actor, params.id, body),
  }),
  endpoint({
    method: 'PATCH',
    path: '/events/:id',
    tag: 'time',
    summary: 'Move a planned event, or the end of a window that is open',
    params: id,
    body: z.strictObject({ ...wall, until: moment.optional(), rule: rule.nullable().optional(), late: late.optional() }),
    answer: z.strictObject({ at: z.string() }),
    run: ({ office, actor, params, body }) => moveEvent(office, actor, params.id, body),
  }),
  endpoint({
    method: 'DELETE',
    path: '/events/:id',
    tag: 'time',
    summary: 'Cancel a planned event',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => cancelEvent(office, actor, params.id),
  }),
  endpoint({
    method: 'PUT',
    path: '/items/:id/embargo',
    tag: 'time',
    summary: 'Set the moment before which nobody may put an item live; null lifts it',
    params: id,
    body: z.strictObject({ until: moment.nullable() }),
    answer: z.strictObject({ at: z.string().nullable() }),
    run: ({ office, actor, params, body }) => setEmbargo(office, actor, params.id, body.until),
  }),
  endpoint({
    method: 'GET',
    path: '/editions',
    tag: 'time',
    summary: 'The editions at hand and those of late',
    answer: answers.editionList,
    run: ({ office, actor }) => editions(office, actor),
  }),
  endpoint({
    method: 'POST',
    path: '/editions',
    tag: 'time',
    summary: 'Begin an edition',
    body: z.strictObject({ name, note: text.optional() }),
    answer: z.strictObject({ edition: z.string() }),
    run: ({ office, actor, body }) => makeEdition(office, actor, body),
  }),
  endpoint({
    method: 'GET',
    path: '/editions/cleared',
    tag: 'time',
    summary: 'What is cleared and not live yet, where the person may put live',
    answer: answers.clearedWork,
    run: ({ office, actor }) => clearedWork(office, actor),
  }),
  endpoint({
    method: 'GET',
    path: '/editions/:id',
    tag: 'time',
    summary: 'An edition with its entries, how far each is and what holds it',
    params: id,
    answer: answers.editionPage,
    run: ({ office, actor, params }) => editionPage(office, actor, params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/editions/:id/unsent',
    tag: 'time',
    summary: 'The drafts of an edition that the person could send to review, each with its newest version and who would be asked',
    params: id,
    answer: answers.unsent,
    run: ({ office, actor, params }) => unsentOfEdition(office, actor, params.id),
  }),
  endpoint({
    method: 'PATCH',
    path: '/editions/:id',
    tag: 'time',
    summary: 'Change an edition’s name, note, owner, moment, lateness or own route',
    params: id,
    body: z.strictObject({
      name: name.optional(),
      note: text.optional(),
      owner: key.optional(),
      moment: moment.nullable().optional(),
      late: late.optional(),
      route: key.nullable().optional(),
    }),
    answer: 'nothing',
    run: ({ office, actor, params, body }) => changeEdition(office, actor, params.id, body),
  }),
  endpoint({
    method: 'DELETE',
    path: '/editions/:id',
    tag: 'time',
    summary: 'Give an edition up; its drafts stay',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => dropEdition(office, actor, params.id),
  }),
  endpoint({
    method: 'POST',
    path: '/editions/:id/entries',
    tag: 'time',
    summary: 'Take changes into an edition: drafts, or items that leave the site',
    params: id,
    body: z.strictObject({
      entries: z
        .array(z.strictObject({ item: key, draft: key.optional(), withdraw: z.boolean().optional() }))
        .min(1)
        .max(500),
    }),
    answer: z.strictObject({
      entries: z.array(z.string()),
      /** Changes that were in another edition and left it. */
      left: z.array(z.strictObject({ title: z.string(), edition: z.string() })),
    }),
    run: ({ office, actor, params, body }) => addEntries(office, actor, params.id, body.entries),
  }),
  endpoint({
    method: 'DELETE',
    path: '/editions/:id/entries/:event',
    tag: 'time',
    summary: 'Take a change out of an edition',
    params: z.object({ id: key, event: key }),
    answer: 'nothing',
    run: ({ office, actor, params }) => removeEntry(office, actor, params.id, params.event),
  }),
  endpoint({
    method: 'POST',
    path: '/editions/:id/put-live',
    tag: 'time',
    summary: 'Put a whole edition live now, or none of it',
    params: id,
    answer: z.strictObject({ at: z.string(), entries: z.number() }),
    run: ({ office, actor, params }) => putEditionLive(office, actor, params.id),
  }),
  endpoint({
    method: 'POST',
    path: '/editions/:id/clear',
    tag: 'time',
    summary: 'Clear an edition as a whole at a gate of its own route',
    params: id,
    body: z.strictObject({ gate: key, note: text.default('') }),
    answer: 'nothing',
    run: ({ office, actor, params, body }) => clearWhole(office, actor, params.id, body.gate, body.note),
  }),
  endpoint({
    method: 'POST',
    path: '/editions/:id/copy',
    tag: 'time',
    summary: 'Begin the next edition from one: new drafts of what it changed',
    params: id,
    body: z.strictObject({ name }),
    answer: z.strictObject({ edition: z.string(), left: z.array(z.string()) }),
    run: ({ office, actor, params, body }) => copyEdition(office, actor, params.id, body.name),
  }),
  endpoint({
    method: 'GET',
    path: '/editions/:id/undo',
    tag: 'time',
    summary: 'What undoing an edition would do, item by item',
    params: id,
    answer: z.strictObject({ steps: z.array(answers.goingBackStep), moves: z.boolean() }),
    run: ({ office, actor, params }) => previewUndo(office, actor, params.id),
  }),
  endpoint({
    method: 'POST',
    path: '/editions/:id/undo',
    tag: 'time',
    summary: 'Undo an edition: at once what is untouched since, as drafts what is not',
    params: id,
    answer: answers.undoneEdition,
    run: ({ office, actor, params }) => undoEdition(office, actor, params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/calendar',
    tag: 'time',
    summary: 'What went live or left, is planned, ends or is to be looked at in a stretch of time',
    query: z.strictObject({ from: instant, to: instant }),
    answer: z.array(answers.calendarEntry),
    run: ({ office, actor, foresight, query }) => calendar(office, actor, foresight, query.from, query.to),
  }),
  endpoint({
    method: 'GET',
    path: '/forecast',
    tag: 'time',
    summary: 'The trouble that planned events would meet, in the order of time; of all, or of one item',
    query: z.strictObject({ item: key.optional() }),
    answer: z.strictObject({ come: z.array(answers.trouble), go: z.array(answers.trouble) }),
    run: ({ actor, foresight, query }) => readableTroubles(actor, foresight, query),
  }),
  endpoint({
    method: 'POST',
    path: '/forecast/trial',
    repeat: 'harmless',
    tag: 'time',
    summary: 'What moving an event or an edition to another moment, or taking it out (null), would bring and mend; nothing is changed',
    body: z.strictObject({ event: key.optional(), edition: key.optional(), at: instant.nullable() }),
    answer: z.strictObject({ come: z.array(answers.trouble), go: z.array(answers.trouble) }),
    run: async ({ actor, foresight, body }) => readableTroubles(actor, foresight, { trial: body }),
  }),
  endpoint({
    method: 'GET',
    path: '/forecast/next',
    tag: 'time',
    summary: 'How many of the changes of the next moment would be held back',
    answer: z.strictObject({ at: z.string(), held: z.number() }).nullable(),
    run: ({ office, foresight }) => heldNext(office, foresight),
  }),
  endpoint({
    method: 'POST',
    path: '/forecast/free-moment',
    repeat: 'harmless',
    tag: 'time',
    summary: 'The next moment within two weeks at which what meets a trouble, or its edition, would not meet it, nor bring another',
    body: z.strictObject({ trouble: z.string().max(600) }),
    answer: z.strictObject({ at: z.string().nullable() }),
    run: ({ actor, foresight, body }) => freeMoment(actor, foresight, body.trouble),
  }),
  endpoint({
    method: 'GET',
    path: '/moments/differences',
    tag: 'time',
    summary: 'What is other on the site at one moment than at another',
    query: z.strictObject({ from: instant, to: instant }),
    answer: answers.momentDifferences,
    run: ({ office, actor, foresight, query }) => siteDifferences(office, actor, foresight, query.from, query.to),
  }),
  endpoint({
    method: 'GET',
    path: '/site-back',
    tag: 'time',
    summary: 'What making the site, or a section, again what it was at a moment would change',
    query: z.strictObject({ moment: instant, section: key.optional() }),
    answer: z.array(answers.goingBackStep),
    run: ({ office, actor, facts, query }) => previewBack(office, actor, facts, query.moment, query.section ?? null),
  }),
  endpoint({
    method: 'POST',
    path: '/site-back',
    tag: 'time',
    summary: 'Make the site, or a section, again what it was at a moment, as one edition',
    body: z.strictObject({ moment: instant, section: key.nullable() }),
    answer: z.strictObject({ edition: z.string(), restored: z.number() }),
    run: ({ office, actor, facts, body }) => rollSiteBack(office, actor, facts, body.moment, body.section),
  }),
  endpoint({
    method: 'GET',
    path: '/share-links',
    tag: 'time',
    summary: 'The links to moments, editions and drafts that are open',
    answer: answers.shareLinks,
    run: ({ office, actor }) => shareLinks(office, actor, may(actor, 'item.plan', null)),
  }),
  endpoint({
    method: 'POST',
    path: '/share-links',
    tag: 'time',
    summary: 'Make a link for people without an account; its secret is told once',
    body: z.strictObject({ sight, until: moment }),
    secret: true,
    answer: z.strictObject({ url: z.string(), id: z.string(), endsAt: z.string() }),
    run: async ({ office, actor, body, origin }) => {
      const { token, ...link } = await shareLink(office, actor, body)
      return { ...link, url: `${origin}/shared/${token}/` }
    },
  }),
  endpoint({
    method: 'DELETE',
    path: '/share-links/:id',
    tag: 'time',
    summary: 'End a link at once',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => endShareLink(office, actor, params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/me/calendar-feed',
    tag: 'time',
    summary: 'Since when one’s calendar can be subscribed to',
    answer: z.strictObject({ madeAt: z.string().nullable() }),
    run: ({ office, actor }) => feedOf(office, actor),
  }),
  endpoint({
    method: 'POST',
    path: '/me/calendar-feed',
    tag: 'time',
    summary: 'Make the private address of one’s calendar; an earlier one ends',
    secret: true,
    answer: z.strictObject({ url: z.string() }),
    run: async ({ office, actor, origin }) => ({ url: `${origin}/api/v1/calendar-feeds/${(await makeFeed(office, actor)).token}` }),
  }),
  endpoint({
    method: 'DELETE',
    path: '/me/calendar-feed',
    tag: 'time',
    summary: 'End the private address of one’s calendar',
    answer: 'nothing',
    run: ({ office, actor }) => endFeed(office, actor),
  }),
  openEndpoint({
    method: 'GET',
    path: '/calendar-feeds/:token',
    tag: 'time',
    summary: 'A calendar as iCalendar (RFC 5545), for whoever has its address',
    params: z.object({ token: z.string().max(60) }),
    answer: 'file',
    run: async ({ office, live, foresight, params, origin }) => {
      const site = await office.site()
      const name = (site && (await live.frame(site)).settings.title) || 'Yieldgate'
      const text = await feed(office, foresight, params.token, origin, name)
      return new Download({ type: 'text/calendar; charset=utf-8', name: 'calendar.ics', stream: new Blob([text]).stream() })
    },
  }),
]
