import { createHash } from 'node:crypto'
import { normalisePath } from '../../core/address/path'
import { can } from '../../core/kinds/kinds'
import { accessOfKey, audienceFor, isStranger, opens, STRANGER, type Access, type Audience } from '../../core/members/access'
import { locationOf } from '../../core/address/redirects'
import type { MenuEntry } from '../../core/menu/entries'
import { dateIn } from '../../core/time/date'
import { renderAccount, renderClosed, type AccountPage } from '../../core/render/account'
import { renderAbsent, type ItemView, type SiteView } from '../../core/render/page'
import type { SiteEntry } from '../../core/plan/entry'
import { accessOfItem, addressAt } from '../store/live'
import type { SiteRow } from '../store/sites'
import type { Office } from '../services/office'
import { AddressUses } from '../services/site/addressUses'
import { answerByHand } from '../services/site/redirects'
import { COSTS } from './allowances'
import { frameOf, FrameSource, menusAt, siteView, sourceFor, type Frame, type Looking } from './frame'
import { itemView, type Making, type Subject } from './itemView'
import { standOn } from './menus'
import { PageCache, type StoredPage } from './pageCache'
import { HTML, isForMachines, makePage, pageOf, partOf, type Made } from './pages'
import { liveSource, wholeSource } from './source'

/** What the live site says to a request. `item` names the item shown, for the way into the office. */
export interface Answer {
  status: number
  headers: Record<string, string>
  body: Buffer
  item: string | null
  /** The address that leads elsewhere or is gone, as uses of it are counted: of a redirect with a `*` that with it. */
  used?: { address: string; day: string }
  /** The page that it is, where it is one: it knows itself in each encoding. */
  page?: StoredPage
}

/** The further page or part that a query asks for, as numbers: however it was spelled. */
interface Turn {
  page: number
  part: number
}
/** What a page is kept under: only what it depends on tells it from others, whatever else links carry. */
const keyFor = (plain: string, { page, part }: Turn, turns: StoredPage['turns']): string =>
  turns === 'page' && page > 1 ? `${plain}?page=${page}` : turns === 'part' && part > 0 ? `${plain}?part=${part}` : plain
const keysOf = (plain: string, turn: Turn): Set<string> =>
  new Set([null, 'page' as const, 'part' as const].map((turns) => keyFor(plain, turn, turns)))

const etagOf = (body: Buffer) => `"${createHash('sha256').update(body).digest('base64url').slice(0, 27)}"`

/** The live site: answers readers from what is live, through the one renderer, with a page cache that changes empty precisely. */
export class LiveSite {
  readonly cache = new PageCache()
  private readonly frames: FrameSource
  readonly uses: AddressUses
  private readonly itemsByPath = new Map<string, string>()

  constructor(private readonly office: Office) {
    this.uses = new AddressUses(office)
    this.frames = new FrameSource(office)
    office.onNews((rows) => {
      this.frames.invalidate(rows)
      this.cache.invalidate(rows)
    })
  }

  private readonly now = () => this.office.now()

  /** The frame around every page, as those who look get it now. */
  frame = (site: SiteRow, looking: Looking = STRANGER): Promise<Frame> => this.frames.get(site, looking)

  private async making(frame: Frame): Promise<Making> {
    const { sections } = await this.office.rights()
    const db = this.office.store.read
    return { at: this.office.now(), db, source: await sourceFor(db, frame.site.id, frame.looking), frame, sections }
  }

  /** A stored page for exactly this request target, if there is one; the fast way. */
  stored(origin: string, target: string): StoredPage | undefined {
    return this.cache.get(`${origin} ${target}`, this.now)
  }

