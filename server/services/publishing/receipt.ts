import { can, KINDS } from '../../../core/kinds/kinds'
import { accessOfKey, audienceFor } from '../../../core/members/access'
import { placesIn, type ShownMenu } from '../../../core/menu/standing'
import type { MenuNode } from '../../../core/tree/menu'
import { siteWords } from '../../../core/words/site/siteWords'
import { accessOfItem, earlierAddresses, lastInterval, liveByIds, liveRefsTo, type LiveItem } from '../../store/live'
import { versionById } from '../../store/versions'
import type { LiveSite } from '../../site/answer'
import { menusAt } from '../../site/frame'
import type { Reader } from '../../store/database'
import { may, type Actor } from '../people/access'
import { readableItem } from '../writing/items'
import type { Office } from '../office'

const SITEMAP = 'Sitemap'

/** Where a live page stands to the menu, where nothing leads readers to it: the page above it that is in none, or it itself. */
export interface OutOfSight {
  /** The first page above it that is in no menu; `null` where the page itself says that it is in none. */
  above: { item: string; title: string } | null
  /** The menu at the top that it could stand in, where a team has made one; `null` where the pages of the tree stand there by themselves. */
  menu: { item: string; title: string } | null
  mayPut: boolean
}

async function outOfSight(
  db: Reader,
  actor: Actor,
  site: string,
  { fields, section }: LiveItem,
  menus: readonly ShownMenu[],
): Promise<OutOfSight | null> {
  const top = menus.find(({ place }) => place === 'top')
  const [menu] = top ? await liveByIds(db, site, [top.item]) : []
  if (menu) return { above: null, menu: { item: menu.item, title: menu.title }, mayPut: may(actor, 'item.write', menu.section) }
  if (!fields.inMenus) return { above: null, menu: null, mayPut: may(actor, 'item.write', section) }
  const seen = new Set<string>()
  for (let id = fields.parent; id && !seen.has(id);) {
    seen.add(id)
    const [page] = await liveByIds(db, site, [id])
    if (page && !page.fields.inMenus) return { above: { item: page.item, title: page.title }, menu: null, mayPut: false }
    id = page?.fields.parent ?? null
  }
  return null
}

/**
 * What readers get of an item at this moment, asked of the live site itself: the answer at its address and at its
 * earlier ones, the fingerprint served, and the places from which readers reach it.
 */
export async function receipt(office: Office, live: LiveSite, actor: Actor, origin: string, id: string) {
  const item = await readableItem(office, actor, id)
  await office.settle()
  const db = office.store.read
  const [entry] = await liveByIds(db, actor.rights.site, [id])
  const interval = await lastInterval(db, id)
  const [version, earlier] = await Promise.all([
    interval ? versionById(db, interval.version_id) : undefined,
    earlierAddresses(db, id, entry?.path ?? null),
  ])
  const access = accessOfKey((await accessOfItem(db, id)) ?? null)
  // It is asked for as those readers would get it for whom it is.
  const audience = audienceFor(access)
  const ask = async (path: string) => {
    const answer = await live.answer(origin, path, { audience })
    return {
      path,
      status: answer?.status ?? 404,
      location: answer?.headers.location ?? null,
      etag: answer?.headers.etag ?? null,
      bytes: answer?.body.length ?? 0,
      body: answer?.body.toString() ?? '',
    }
  }
  const shows = async (place: string, path: string) => {
    const answer = await ask(path)
    return answer.status === 200 &&
      entry?.path &&
      (answer.body.includes(`"${entry.path}"`) ||
        answer.body.includes(`${origin}${entry.path}<`) ||
        answer.body.includes(`${origin}${entry.path}"`))
      ? [{ place, path }]
      : []
  }
  const site = await office.site()
  const frame = site && (await live.frame(site, audience))
  const reached: { place: string; path: string }[] = []
  if (entry?.path) {
    const month = entry.shownDate?.slice(0, 7).replace('-', '/')
    const { listing } = KINDS[item.kind]
    const words = siteWords(site?.language ?? 'en')
    const places = [
      ...(listing ? [[words[listing.words], listing.path]] : []),
      ...(can(item.kind, 'stream')
        ? [
            [words.archive, `/archive/${month}`],
            [words.feed, '/feed.xml'],
          ]
        : []),
    ]
    if (frame) {
      for (const { title } of placesIn(menusAt(frame, office.now()).menus, id)) reached.push({ place: `Menu “${title}”`, path: '/' })
      // The topmost pages stand at the top of every page until a menu does.
      if (!frame.menus.some(({ place }) => place === 'top') && isInMenu(frame.menu, id)) reached.push({ place: 'Menu', path: '/' })
    }
    reached.push(...(await shows('Front page', '/')))
    for (const [place, path] of places) reached.push(...(await shows(place!, path!)))
    reached.push(...(await shows(SITEMAP, '/sitemap.xml')))
    if (entry.fields.parent)
      for (const parent of await liveByIds(db, actor.rights.site, [entry.fields.parent]))
        reached.push(...(await shows(`Below “${parent.title}”`, parent.path!)))
    for (const ref of await liveRefsTo(db, item.site_id, id))
      if (ref.relation === 'link' && ref.path) reached.push({ place: `Link in “${ref.title}”`, path: ref.path })
    for (const label of await liveByIds(db, actor.rights.site, entry.fields.labels ?? []))
      if (label.path) reached.push(...(await shows(`Listing “${label.title}”`, label.path)))
  }
  const { body: _, ...answer } = await ask(entry?.path ?? earlier[0] ?? '/')
  return {
    onSite: item.on_site,
    address: entry?.path ?? null,
    answer: entry?.path || earlier[0] ? answer : null,
    version: version ? { number: version.number, fingerprint: version.fingerprint } : null,
    since: interval?.from_at ?? null,
    until: interval?.to_at ?? null,
    planned: interval?.planned_at ?? null,
    cause: interval?.cause ?? null,
    by: interval?.name ?? null,
    access,
    earlier: await Promise.all(
      earlier
        .filter((path) => path !== answer.path)
        .map(async (path) => ({ path, ...(({ status, location }) => ({ status, location }))(await ask(path)) })),
    ),
    reached,
    outOfSight:
      entry?.path && can(item.kind, 'tree') && reached.every(({ place }) => place === SITEMAP)
        ? await outOfSight(db, actor, actor.rights.site, entry, frame?.menus ?? [])
        : null,
  }
}
const isInMenu = (nodes: MenuNode[], id: string): boolean => nodes.some((node) => node.id === id || isInMenu(node.children, id))

export type Receipt = Awaited<ReturnType<typeof receipt>>
