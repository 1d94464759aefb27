import type { IncomingMessage } from 'node:http'
import { getCookie, type H3Event } from 'h3'
import { actorOf, type Actor } from './services/access'
import type { Office } from './services/office'

export const SESSION_COOKIE = 'yieldgate_session'

/** Scheme and host that readers use: as configured, else as asked for. */
export function originOf(request: IncomingMessage): string {
  const configured = process.env.YIELDGATE_ORIGIN
  if (configured) return configured.replace(/\/+$/, '')
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

/** Whether a write comes from a page of ours: browsers always say where a write comes from, programs need not. */
export function isSameOrigin(request: IncomingMessage): boolean {
  const origin = request.headers.origin
  if (origin !== undefined) {
    const own = process.env.YIELDGATE_ORIGIN ? new URL(process.env.YIELDGATE_ORIGIN).host : request.headers.host
    return URL.canParse(origin) && new URL(origin).host === own
  }
  const site = request.headers['sec-fetch-site']
  return site === undefined || site === 'same-origin' || site === 'none'
}

/** The signed-in person of a request, if any. */
export const actorOfEvent = (office: Office, event: H3Event): Promise<Actor | undefined> =>
  actorOf(office, getCookie(event, SESSION_COOKIE))
