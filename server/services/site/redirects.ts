import {
  followRedirects,
  loopWith,
  pathIn,
  readRedirect,
  type Followed,
  type Redirect,
  type RedirectInput,
} from '../../../core/address/redirects'
import { dateIn } from '../../../core/time/date'
import { reason } from '../../../core/words/ruleReasons'
import { addressAt, addressOwners, liveByIds } from '../../store/live'
import type { Reader, Tx } from '../../store/database'
import {
  addRedirects,
  countRedirects,
  MOST_STARS,
  redirectAt,
  redirectById,
  redirectFrom,
  redirectOf,
  removeRedirect,
  setRedirect,
  type RedirectRow,
} from '../../store/redirects'
import { must, type Actor } from '../people/access'
import { writeFact, type Office } from '../office'
import { found, refusal, Refusal } from '../refusal'

/** The day that it is by the site’s clock. */
export const todayOf = async (office: Office): Promise<string> => dateIn(office.now(), found(await office.site(), 'site').zone)

/** More redirects by hand than anyone keeps track of; files of an older site bring some thousand. */
export const MOST_REDIRECTS = 50_000

/** The redirect by hand at a path, one to an item leading to where that is live; none where the item is not. */
async function ledFrom(db: Reader, site: string, path: string, today: string): Promise<Redirect | undefined> {
  const redirect = await redirectAt(db, site, path, today)
  if (!redirect?.to?.startsWith('item:')) return redirect
  const [item] = await liveByIds(db, site, [redirect.to.slice(5)])
  return item?.path ? ({ ...redirect, to: item.path } as Redirect) : undefined
}

/**
 * What readers get on a day at an address without a page by what was redirected by hand, in one step: a live page on the way ends it, and an address
 * that a page has left leads to where that is now.
 */
export async function answerByHand(db: Reader, site: string, path: string, today: string): Promise<Followed | undefined> {
  const followed = await followRedirects(path, async (where) =>
    where !== path && (await addressOwners(db, site, [where])).length ? undefined : ledFrom(db, site, where, today),
  )
  const last = followed?.to ? pathIn(followed.to) : null
  if (!followed?.to || last === null) return followed
  const left = await addressAt(db, site, last)
  return left?.live_path && !left.now ? { ...followed, to: left.live_path + followed.to.slice(last.length) } : followed
}

/** What is said of a redirect beside where it leads: what it is for, and its last day (`null`: for good). */
export interface RedirectNotes {
  note: string
  until: string | null
}

/** A redirect in its one form, which leads in no circle with those that are there and has room; refused with all that is wrong. */
async function mustFit(tx: Tx, site: string, input: RedirectInput, own: RedirectRow | null, today: string): Promise<Redirect> {
  const read = readRedirect(input)
  if (!read.ok) throw new Refusal('refused', read.reasons)
  const next = read.value
  const there = await redirectFrom(tx, site, next.from)
  if (there && there.id !== own?.id) throw new Refusal('conflict', [reason('redirect-taken', { from: next.from, at: 'from' })])
  const { all, stars } = await countRedirects(tx, site)
  const isStar = next.from.includes('*')
  if (!own && all >= MOST_REDIRECTS) throw refusal('conflict', 'redirects-many', { most: MOST_REDIRECTS })
  if (isStar && own?.star !== 1 && stars >= MOST_STARS) throw refusal('conflict', 'redirect-stars-many', { most: MOST_STARS })
  const way = await loopWith(next, async (where) => {
    const at = await redirectAt(tx, site, where, today)
    return at?.from === own?.from_path ? undefined : at
  })
  if (way) throw new Refusal('refused', [reason('redirect-loop', { way: way.join(' → '), at: 'to' })])
  return next
}

/** A redirect as its row has it. */
export const columns = ({ from, code, to }: Redirect, { note, until }: RedirectNotes) => ({
  from_path: from,
  code,
  target: to,
  star: from.includes('*') ? 1 : 0,
  note,
  until_day: until,
})

/** Whether the actor may redirect addresses of the site: it is at once for readers, everywhere. */
export const mustRedirect = (actor: Actor) => must(actor, 'item.put-live', null)

/** Redirects an address; at once for readers. Returns its id. */
export async function makeRedirect(office: Office, actor: Actor, input: RedirectInput & RedirectNotes): Promise<string> {
  mustRedirect(actor)
  const { site } = actor.rights
  const id = office.newId()
  await office.store.write(async (tx) => {
    const redirect = await mustFit(tx, site, input, null, await todayOf(office))
    await addRedirects(tx, [{ id, site_id: site, ...columns(redirect, input), made_by: actor.id, made_at: office.now() }])
    await writeFact(office, tx, actor.id, 'redirect.made', null, { redirect: id, ...redirect })
  })
  return id
}

/** Changes a redirect, as it was seen; at once for readers. */
export async function changeRedirect(
  office: Office,
  actor: Actor,
  id: string,
  { seen, ...input }: RedirectInput & RedirectNotes & { seen: string },
): Promise<void> {
  mustRedirect(actor)
  const { site } = actor.rights
  await office.store.write(async (tx) => {
    const own = found(await redirectById(tx, site, id), 'redirect')
    if (seen !== markOf(own)) throw refusal('changed-meanwhile', 'changed-meanwhile', { what: 'This redirect' })
    const redirect = await mustFit(tx, site, input, own, await todayOf(office))
    const was = redirectOf(own)
    await setRedirect(tx, id, columns(redirect, input))
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
export const markOf = ({ from_path, code, target, note, until_day }: RedirectRow) =>
  JSON.stringify([from_path, code, target, note, until_day])
