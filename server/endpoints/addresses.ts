import { z } from 'zod'
import { MAX_REDIRECT, REDIRECT_CODES } from '../../core/address/redirects'
import { lineSchema } from '../../core/content/line'
import { listTooLarge, MOST_LIST_BYTES } from '../services/listing/listFile'
import { ADDRESS_SORTS, addressList } from '../services/site/addressList'
import { tryAddress, tryAddressAt } from '../services/site/addressTrial'
import { CODE_FORMATS, posterCode } from '../services/site/posterCode'
import { bringRedirects, mustBringRedirects, redirectFile } from '../services/site/redirectFile'
import { changeRedirect, endRedirect, makeRedirect } from '../services/site/redirects'
import { Download, endpoint, pageLimit } from './endpoint'
import { bytesOf, withUpload } from './upload'
import * as answers from './answers/addresses'

const id = z.object({ id: z.string().max(60) })
const address = lineSchema(MAX_REDIRECT)
/** An address of the site, in which one `*` may stand for any letters, and where it leads, until which day; 410 leads nowhere. */
const redirect = z.strictObject({
  from: address,
  code: z.literal(REDIRECT_CODES),
  to: address.nullable().default(null),
  note: lineSchema(200).default(''),
  until: z.iso.date().nullable().default(null),
})

/** Addresses of the site, and where they lead. */
export const addresses = [
  endpoint({
    method: 'GET',
    path: '/addresses/list',
    tag: 'site',
    summary:
      'What stands at addresses, in their order: live items, redirects by hand, what items have left, the site itself; with uses by day',
    query: z.strictObject({
      words: lineSchema(200).default(''),
      is: z.enum(['all', ...ADDRESS_SORTS]).default('all'),
      after: address.default(''),
      limit: pageLimit,
    }),
    answer: answers.addresses,
    run: ({ office, actor, query }) => addressList(office, actor, query),
  }),
  endpoint({
    method: 'POST',
    path: '/redirects',
    tag: 'site',
    summary: 'Redirect an address, or say that it is gone; at once for readers',
    body: redirect,
    answer: z.strictObject({ redirect: z.string() }),
    run: async ({ office, actor, body }) => ({ redirect: await makeRedirect(office, actor, body) }),
  }),
  endpoint({
    method: 'PUT',
    path: '/redirects/:id',
    tag: 'site',
    summary: 'Change a redirect that is as it was seen; at once for readers',
    params: id,
    body: redirect.extend({ seen: z.string().max(10_000) }),
    answer: 'nothing',
    run: ({ office, actor, params, body }) => changeRedirect(office, actor, params.id, body),
  }),
  endpoint({
    method: 'DELETE',
    path: '/redirects/:id',
    tag: 'site',
    summary: 'End a redirect; its address answers as it did without it',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => endRedirect(office, actor, params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/redirects/:id/code',
    tag: 'site',
    summary: 'The address of a redirect as a code for print',
    params: id,
    query: z.strictObject({ format: z.enum(CODE_FORMATS).default('svg') }),
    answer: 'file',
    run: async ({ office, origin, params, query }) => new Download(await posterCode(office, origin, params.id, query.format)),
  }),
  endpoint({
    method: 'GET',
    path: '/redirects/file',
    tag: 'site',
    summary: 'All redirects by hand as a file',
    answer: 'file',
    run: async ({ office }) => new Download(await redirectFile(office)),
  }),
  endpoint({
    method: 'POST',
    path: '/redirects/file',
    tag: 'site',
    summary: 'Try each line of a file of redirects; with the mark of what that showed (`seen`), take in those that can be',
    takes: 'file',
    repeat: 'harmless',
    before: mustBringRedirects,
    query: z.strictObject({ seen: z.string().max(60).optional() }),
    answer: answers.fileOutcome,
    run: ({ office, actor, event, query }) =>
      withUpload(event, async (file) => bringRedirects(office, actor, await bytesOf(file, MOST_LIST_BYTES, listTooLarge), query.seen)),
  }),
  endpoint({
    method: 'GET',
    path: '/addresses/try',
    tag: 'site',
    summary: 'What readers get at an address now, asked of the live site, or on a day and at a time of the site’s clock, and why',
    query: z.strictObject({
      address: address.min(1),
      date: z.iso.date().optional(),
      time: z
        .string()
        .regex(/^([01]\d|2[0-3]):[0-5]\d$/)
        .default('12:00'),
    }),
    answer: answers.triedAddress,
    run: ({ office, live, moments, actor, origin, query }) =>
      query.date === undefined
        ? tryAddress(office, live, actor, origin, query.address)
        : tryAddressAt(office, moments, actor, origin, query.address, { date: query.date, time: query.time }),
  }),
]
