import { LRUCache } from 'lru-cache'
import { presentFields } from '../../../core/content/content'
import type { Fields } from '../../../core/content/fields'
import { accessKey } from '../../../core/members/access'
import { inheritedAccess } from '../../../core/members/inherited'
import { orderOf } from '../../../core/tree/order'
import type { PlacedPage } from '../../../core/tree/pageTree'
import type { Reader } from '../../store/database'
import type { ItemRow } from '../../store/items'
import { journalHead } from '../../store/journal'
import { draftsOfLivePages, pageRows } from '../../store/pageTree'
import { manifestsOfVersions } from '../../store/versions'
import { may, type Actor } from '../people/access'
import { siteId, type Office } from '../office'

/** A page where it stands: on the site where it is live, else as it is worked on or was last. */
export interface TreePageView extends PlacedPage {
  title: string
  section: string
  onSite: ItemRow['on_site']
  draft: string | null
  draftState: ItemRow['draft_state']
  next: string | null
  inMenus: boolean
  /** Who may read it by what it says itself, and by what the pages above it say too (`null`: everyone), as keys. */
  own: string | null
  access: string | null
  mayWrite: boolean
  /** Another place that an open draft of a live page gives it. */
  moves: PlannedPlace | null
}
/** A page as it stands, whoever looks. */
type StandingPage = Omit<TreePageView, 'mayWrite'>

export interface PlannedPlace {
  draft: string
  parent: string | null
  edition: { id: string; name: string } | null
}

/** Where fields place a page. */
const placeOf = (fields: Fields) => ({ parent: fields.parent ?? null, order: orderOf(fields.order) })

/** The places that open drafts give live pages and that are others than they have, by page; of several the first begun. */
async function plannedPlaces(db: Reader, site: string, live: ReadonlyMap<string, { parent: string | null; order: string }>) {
  const drafts = await draftsOfLivePages(db, site)
  const manifests = await manifestsOfVersions(
    db,
    drafts.map(({ version }) => version),
  )
  const planned = new Map<string, PlannedPlace>()
  for (const { item, draft, version, edition, name } of drafts) {
    const { parent, order } = placeOf(manifests.get(version)!.fields)
    const now = live.get(item)
    if (planned.has(item) || !now || (now.parent === parent && now.order === order)) continue
    planned.set(item, { draft, parent, edition: edition === null ? null : { id: edition, name: name! } })
  }
  return planned
}

async function standingPages(db: Reader, site: string): Promise<StandingPage[]> {
  const rows = await pageRows(db, site)
  const manifests = await manifestsOfVersions(
    db,
    rows.flatMap(({ version }) => version ?? []),
  )
  const pages = rows.map((row): StandingPage => {
    const fields = row.version === null ? null : presentFields(manifests.get(row.version)!.fields)
    return {
      id: row.id,
      title: row.title,
      section: row.section_id,
      onSite: row.on_site,
      draft: row.draft_id,
      draftState: row.draft_state,
      next: row.next_at,
      parent: fields ? (fields.parent ?? null) : row.parent,
      order: orderOf((fields ? fields.order : row.order) ?? undefined),
      label: (fields ? fields.menuLabel : row.label) || row.title,
      segment: (fields ? fields.segment : row.segment) ?? '',
      path: row.path,
      inMenus: Boolean(fields ? fields.inMenus : row.in_menus),
      own: fields ? (fields.access ? accessKey(fields.access) : null) : row.own_access,
      access: null,
      moves: null,
    }
  })
  const planned = await plannedPlaces(db, site, new Map(pages.flatMap((page) => (page.path === null ? [] : [[page.id, page]]))))
  const access = inheritedAccess(new Map(pages.map((page) => [page.id, page])))
  for (const page of pages) {
    page.moves = planned.get(page.id) ?? null
    page.access = access.get(page.id) ?? null
  }
  return pages
}

/**
 * The pages as they stood at the end of a journal. Whatever changes a page writes there, so that these are right until it goes on; but for
 * when something comes next, which moves with the clock too.
 */
const known = new LRUCache<string, StandingPage[]>({ max: 4, ttl: 60_000 })

/** The pages as they stand now. Within a transaction they are read: what that has done so far may not be in the journal yet. */
async function pagesNow(db: Reader, site: string): Promise<StandingPage[]> {
  if ('run' in db) return standingPages(db, site)
  const { seq, hash } = await journalHead(db)
  const key = `${site} ${seq} ${hash}`
  const kept = known.get(key)
  if (kept) return kept
  const pages = await standingPages(db, site)
  known.set(key, pages)
  return pages
}

/** All pages that the actor may see: the live ones, and of the others those that they may read. */
export async function pagesInTree(office: Office, actor: Actor, db: Reader = office.store.read): Promise<TreePageView[]> {
  const rights = new Map<string, { read: boolean; write: boolean }>()
  const mayIn = (section: string) => {
    if (!rights.has(section)) rights.set(section, { read: may(actor, 'item.read', section), write: may(actor, 'item.write', section) })
    return rights.get(section)!
  }
  const views: TreePageView[] = []
  for (const page of await pagesNow(db, await siteId(office))) {
    const { read, write } = mayIn(page.section)
    // What is worked on and planned is for those who may read it.
    if (read) views.push({ ...page, mayWrite: write })
    else if (page.path !== null) views.push({ ...page, draft: null, draftState: null, next: null, moves: null, mayWrite: write })
  }
  return views
}
