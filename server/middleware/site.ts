import type { H3Event } from 'h3'
import { getCookie } from 'h3'
import { actorOfEvent, addressOf, hostOf, originOf, readerCookie, sessionCookie } from '../http'
import { isStranger } from '../../core/members/access'
import type { PictureFormat } from '../../core/render/picture'
import { withOfficeEntry } from '../../core/render/page'
import { readerOf } from '../services/members/memberSessions'
import { may } from '../services/people/access'
import { documentBytes, pictureBytes } from '../services/media/media'
import { PROBLEMS, Refusal } from '../services/refusal'
import { itemById } from '../store/items'
import { runtime } from '../runtime'
import { accountPages, isAccountPath } from '../site/accountPages'
import { COSTS, mustAfford } from '../site/allowances'
import { encodingFor, isCompressible, isKnown } from '../site/encoding'
import { sentIn, type StoredPage } from '../site/pageCache'
import { mediaHeaders } from '../site/mediaHeaders'
import { ANOTHER_MOMENT, anotherMoment, timeGate } from '../site/anotherMoment'

/** Passes on what is not the live site's. */
const ELSEWHERE = /^\/(office(\/|$|\?)|api\/|_nuxt\/|__)/

/** The live site. What it cannot do it says: another picture while many are made, more pages than one origin may ask for. */
export default defineEventHandler((event) =>
  serve(event).catch((error: unknown) => {
    if (!(error instanceof Refusal && (error.kind === 'busy' || error.kind === 'throttled'))) throw error
    const [status] = PROBLEMS[error.kind]
    event.node.res.writeHead(status, { 'retry-after': String(error.more.retryAfter ?? 10), 'cache-control': 'no-store' }).end()
  }),
)

/** Returns a reader. A stored page is answered before anything else is looked at. */
async function serve(event: H3Event): Promise<void> {
  if (ELSEWHERE.test(event.path)) return
  const { req, res } = event.node
  // As it was asked for: the framework's path is decoded already, and what readers ask for has one spelling only.
  const target = req.url ?? '/'
  const parts = await (await runtime()).at(hostOf(req))
  if (!parts) {
    res.writeHead(404, { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store' }).end('There is no site here')
    return
  }
  const { office, live } = parts
  const forAccounts = isAccountPath(target.split('?')[0]!)
  if (req.method !== 'GET' && req.method !== 'HEAD' && !(forAccounts && req.method === 'POST')) {
    res.writeHead(405, { allow: forAccounts ? 'GET, HEAD, POST' : 'GET, HEAD', 'content-type': 'text/plain' })
    res.end('The live site is for reading')
    return
  }
  const send = (status: number, headers: Record<string, string>, body: Buffer) => {
    if (headers.etag && status === 200 && isKnown(req.headers['if-none-match'], headers.etag)) {
      const { 'content-length': _, 'content-encoding': __, ...same } = headers
      res.writeHead(304, same)
      res.end()
    } else {
      res.writeHead(status, headers['content-length'] === undefined ? { ...headers, 'content-length': body.length } : headers)
      res.end(req.method === 'HEAD' ? undefined : body)
    }
  }
  const sendPage = async (page: StoredPage) => {
    const encoding = isCompressible(page.type, page.body.length)
      ? encodingFor(req.headers['accept-encoding'] as string | undefined)
      : 'identity'
    const sent = sentIn(page, encoding)
    const { status, headers, body } = sent instanceof Promise ? await sent : sent
    send(status, headers, body)
  }
  const origin = originOf(req, await office.site())
  if (ANOTHER_MOMENT.test(target)) {
    const answer = await anotherMoment(parts, event, origin, target)
    return answer && send(answer.status, answer.headers, answer.body)
  }
  const signedIn = req.headers.cookie?.includes(`${sessionCookie()}=`) ?? false
  const reader = await readerOf(office, getCookie(event, readerCookie()))
  const { audience } = reader
  if (!signedIn && isStranger(audience) && !forAccounts) {
    const page = live.stored(origin, target)
    if (page) return sendPage(page)
  }

  const asked = /^\/media\/([0-9a-f-]{36})\/(?:(\d{1,5})\.(avif|webp|jpg)|file\/[^/]+)$/.exec(target)
  if (asked) {
    const [, id, width, format] = asked
    const actor = signedIn ? await actorOfEvent(office, event) : undefined
    const found = format
      ? await pictureBytes(office, id!, Number(width), format as PictureFormat, { actor, audience })
      : await documentBytes(office, id!, { actor, audience })
    if (found)
      return send(
        200,
        {
          ...mediaHeaders(found),
          etag: found.etag,
          'cache-control': found.live ? 'public, max-age=3600' : 'private, no-store',
        },
        found.bytes,
      )
  }

  const site = forAccounts ? await office.site() : undefined
  if (site) {
    mustAfford(addressOf(req), COSTS.page)
    const said = await accountPages(parts, event, site, origin, target, reader)
    if (said) return send(said.status, said.headers, said.body)
  }

  if (signedIn && req.headers['accept-datetime'] !== undefined && !asked) {
    const gate = await timeGate(parts, event, target, String(req.headers['accept-datetime']))
    if (gate) return send(gate.status, gate.headers, gate.body)
  }

  // A file that is not there is not there under any other spelling of its name either.
  const answer = await live.answer(origin, asked ? `/media/${asked[1]}` : target, {
    audience,
    afford: (cost) => mustAfford(addressOf(req), cost),
  })
  if (!answer) {
    res.writeHead(302, { location: '/office/first-start', 'cache-control': 'no-store' })
    res.end()
    return
  }
  if (answer.used) live.uses.count(answer.used.address, answer.used.day)
  const actor = signedIn && answer.item ? await actorOfEvent(office, event) : undefined
  const item = actor && answer.item ? await itemById(office.store.read, answer.item) : undefined
  if (actor && item && may(actor, 'item.read', item.section_id) && answer.headers['content-type']?.startsWith('text/html')) {
    const { etag: _, ...headers } = answer.headers
    return send(
      answer.status,
      { ...headers, 'cache-control': 'private, no-store', vary: 'cookie, accept-encoding' },
      Buffer.from(withOfficeEntry(answer.body.toString(), `/office/items/${item.id}`)),
    )
  }
  return answer.page ? sendPage(answer.page) : send(answer.status, answer.headers, answer.body)
}
