import type { H3Event } from 'h3'
import { STRANGER } from '../../core/members/access'
import { normalisePath } from '../../core/address/path'
import { indexOfStayAt } from '../../core/plan/siteAt'
import type { PictureFormat } from '../../core/render/picture'
import { actorOfEvent, originOf } from '../http'
import type { SiteParts } from '../runtime'
import { may, type Actor } from '../services/people/access'
import type { Sight } from '../services/planning/foresight'
import { documentBytes, pictureBytes } from '../services/media/media'
import { sharedSight } from '../services/planning/shareLinks'
import { addressHistory } from '../store/live'
import { mediaHeaders } from './mediaHeaders'
import { markWords, type Look } from './moment'
import { countOpening } from '../store/shareLinks'

/** Addresses under which the site of another moment is looked at. */
export const ANOTHER_MOMENT = /^\/(moment|shared|timemap)(\/|$)/

interface Said {
  status: number
  headers: Record<string, string>
  body: Buffer
}

const plain = (status: number, text: string, headers: Record<string, string> = {}): Said => ({
  status,
  headers: { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store', 'x-robots-tag': 'noindex', ...headers },
  body: Buffer.from(text),
})

/** Who may look at other moments: who may see work somewhere in the office. */
const looksOn = (actor: Actor): boolean => [...actor.rights.sections.keys()].some((section) => may(actor, 'item.read', section))

/** Reads `2027-03-05T03:00:00.000Z`, `edition:<id>` or `draft:<id>`. */
function sightNamed(name: string): Sight | null {
  const named = /^(edition|draft):([0-9a-f-]{36})$/.exec(name)
  if (named) return named[1] === 'edition' ? { shows: 'edition', edition: named[2]! } : { shows: 'draft', draft: named[2]! }
  const at = /^\d{4}-\d\d-\d\dT[\d:.]+Z$/.test(name) ? new Date(name) : null
  return at && !Number.isNaN(at.getTime()) ? { shows: 'moment', at: at.toISOString() } : null
}

/** A part of an address, decoded; as it is where it cannot be. */
function decoded(part: string): string {
  try {
    return decodeURIComponent(part)
  } catch {
    // Not percent-encoded as it should be: then it names nothing that there is.
    return part
  }
}

/** Returns what is asked of another moment’s site; by a signed-in person, or by whoever has a shared link. */
export async function anotherMoment(
  { office, facts, moments }: SiteParts,
  event: H3Event,
  origin: string,
  target: string,
): Promise<Said | undefined> {
  const [, way, name = '', rest = ''] = /^\/(moment|shared|timemap)(?:\/([^/?]*))?(.*)$/s.exec(target)!
  const site = await office.site()
  if (!site) return plain(404, 'There is nothing here yet')
  if (way === 'shared') {
    const link = await sharedSight(office, name)
    if (!link) return plain(410, 'This link has ended. Ask whoever gave it to you for another.')
    const file = /^\/media\/([0-9a-f-]{36})\/(?:(\d{1,5})\.(avif|webp|jpg)|file\/[^/]+)$/.exec(rest)
    if (file) return sharedFile(link.id, file)
    if (rest === '' || rest === '/') await countOpened(link.id)
    const mark = (at: string) => markWords(at, site.zone, office.now())
    return moments.answer(origin, rest || '/', {
      prefix: `/shared/${name}`,
      sight: link.sight,
      mayRead: link.mayRead,
      whose: link.id,
      // Whoever has the link gets what strangers get, and what the link is of.
      looking: STRANGER,
      mark,
    })
  }
  const actor = await actorOfEvent(office, event)
  if (!actor || !looksOn(actor)) return plain(404, 'There is no such page')
  if (way === 'timemap') return timeMap({ office, facts }, origin, site.id, `/${[name, rest.replace(/^\//, '')].filter(Boolean).join('/')}`)
  const sight = sightNamed(decoded(name))
  if (!sight) return plain(400, 'That is no moment')
  const mayRead = (section: string) => may(actor, 'item.read', section)
  const look: Look = { prefix: `/moment/${name}`, sight, mayRead, whose: actor.id, looking: 'office', mark: null }
  const answer = await moments.answer(origin, rest || '/', look)
  if (!answer || sight.shows !== 'moment' || sight.at > office.now()) return answer
  const path = rest.split('?')[0] || '/'
  const from = answer.entry?.changed ?? sight.at
  return {
    ...answer,
    headers: { ...answer.headers, 'memento-datetime': new Date(from).toUTCString(), link: relations(origin, path) },
  }

  async function countOpened(link: string): Promise<void> {
    await office.store.write((tx) => countOpening(tx, link))
  }
  async function sharedFile(link: string, [, id, width, format]: RegExpExecArray): Promise<Said> {
    const found = !moments.showed(link, id!)
      ? undefined
      : format
        ? await pictureBytes(office, id!, Number(width), format as PictureFormat, 'shown')
        : await documentBytes(office, id!, 'shown')
    if (!found) return plain(404, 'There is no such file')
    return { status: 200, headers: { ...mediaHeaders(found), 'cache-control': 'private, no-store' }, body: found.bytes }
  }
}

/** The link relations of a resource's mementos (RFC 7089 §2.2): the resource is its own TimeGate. */
const relations = (origin: string, path: string): string =>
  [`<${origin}${path}>; rel="original timegate"`, `<${origin}/timemap${path}>; rel="timemap"; type="application/link-format"`].join(', ')

/**
 * The TimeGate (RFC 7089 §4.2, pattern 1.1): leads who may look at other moments to the memento of an address that they ask
 * for by Accept-Datetime; the first or the last one where none is of that time. Returns nothing to anyone else.
 */
export async function timeGate({ office, facts }: SiteParts, event: H3Event, target: string, asked: string): Promise<Said | undefined> {
  const actor = await actorOfEvent(office, event)
  if (!actor || !looksOn(actor)) return undefined
  const origin = originOf(event.node.req, await office.site())
  const wanted = /GMT$/.test(asked.trim()) ? Date.parse(asked) : NaN
  if (Number.isNaN(wanted)) return plain(400, 'Accept-Datetime is no date of RFC 1123', { vary: 'accept-datetime' })
  const path = normalisePath(target.split('?')[0]!) ?? '/'
  const site = (await office.site())!
  const now = office.now()
  let at = new Date(Math.min(wanted, Date.parse(now) - 1)).toISOString()
  const owners = await addressHistory(office.store.read, site.id, path)
  const known = await facts.get()
  if (
    owners.length &&
    !owners.some(({ item, from, to }) => from <= at && (to === null || at < to) && indexOfStayAt(known.get(item)?.stays ?? [], at) >= 0)
  ) {
    const later = owners.find(({ from }) => from > at)
    at = later?.from ?? owners.at(-1)!.from
  }
  return plain(302, '', { location: `/moment/${at}${encodeURI(path)}`, vary: 'accept-datetime', link: relations(origin, path) })
}

/** The TimeMap of an address (RFC 7089 §5): every version that readers got there, in link format (RFC 6690). */
async function timeMap({ office, facts }: Pick<SiteParts, 'office' | 'facts'>, origin: string, site: string, asked: string): Promise<Said> {
  const path = normalisePath(asked) ?? '/'
  const known = await facts.get()
  const owners = await addressHistory(office.store.read, site, path)
  const mementos = owners.flatMap(({ item, from, to }) =>
    (known.get(item)?.stays ?? []).flatMap((stay) => {
      const start = stay.from > from ? stay.from : from
      const ends = [stay.to, to].filter((end) => end !== null).sort()[0] ?? null
      return ends !== null && ends <= start ? [] : [start]
    }),
  )
  if (!mementos.length) return plain(404, 'Nothing was ever at that address')
  mementos.sort()
  const lines = mementos.map((at, index) => {
    const rel = [...(index === 0 ? ['first'] : []), ...(index === mementos.length - 1 ? ['last'] : []), 'memento'].join(' ')
    return `<${origin}/moment/${at}${path}>; rel="${rel}"; datetime="${new Date(at).toUTCString()}"`
  })
  const body = [
    `<${origin}${path}>; rel="original timegate"`,
    `<${origin}/timemap${path}>; rel="self"; type="application/link-format"; from="${new Date(mementos[0]!).toUTCString()}"; until="${new Date(mementos.at(-1)!).toUTCString()}"`,
    ...lines,
  ].join(',\n')
  return plain(200, body, { 'content-type': 'application/link-format; charset=utf-8' })
}