  /**
   * Returns a GET of a request target (path and query) on the origin that readers use, as some readers get it. What they get otherwise than
   * strangers is neither kept nor shared. `afford` is told what it costs where the answer is not kept already, and throws where that is
   * too much.
   */
  async answer(
    origin: string,
    target: string,
    { audience: reader = STRANGER, afford }: { audience?: Audience; afford?: (cost: number) => void } = {},
  ): Promise<Answer | undefined> {
    const [rawPath = '/', rawQuery = ''] = target.split(/\?(.*)/s)
    const path = normalisePath(rawPath)
    const query = new URLSearchParams(rawQuery)
    const [plain, turn] = [`${origin} ${rawPath}`, { page: pageOf(query), part: partOf(query) }]
    const audience = path !== null && isForMachines(path) ? STRANGER : reader
    const shared = isStranger(audience)
    for (const key of shared ? keysOf(plain, turn) : []) {
      const kept = this.cache.get(key, this.now)
      if (kept && key === keyFor(plain, turn, kept.turns)) return this.say(kept, this.itemsByPath.get(key) ?? null)
    }
    const site = await this.office.site()
    if (!site) return undefined
    afford?.(path === '/search' ? COSTS.search : COSTS.page)
    const epoch = this.cache.now
    const frame = await this.frames.get(site, audience)
    const view = siteView(frame, origin, this.now())
    if (path === null)
      return this.say(this.store(null, { status: 404, type: HTML, body: renderAbsent(view, 404, '/'), tags: [] }, epoch, frame))
    // Its one form as it travels: letters beyond ASCII come percent-encoded (RFC 3986 §2.1).
    if (encodeURI(path) !== rawPath && path !== '/') return redirect(encodeURI(path), 308, rawQuery)
    const making = await this.making(frame)
    const made = await makePage(making, origin, path, query)
    if (made && 'to' in made) return redirect(encodeURI(made.to), 301)
    if (made) {
      // What a search asks for is endless, so it is not kept.
      const key = keyFor(plain, turn, made.turns ?? null)
      const page = this.store(path === '/search' || !shared ? null : key, made, epoch, frame)
      if (made.item && shared) {
        if (this.itemsByPath.size > 50_000) this.itemsByPath.clear()
        this.itemsByPath.set(key, made.item)
      }
      return this.say(page, made.item ?? null)
    }
    const access = await making.source.accessAt(path)
    if (access && !opens(access, audience)) return this.closed(frame, origin, path, access, audience)
    const day = dateIn(this.now(), site.zone)
    const byHand = await answerByHand(this.office.store.read, site.id, path, day)
    const used = { address: byHand?.redirect ?? path, day }
    if (byHand?.to) return { ...redirect(locationOf(byHand.to), byHand.code, /[?#]/.test(byHand.to) ? '' : rawQuery), used }
    const address = await addressAt(this.office.store.read, site.id, path)
    if (address?.live_path && !address.now && !byHand) return { ...redirect(encodeURI(address.live_path), 301), used }
    const status = address || byHand?.code === 410 ? 410 : 404
    const absent = this.say(
      this.store(null, { status, type: HTML, body: renderAbsent(view, status, path), tags: [] }, epoch, frame),
      address?.item_id ?? null,
    )
    return status === 410 ? { ...absent, used } : absent
  }

  private store(key: string | null, made: Made, epoch: number, frame: Frame): StoredPage {
    const body = Buffer.from(made.body)
    // What stands on every page has the frame around it, with the menus and their times.
    const framed = made.tags.includes('tree')
    const turn = framed ? menusAt(frame, this.office.now()).until : null
    const etag = etagOf(body)
    const page: StoredPage = {
      status: made.status,
      type: made.type,
      body,
      etag,
      headers: headersOf(made, etag, cspOf(frame), frame.looking === 'office' || !isStranger(frame.looking)),
      tags: framed ? [...made.tags, ...frame.tags] : made.tags,
      until: firstOf(made.until ?? null, turn),
      turns: made.turns ?? null,
      sent: {},
    }
    if (key !== null) this.cache.keep(key, page, epoch)
    return page
  }

  /** What a reader gets at the address of a page that they may not read: how to, and nothing of the page. */
  private closed(frame: Frame, origin: string, path: string, access: Access, audience: Audience, problem: string | null = null): Answer {
    const { joining = 'closed' } = frame.settings
    return this.own(frame, 403, renderClosed(siteView(frame, origin, this.now()), path, access, audience, joining, problem))
  }

  /** An answer for one reader alone. */
  private own(frame: Frame, status: number, html: string): Answer {
    const headers = { ...headersOf({ status, type: HTML }, '', cspOf(frame), true), 'referrer-policy': 'same-origin' }
    return { status, headers, body: Buffer.from(html), item: null }
  }

  /** Who may read what stands at an address now, whoever asks. */
  async accessAt(site: SiteRow, path: string): Promise<Access | undefined> {
    return wholeSource(this.office.store.read, site.id).accessAt(path)
  }

  /** What a reader gets after what they sent did not open a page: how to, with what is wrong. */
  async stillClosed(site: SiteRow, origin: string, path: string, access: Access, audience: Audience, problem: string): Promise<Answer> {
    return this.closed(await this.frames.get(site, audience), origin, path, access, audience, problem)
  }

  /** A page for members, with the site around it as that reader gets it. */
  async account(site: SiteRow, origin: string, audience: Audience, status: number, page: AccountPage): Promise<Answer> {
    const frame = await this.frames.get(site, audience)
    return this.own(frame, status, renderAccount(siteView(frame, origin, this.now()), page))
  }

  private say(page: StoredPage, item: string | null = null): Answer {
    return { status: page.status, headers: page.headers, body: page.body, item, page }
  }

  /** The front page as readers would get it with a banner or menu that is a draft, or another version of it, in its place. */
  async frontWith(site: SiteRow, origin: string, shown: SiteEntry): Promise<string> {
    const db = this.office.store.read
    const source = await liveSource(db, site.id, STRANGER)
    const listing: typeof source.listing = async (query, offset, limit) => {
      const entries = await source.listing(query, offset, limit)
      return query.kinds.includes(shown.kind) ? [...entries.filter(({ item }) => item !== shown.item), shown] : entries
    }
    const making = await this.making(await frameOf(db, site, { ...source, listing }, STRANGER))
    const made = await makePage({ ...making, source: { ...source, listing } }, origin, '/', new URLSearchParams())
    return made && 'body' in made ? made.body : ''
  }

  /** Where some entries of a menu lead on the live site, and what of them is left out there. */
  async standing(site: SiteRow, entries: MenuEntry[]) {
    const db = this.office.store.read
    return standOn(db, site.id, wholeSource(db, site.id), [...(await this.frames.get(site, 'office')).pages.values()], entries)
  }

  /** Who could read a version of an item in its place: as it says, else as the page above it on the site does. */
  private async accessFor({ kind, manifest: { fields } }: Subject): Promise<Access> {
    if (fields.access) return fields.access
    const above = can(kind, 'tree') && fields.parent ? await accessOfItem(this.office.store.read, fields.parent) : null
    return accessOfKey(above ?? null)
  }

  /**
   * Any version of an item in its place, with the site around it: what the renderer needs to make it as those readers would get
   * it for whom it is, at a moment or (`null`) with the blocks of all times.
   */
  async around(site: SiteRow, origin: string, subject: Subject, at: string | null): Promise<{ site: SiteView; view: ItemView }> {
    const frame = await this.frames.get(site, audienceFor(await this.accessFor(subject)))
    const { view } = await itemView(await this.making(frame), subject)
    return { site: siteView(frame, origin, at), view }
  }
}

/** The earlier of two instants, of which there may be none. */
const firstOf = (one: string | null, other: string | null): string | null => (one === null || (other !== null && other < one) ? other : one)

const CSP =
  "default-src 'none'; style-src 'self'; img-src 'self'; font-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'self'"

/** The policy of live pages: no script at all; frames only from the origins that the site's settings allow. */
export const cspOf = (frame: Frame): string => `${CSP}; frame-src ${frame.settings.embedOrigins?.join(' ') || "'none'"}`

/** Headers of a live page, or (`own`) of what not every reader gets, which nobody keeps: checked again at each use (`no-cache`), so that a change shows at once and an unchanged page costs 304. */
const headersOf = ({ status, type }: Pick<Made, 'status' | 'type'>, etag: string, csp: string, own: boolean): Record<string, string> => ({
  'content-type': type,
  'cache-control': own
    ? 'private, no-store'
    : status !== 200
      ? 'no-store'
      : type.startsWith('text/css')
        ? 'public, max-age=31536000, immutable'
        : 'public, no-cache',
  ...(own ? {} : { etag }),
  vary: own ? 'cookie, accept-encoding' : 'accept-encoding',
  ...(type === HTML ? { 'content-security-policy': csp } : {}),
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'strict-origin-when-cross-origin',
})

/** Leads on to a path of this site; the query goes on as it came, encoded already. */
const redirect = (location: string, status: 301 | 302 | 308, query = ''): Answer => ({
  status,
  headers: {
    location: location + (query && `?${query}`),
    'cache-control': 'public, no-cache',
    'content-type': 'text/plain; charset=utf-8',
    'x-content-type-options': 'nosniff',
  },
  body: Buffer.from(`Moved to ${location}`),
  item: null,
})
