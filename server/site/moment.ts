import { LRUCache } from 'lru-cache'
import { normalisePath } from '../../core/address/path'
import { audienceKey, opens } from '../../core/members/access'
import type { SiteEntry } from '../../core/plan/entry'
import { esc } from '../../core/render/escape'
import { renderClosed } from '../../core/render/account'
import { renderAbsent } from '../../core/render/page'
import { THEME_PATH } from '../../core/render/theme'
import { fullIn } from '../../core/time/words'
import type { Foresight, MayRead, Sight } from '../services/planning/foresight'
import type { Office } from '../services/office'
import type { SiteRow } from '../store/sites'
import { cspOf, type Answer } from './answer'
import { frameOf, siteView, type Looking } from './frame'
import type { Making } from './itemView'
import { momentSource } from './momentSource'
import { HTML, makePage } from './pages'

/** Through what the site of another moment is looked at, and what stands over each page. */
export interface Look {
  /** What comes before each address, `/moment/2027-03-05T03:00:00.000Z`. */
  prefix: string
  sight: Sight
  /** What of the plan may be seen, and whose look it is. */
  mayRead: MayRead
  whose: string
  /** Who looks: what is not for these readers is not there, but for what the look is of. */
  looking: Looking
  /** Says on each page what this is, for those who have only a link. */
  mark: ((at: string) => string) | null
}

/** Sites of other moments that are kept at hand. */
const KEPT = 8

/** Addresses in a page that lead on within the site; files and the theme are the same at any moment. */
const INSIDE = / (href|action)="(\/[^"]*)"/g

/** The attributes by which a rendered page shows files. No text of a page is taken for one: its quotation marks are encoded. */
const SHOWING = / (src|srcset|href)="([^"]*)"/g
const A_FILE = /^\/media\/([0-9a-f-]{36})\//

/** Makes links, menus and forms of a page stay in the moment. */
function staysInside(html: string, prefix: string, mark: string | null): string {
  const inside = html.replace(INSIDE, (whole, name: string, path: string) =>
    path === THEME_PATH || path.startsWith('/media/') || path === '/favicon.svg'
      ? whole
      : ` ${name}="${prefix}${path === '/' ? '/' : path}"`,
  )
  const shared =
    mark === null
      ? inside
      : inside
          .replaceAll(' href="/media/', ` href="${prefix}/media/`)
          .replaceAll(' src="/media/', ` src="${prefix}/media/`)
          .replaceAll(' srcset="/media/', ` srcset="${prefix}/media/`)
          .replaceAll(', /media/', `, ${prefix}/media/`)
  const robots = '<meta name="robots" content="noindex, nofollow">'
  const head = shared.includes('name="robots"') ? shared : shared.replace('</head>', `${robots}</head>`)
  return mark === null ? head : head.replace(/<body([^>]*)>/, `<body$1><p class="moment-mark" role="note">${esc(mark)}</p>`)
}

/**
 * The whole site as readers had or will have it at a moment. Every page, listing, menu, feed and search is made from that
 * moment, by the renderer of today; nothing of it is kept with the live pages, and no search engine may list it.
 */
export class MomentSite {
  private readonly kept = new LRUCache<string, Promise<{ making: Making; at: string }>>({ max: KEPT, ttl: 60_000 })
  /** The files that pages of a shared look have shown: who has the link may have those. */
  private readonly shown = new LRUCache<string, Set<string>>({ max: 500 })

  constructor(
    private readonly office: Office,
    private readonly foresight: Foresight,
  ) {
    office.onNews(() => this.kept.clear())
  }

  private async make(site: SiteRow, { sight, mayRead, looking }: Look): Promise<{ making: Making; at: string }> {
    const db = this.office.store.read
    const seen = await this.foresight.siteOf(sight, mayRead)
    const source = momentSource(db, site.id, seen.site, looking, seen.changed)
    const { sections } = await this.office.rights()
    return { making: { at: seen.at, db, source, frame: await frameOf(db, site, source, looking), sections }, at: seen.at }
  }

  private at(site: SiteRow, look: Look): Promise<{ making: Making; at: string }> {
    const key = `${look.whose} ${JSON.stringify(look.sight)} ${look.looking === 'office' ? 'office' : audienceKey(look.looking)}`
    let made = this.kept.get(key)
    if (!made) {
      made = this.make(site, look)
      this.kept.set(key, made)
      made.catch(() => this.kept.delete(key))
    }
    return made
  }

  /** Whether a page that was answered through a look showed a media file. */
  showed(whose: string, media: string): boolean {
    return this.shown.get(whose)?.has(media) ?? false
  }

  /** The address that an item has on the site of the look; `null` where it is not there. */
  async placeOf(item: string, look: Look): Promise<string | null> {
    const site = await this.office.site()
    if (!site) return null
    const [entry] = await (await this.at(site, look)).making.source.byIds([item])
    return entry?.path ?? null
  }

  /** Returns a GET of an address as the site of the look would. */
  async answer(origin: string, target: string, look: Look): Promise<(Answer & { entry: SiteEntry | null }) | undefined> {
    const site = await this.office.site()
    if (!site) return undefined
    const [rawPath = '/', rawQuery = ''] = target.split(/\?(.*)/s)
    const path = normalisePath(rawPath || '/')
    const { making, at } = await this.at(site, look)
    const made = path === null ? undefined : await makePage(making, origin, path, new URLSearchParams(rawQuery))
    if (made && 'to' in made) return leadOn(look.prefix + made.to)
    const { status, type, body } = made ?? (await this.without(making, origin, path ?? '/', look.looking))
    if (look.mark) this.noteShown(look.whose, body)
    return {
      status,
      headers: {
        'content-type': type,
        'cache-control': 'private, no-store',
        'x-robots-tag': 'noindex, nofollow',
        'x-content-type-options': 'nosniff',
        'referrer-policy': 'no-referrer',
        ...(type === HTML ? { 'content-security-policy': cspOf(making.frame) } : {}),
      },
      body: Buffer.from(type === HTML ? staysInside(body, look.prefix, look.mark?.(at) ?? null) : body),
      item: made?.item ?? null,
      entry: (path && (await making.source.at(path))) || null,
    }
  }

  /** What stands at an address where those who look get no page: a page that is not open to them, or none at all. */
  private async without(making: Making, origin: string, path: string, looking: Looking) {
    const view = siteView(making.frame, origin, making.at)
    const access = looking === 'office' ? undefined : await making.source.accessAt(path)
    if (looking === 'office' || !access || opens(access, looking)) return { status: 404, type: HTML, body: renderAbsent(view, 404, path) }
    return { status: 403, type: HTML, body: renderClosed(view, path, access, looking, 'closed') }
  }

  private noteShown(whose: string, body: string): void {
    const files = this.shown.get(whose) ?? new Set<string>()
    for (const [, name, value] of body.matchAll(SHOWING))
      for (const address of name === 'srcset' ? value!.split(', ') : [value!]) {
        const id = A_FILE.exec(address)?.[1]
        if (id && files.size < 5_000) files.add(id)
      }
    this.shown.set(whose, files)
  }
}

/** The way to another address of the same moment. */
const leadOn = (to: string): Answer & { entry: null } => ({
  status: 302,
  headers: { location: encodeURI(to), 'cache-control': 'private, no-store', 'referrer-policy': 'no-referrer' },
  body: Buffer.from(''),
  item: null,
  entry: null,
})

/** What is written over the pages of a shared look. */
export const markWords = (moment: string, zone: string, now: string): string =>
  `${moment > now ? 'As planned for' : 'As it was on'} ${fullIn(moment, zone)}. This is not what readers get now; please do not forward it.`
