import {
  followRedirects,
  loopWith,
  pathIn,
  readRedirect,
  type Followed,
  type Redirect,
  type RedirectInput,
} from '../../../core/address/redirects'
import { normalisePath } from '../../../core/address/path'
import { reason } from '../../../core/words/ruleReasons'
import { addressAt, addressOwners, liveByIds } from '../../store/live'
import type { Reader, Tx } from '../../store/database'
import {
  addRedirect,
  countRedirects,
  listRedirects,
  MOST_STARS,
  redirectAt,
  redirectById,
  redirectFrom,
  redirectOf,
  removeRedirect,
  setRedirect,
  type RedirectRow,
} from '../../store/redirects'
import type { LiveSite } from '../../site/answer'
import { itemById } from '../../store/items'
import { may, must, type Actor } from '../people/access'
import { writeFact, type Office } from '../office'
import { found, refusal, Refusal } from '../refusal'

/** More redirects by hand than anyone keeps track of; files of an older site bring some thousand. */
const MOST = 50_000

/** The redirect by hand at a path, one to an item leading to where that is live; none where the item is not. */
async function ledFrom(db: Reader, site: string, path: string): Promise<Redirect | undefined> {
  const redirect = await redirectAt(db, site, path)
  if (!redirect?.to?.startsWith('item:')) return redirect
  const [item] = await liveByIds(db, site, [redirect.to.slice(5)])
  return item?.path ? ({ ...redirect, to: item.path } as Redirect) : undefined
}

/**
 * What readers get at an address without a page by what was redirected by hand, in one step: a live page on the way ends it, and an address
 * that a page has left leads to where that is now.
 */
export async function answerByHand(db: Reader, site: string, path: string): Promise<Followed | undefined> {
  const followed = await followRedirects(path, async (where) =>
    where !== path && (await addressOwners(db, site, [where])).length ? undefined : ledFrom(db, site, where),
  )
  const last = followed?.to ? pathIn(followed.to) : null
  if (!followed?.to || last === null) return followed
  const left = await addressAt(db, site, last)
  return left?.live_path && !left.now ? { ...followed, to: left.live_path + followed.to.slice(last.length) } : followed
}

/** A redirect in its one form, which leads in no circle with those that are there and has room; refused with all that is wrong. */
async function mustFit(tx: Tx, site: string, input: RedirectInput, own: RedirectRow | null): Promise<Redirect> {
  const read = readRedirect(input)
  if (!read.ok) throw new Refusal('refused', read.reasons)
  const next = read.value
  const there = await redirectFrom(tx, site, next.from)
  if (there && there.id !== own?.id) throw new Refusal('conflict', [reason('redirect-taken', { from: next.from, at: 'from' })])
  const { all, stars } = await countRedirects(tx, site)
  const isStar = next.from.includes('*')
  if (!own && all >= MOST) throw refusal('conflict', 'redirects-many', { most: MOST })
  if (isStar && own?.star !== 1 && stars >= MOST_STARS) throw refusal('conflict', 'redirect-stars-many', { most: MOST_STARS })
  const way = await loopWith(next, async (where) => {
    const at = await redirectAt(tx, site, where)
    return at?.from === own?.from_path ? undefined : at
  })
  if (way) throw new Refusal('refused', [reason('redirect-loop', { way: way.join(' → '), at: 'to' })])
  return next
}

const columns = ({ from, code, to }: Redirect, note: string) => ({
  from_path: from,
  code,
  target: to,
  star: from.includes('*') ? 1 : 0,
  note,
})

/** Whether the actor may redirect addresses of the site: it is at once for readers, everywhere. */
const mustRedirect = (actor: Actor) => must(actor, 'item.put-live', null)

/** Redirects an address; at once for readers. Returns its id. */
export async function makeRedirect(office: Office, actor: Actor, input: RedirectInput & { note: string }): Promise<string> {
  mustRedirect(actor)
  const { site } = actor.rights
  const id = office.newId()
  await office.store.write(async (tx) => {
    const redirect = await mustFit(tx, site, input, null)
    await addRedirect(tx, { id, site_id: site, ...columns(redirect, input.note), made_by: actor.id, made_at: office.now() })
    await writeFact(office, tx, actor.id, 'redirect.made', null, { redirect: id, ...redirect })
  })
  return id
}

