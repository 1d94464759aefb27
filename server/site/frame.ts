import { LRUCache } from 'lru-cache'
import { kindsThat } from '../../core/kinds/kinds'
import { audienceKey, type Audience } from '../../core/members/access'
import { entriesAt, nextTurn, type ShownMenu } from '../../core/menu/standing'
import { orderOf } from '../../core/tree/order'
import { menuTree, type MenuNode, type TreePage } from '../../core/tree/menu'
import type { Bar, SiteView } from '../../core/render/page'
import type { Fields } from '../../core/content/fields'
import { isStale, type LiveData } from '../../core/journal/actions'
import type { JournalRow } from '../../core/journal/chain'
import type { SiteEntry } from '../../core/plan/entry'
import type { Reader } from '../store/database'
import type { SiteRow } from '../store/sites'
import type { Office } from '../services/office'
import { menusOf } from './menus'
import { liveSource, wholeSource, type SiteSource } from './source'

/** Who looks at the site: some readers, or the office, which may see all of it. */
export type Looking = Audience | 'office'

/** What every page of the site needs, as some readers get it: its settings and its tree of pages. */
export interface Frame {
  site: SiteRow
  looking: Looking
  settings: Fields
  pages: Map<string, TreePage>
  menu: MenuNode[]
  /** The menus, with the entries of all times. */
  menus: ShownMenu[]
  /** What of the site its menus name: every page depends on it. */
  tags: string[]
  bars: Bar[]
}

export const treePage = (entry: SiteEntry): TreePage => ({
  id: entry.item,
  parent: entry.fields.parent ?? null,
  path: entry.path ?? '/',
  label: entry.fields.menuLabel || entry.title,
  order: orderOf(entry.fields.order),
  inMenus: entry.fields.inMenus ?? false,
})

/** Notices looked through for bars, the newest first. */
const MOST_NOTICES = 200
const URGENCY = ['urgent', 'warning', 'information']

/** The notices that stand as bars, the most urgent first. */
function barsOf(notices: SiteEntry[]): Bar[] {
  return notices
    .flatMap(({ fields, path, title, section }): Bar[] =>
      path !== null && fields.bar && fields.bar !== 'none'
        ? [{ path, title, level: fields.noticeLevel ?? 'information', section: fields.bar === 'section' ? section : null }]
        : [],
    )
    .sort((a, b) => URGENCY.indexOf(a.level) - URGENCY.indexOf(b.level))
}

/** The frame of a site as a source has it for those who look. */
export async function frameOf(db: Reader, site: SiteRow, source: SiteSource, looking: Looking): Promise<Frame> {
  const [pages, [settings], notices] = await Promise.all([
    source.pages(),
    source.byIds([site.settings_item]),
    source.listing({ kinds: kindsThat('level') }, 0, MOST_NOTICES),
  ])
  const tree = pages.map(treePage)
  return {
    site,
    looking,
    settings: settings?.fields ?? {},
    pages: new Map(tree.map((page) => [page.id, page])),
    menu: menuTree(tree),
    ...(await menusOf(db, site.id, source, tree, looking)),
    bars: barsOf(notices),
  }
}

/** What is live of a site, as those who look get it. */
export const sourceFor = (db: Reader, site: string, looking: Looking): Promise<SiteSource> =>
  looking === 'office' ? Promise.resolve(wholeSource(db, site)) : liveSource(db, site, looking)

interface Kept {
  frame: Promise<Frame>
  /** The tags of what the menus name; `null` while that is not known, since the frame is being made. */
  named: ReadonlySet<string> | null
}
/** So many frames are kept: most readers are strangers, and many members may read the same. */
const KEPT = 8

/** Keeps the frames of a site in memory until the tree or the settings change. */
export class FrameSource {
  private readonly frames = new LRUCache<string, Kept>({ max: KEPT })

  constructor(private readonly office: Office) {}

  get(site: SiteRow, looking: Looking): Promise<Frame> {
    const key = looking === 'office' ? 'office' : audienceKey(looking)
    const known = this.frames.get(key)
    if (known) return known.frame
    const db = this.office.store.read
    const frame = sourceFor(db, site.id, looking).then((source) => frameOf(db, site, source, looking))
    const kept: Kept = { frame, named: null }
    this.frames.set(key, kept)
    frame.then(
      ({ tags }) => (kept.named = new Set(tags)),
      // Another may have taken its place meanwhile.
      () => this.frames.peek(key) === kept && this.frames.delete(key),
    )
    return frame
  }

  /** Forgets the frames that rows of the journal make stale. */
  invalidate(rows: JournalRow[]): void {
    for (const { action, data } of rows) {
      const touched = (data as LiveData | null)?.touched ?? []
      if (isStale(action, 'frame') || touched.includes('tree') || touched.includes('settings')) this.frames.clear()
      for (const [key, { named }] of [...this.frames.entries()]) if (touched.some((tag) => named?.has(tag) ?? true)) this.frames.delete(key)
    }
  }
}

/** The menus of a frame as they stand for a while, and until when (`null`: for good). */
interface MenusNow {
  from: string
  until: string | null
  menus: ShownMenu[]
}
const now = new WeakMap<Frame, MenusNow>()

/** The menus of a frame at a moment. Pages of one stretch of time share them. */
export function menusAt(frame: Frame, at: string): MenusNow {
  const kept = now.get(frame)
  if (kept && kept.from <= at && (kept.until === null || at < kept.until)) return kept
  const { zone } = frame.site
  const menus = frame.menus.map((menu) => ({ ...menu, entries: entriesAt(menu.entries, zone, at) }))
  const made = { from: at, until: nextTurn(frame.menus, zone, at), menus }
  now.set(frame, made)
  return made
}

export const siteView = (frame: Frame, origin: string, at: string | null): SiteView => ({
  name: frame.settings.title ?? '',
  tagline: frame.settings.summary ?? '',
  footer: frame.settings.footer ?? '',
  language: frame.site.language,
  zone: frame.site.zone,
  at,
  origin,
  menu: frame.menu,
  menus: at === null ? frame.menus : menusAt(frame, at).menus,
  bars: frame.bars,
  account: accountLink(frame),
})

/** The way that readers have to an account. The office looks at the site as nobody, and has none. */
const accountLink = ({ settings, looking }: Frame): SiteView['account'] =>
  looking === 'office' || (settings.joining ?? 'closed') === 'closed' ? null : looking.member ? 'account' : 'sign-in'
