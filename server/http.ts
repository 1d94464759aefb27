import type { IncomingMessage } from 'node:http'
import { getCookie, getHeader, readRawBody, type H3Event } from 'h3'
import { actorOf, type Actor } from './services/people/access'
import { allowanceOfEach } from './services/limited'
import { siteOrigin } from './services/site/siteOrigin'
import type { Office } from './services/office'
import { refusal } from './services/refusal'
import type { SiteRow } from './store/sites'

/** Whether the office is reached by https, as its address says. */
export const isHttps = (): boolean => process.env.YIELDGATE_ORIGIN?.startsWith('https:') ?? false

/** What the session is kept under. By https its name binds it to this host and to https (RFC 6265bis §4.1.3.2). */
export const sessionCookie = (): string => (isHttps() ? '__Host-yieldgate_session' : 'yieldgate_session')

/** What a reader’s session is kept under: of a member, or of one who gave the password of a page. */
export const readerCookie = (): string => (isHttps() ? '__Host-yieldgate_reader' : 'yieldgate_reader')

/** What is said at a host where no site is. */
export const noSiteHere = () => refusal('unknown', 'site-unknown')

/** The host that a request asks for, as its header names it. */
export const hostOf = (request: IncomingMessage): string => request.headers.host ?? ''

/** Scheme and host that readers of a site use: as configured, else as asked for. */
export function originOf(request: IncomingMessage, site: Pick<SiteRow, 'host'> | undefined): string {
  const own = siteOrigin(site)
  if (own) return own
  const host = request.headers.host ?? ''
  return `http://${/^[\w.-]+(:\d{1,5})?$|^\[[0-9a-f:]+\](:\d{1,5})?$/i.test(host) ? host : 'localhost'}`
}

/** Where a request comes from, for throttling. Forwarded headers count only behind a proxy that is configured. */
export const addressOf = (request: IncomingMessage): string => {
  const forwarded =
    process.env.YIELDGATE_TRUST_PROXY === '1'
      ? String(request.headers['x-forwarded-for'] ?? '')
          .split(',')
          .at(-1)
          ?.trim()
      : undefined
  return forwarded || request.socket.remoteAddress || 'unknown'
}

/** A body of which nothing comes for so long is waited for no longer. The whole of a request has five minutes, as Node has it. */
const STALLED_MS = 20_000

/** Ends the line of a request whose body stops coming. Returns a function that stops it watching, once it is there. */
export function watchBody({ socket }: IncomingMessage): () => void {
  const end = () => socket.destroy()
  socket.setTimeout(STALLED_MS, end)
  return () => void socket.setTimeout(0).off('timeout', end)
}

/** Refuses a body by its announced length, and a stream that grows past it while it is read. */
export async function boundedBody(event: H3Event, limit: number): Promise<Buffer> {
  if (Number(getHeader(event, 'content-length') ?? 0) > limit) throw tooLarge(limit)
  const { req } = event.node
  let size = 0
  const watch = (chunk: Buffer) => {
    size += chunk.length
    if (size > limit) req.destroy()
  }
  req.on('data', watch)
  const watched = watchBody(req)
  try {
    return ((await readRawBody(event, false)) as Buffer | undefined) ?? Buffer.alloc(0)
  } catch (error) {
    if (size > limit) throw tooLarge(limit)
    throw error
  } finally {
    req.off('data', watch)
    watched()
  }
}
const tooLarge = (limit: number) => refusal('too-large', 'body-large', { megabytes: Math.floor(limit / 1024 / 1024) })

/** Bytes of refused requests that are read for one person or origin: at once, and in each second. */
const unwanted = allowanceOfEach({ most: 24 * 1024 * 1024, perSecond: 256 * 1024 })

/**
 * Deals with the rest of a request that is refused before its body was read whole. The rest is read and dropped, so that the sender
 * reads the answer; whoever sends too much of this finds the connection closed after the answer.
 */
export function passOverBody({ node: { req, res } }: H3Event, whose: string): void {
  if (req.complete) return
  if (unwanted(whose, Number(req.headers['content-length'] ?? 1024 * 1024))) res.setHeader('connection', 'close')
  else req.resume()
}

/** Whether a write comes from a page of the site: browsers always say where a write comes from, programs need not. */
export function isSameOrigin(request: IncomingMessage, site: Pick<SiteRow, 'host'> | undefined): boolean {
  const origin = request.headers.origin
  if (origin !== undefined) {
    const own = siteOrigin(site)
    if (!URL.canParse(origin)) return false
    return own ? new URL(origin).origin === new URL(own).origin : new URL(origin).host === request.headers.host
  }
  const from = request.headers['sec-fetch-site']
  return from === undefined || from === 'same-origin' || from === 'none'
}

/** What the office says of its requests while nobody has touched it for a while, so that they do not keep a session open. */
const UNATTENDED = 'yieldgate-unattended'

/** Who the office's window that asks is shown to. */
const SHOWN_TO = 'yieldgate-person'

/** Whether a request comes from a window of the office that was opened by someone else than whose session it has now. */
export const isAnothersWindow = (event: H3Event, actor: Actor | undefined): boolean => {
  const shownTo = getHeader(event, SHOWN_TO)
  return shownTo !== undefined && actor !== undefined && shownTo !== actor.id
}

/** Whose session a request has, if any; also of someone whose second factor is still to be turned on. */
export const sessionOfEvent = (
  office: Office,
  event: H3Event,
  attended = getHeader(event, UNATTENDED) === undefined,
): Promise<Actor | undefined> => actorOf(office, getCookie(event, sessionCookie()), attended)

/** The signed-in person of a request, if any. */
export async function actorOfEvent(office: Office, event: H3Event, attended?: boolean): Promise<Actor | undefined> {
  const actor = await sessionOfEvent(office, event, attended)
  return actor?.needsFactor ? undefined : actor
}