/** Changes a redirect, as it was seen; at once for readers. */
export async function changeRedirect(
  office: Office,
  actor: Actor,
  id: string,
  { seen, ...input }: RedirectInput & { note: string; seen: string },
): Promise<void> {
  mustRedirect(actor)
  const { site } = actor.rights
  await office.store.write(async (tx) => {
    const own = found(await redirectById(tx, site, id), 'redirect')
    if (seen !== markOf(own)) throw refusal('changed-meanwhile', 'changed-meanwhile', { what: 'This redirect' })
    const redirect = await mustFit(tx, site, input, own)
    const was = redirectOf(own)
    await setRedirect(tx, id, columns(redirect, input.note))
    await writeFact(office, tx, actor.id, 'redirect.changed', null, { redirect: id, ...redirect, was })
  })
}

/** Ends a redirect: its address answers as it did without it. */
export async function endRedirect(office: Office, actor: Actor, id: string): Promise<void> {
  mustRedirect(actor)
  await office.store.write(async (tx) => {
    const own = found(await redirectById(tx, actor.rights.site, id), 'redirect')
    await removeRedirect(tx, id)
    await writeFact(office, tx, actor.id, 'redirect.ended', null, { redirect: id, ...redirectOf(own) })
  })
}

/** What a redirect says, as one word: whoever changes it says what they saw. */
const markOf = ({ from_path, code, target, note }: RedirectRow) => JSON.stringify([from_path, code, target, note])

/** A page of the redirects by hand, by their addresses, each with what stands in its way or is missing at its end. */
export async function redirects(office: Office, actor: Actor, { words, after, limit }: { words: string; after: string; limit: number }) {
  const db = office.store.read
  const { site } = actor.rights
  const rows = await listRedirects(db, { site, words: words.trim().toLowerCase(), after, limit: limit + 1 })
  const shown = rows.slice(0, limit)
  const paths = shown.flatMap(({ from_path, target }) => [from_path, ...(target === null ? [] : (pathIn(target) ?? []))])
  const owners = new Map((await addressOwners(db, site, paths)).map((owner) => [owner.path, owner]))
  const targets = shown.flatMap(({ target }) => (target?.startsWith('item:') ? target.slice(5) : []))
  const items = new Map((await liveByIds(db, site, targets)).map((item) => [item.item, item]))
  return {
    redirects: shown.map((row) => {
      const item = row.target?.startsWith('item:') ? (items.get(row.target.slice(5)) ?? null) : undefined
      return {
        id: row.id,
        from: row.from_path,
        code: row.code,
        to: row.target,
        note: row.note,
        by: row.by,
        madeAt: row.made_at,
        mark: markOf(row),
        /** What is live at its address, and wins. */
        live: owners.get(row.from_path)?.title ?? null,
        /** The item that it leads to, by its address now; absent where it leads to none by its id. */
        item: item === undefined ? undefined : item && { title: item.title, path: item.path },
      }
    }),
    next: rows.length > limit ? shown.at(-1)!.from_path : null,
    total: (await countRedirects(db, site)).all,
  }
}

/** Why an address answers what it answers. */
export type Why = 'one-form' | 'item' | 'site' | 'by-hand' | 'moved' | 'gone-by-hand' | 'withdrawn' | 'nothing'

/** What readers get at an address now, asked of the live site itself, and why. */
export async function tryAddress(office: Office, live: LiveSite, actor: Actor, origin: string, address: string) {
  const db = office.store.read
  const { site } = actor.rights
  const asked = address.trim()
  const target = asked.startsWith('/') ? asked : `/${asked}`
  await office.settle()
  const answer = found(await live.answer(origin, target), 'site')
  const path = normalisePath(target.replace(/[?#].*$/s, ''))
  const [byHand, left, owner] =
    path === null
      ? [undefined, undefined, undefined]
      : await Promise.all([answerByHand(db, site, path), addressAt(db, site, path), addressOwners(db, site, [path]).then(([one]) => one)])
  const item = owner?.item ?? left?.item_id
  const row = item === undefined ? undefined : await itemById(db, item)
  const readable = row && may(actor, 'item.read', row.section_id) ? { id: row.id, title: row.title } : null
  const why = ((): Why => {
    if (answer.status === 308 && path !== null && target.split('?')[0] !== path) return 'one-form'
    if (answer.status === 200) return owner ? 'item' : 'site'
    if (byHand?.to) return 'by-hand'
    if (byHand?.code === 410) return 'gone-by-hand'
    if (answer.status === 301 && left) return 'moved'
    return left ? 'withdrawn' : 'nothing'
  })()
  return {
    path: path ?? target,
    status: answer.status,
    location: answer.headers.location ?? null,
    why,
    via: why === 'by-hand' || why === 'gone-by-hand' ? byHand!.via : [],
    item: why === 'by-hand' || why === 'gone-by-hand' ? null : readable,
  }
}
