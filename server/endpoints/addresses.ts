import { z } from 'zod'
import { MAX_REDIRECT, REDIRECT_CODES } from '../../core/address/redirects'
import { lineSchema } from '../../core/content/line'
import { changeRedirect, endRedirect, makeRedirect, redirects, tryAddress } from '../services/site/redirects'
import { endpoint, pageLimit } from './endpoint'
import * as answers from './answers/addresses'

const id = z.object({ id: z.string().max(60) })
const address = lineSchema(MAX_REDIRECT)
/** An address of the site, in which one `*` may stand for any letters, and where it leads; 410 leads nowhere. */
const redirect = z.strictObject({
  from: address,
  code: z.literal(REDIRECT_CODES),
  to: address.nullable().default(null),
  note: lineSchema(200).default(''),
})

/** Addresses of the site, and where they lead. */
export const addresses = [
  endpoint({
    method: 'GET',
    path: '/redirects',
    tag: 'site',
    summary: 'The addresses that were redirected by hand, in order, with what is live there and what they lead to',
    query: z.strictObject({ words: lineSchema(200).default(''), after: address.default(''), limit: pageLimit }),
    answer: answers.redirects,
    run: ({ office, actor, query }) => redirects(office, actor, query),
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
    path: '/addresses/try',
    tag: 'site',
    summary: 'What readers get at an address now, asked of the live site, and why',
    query: z.strictObject({ address: address.min(1) }),
    answer: answers.triedAddress,
    run: ({ office, live, actor, origin, query }) => tryAddress(office, live, actor, origin, query.address),
  }),
]
