import { instantOf } from '../../../core/time/zone'
import { normalisePath } from '../../../core/address/path'
import { STRANGER } from '../../../core/members/access'
import { addressAt, addressHistory, addressOwners } from '../../store/live'
import { itemById } from '../../store/items'
import type { LiveSite } from '../../site/answer'
import type { Look, MomentSite } from '../../site/moment'
import { may, sectionsWhere, type Actor } from '../people/access'
import type { Office } from '../office'
import { found } from '../refusal'
import { answerByHand, todayOf } from './redirects'

/** Why an address answers what it answers. */
export type Why = 'one-form' | 'item' | 'site' | 'by-hand' | 'moved' | 'gone-by-hand' | 'withdrawn' | 'nothing' | 'closed'

export interface Trial {
  path: string
  status: number
  location: string | null
  why: Why
  via: string[]
  item: { id: string; title: string } | null
}

/** An address as a browser would ask for it: letters beyond ASCII percent-encoded. */
const targetOf = (address: string) =>
  (address.trim().startsWith('/') ? address.trim() : `/${address.trim()}`).replace(/[^\0-\x7f]/gu, (letter) => encodeURIComponent(letter))
const pathOf = (target: string) => normalisePath(target.replace(/[?#].*$/s, ''))

async function readable(office: Office, actor: Actor, id: string | undefined): Promise<Trial['item']> {
  const row = id === undefined ? undefined : await itemById(office.store.read, id)
  return row && may(actor, 'item.read', row.section_id) ? { id: row.id, title: row.title } : null
}

/** What readers get at an address now, asked of the live site itself, and why. */
export async function tryAddress(office: Office, live: LiveSite, actor: Actor, origin: string, address: string): Promise<Trial> {
  const db = office.store.read
  const { site } = actor.rights
  const target = targetOf(address)
  await office.settle()
  const answer = found(await live.answer(origin, target), 'site')
  const path = pathOf(target)
  const [byHand, left, owner] =
    path === null
      ? [undefined, undefined, undefined]
      : await Promise.all([
          answerByHand(db, site, path, await todayOf(office)),
          addressAt(db, site, path),
          addressOwners(db, site, [path]).then(([one]) => one),
        ])
  const why = ((): Why => {
    if (answer.status === 308 && path !== null && target.split('?')[0] !== encodeURI(path)) return 'one-form'
    if (answer.status === 200) return owner ? 'item' : 'site'
    if (answer.status === 403) return 'closed'
    if (byHand?.to) return 'by-hand'
    if (byHand?.code === 410) return 'gone-by-hand'
    if (answer.status === 301 && left) return 'moved'
    return left ? 'withdrawn' : 'nothing'
  })()
  const isByHand = why === 'by-hand' || why === 'gone-by-hand'
  return {
    path: path ?? target,
    status: answer.status,
    location: answer.headers.location ?? null,
    why,
    via: isByHand ? byHand!.via : [],
    item: isByHand ? null : await readable(office, actor, owner?.item ?? left?.item_id),
  }
}

/**
 * What readers got at an address at a moment, or will get as it is planned. Redirects by hand keep no past and no plan, so that only items and
 * the site itself answer there.
 */
export async function tryAddressAt(
  office: Office,
  moments: MomentSite,
  actor: Actor,
  origin: string,
  address: string,
  when: { date: string; time: string },
): Promise<Trial> {
  sectionsWhere(actor, 'item.read')
  const db = office.store.read
  const { id: site, zone } = found(await office.site(), 'site')
  const at = instantOf({ ...when, zone })
  const target = targetOf(address)
  const path = pathOf(target)
  const mayRead = (section: string) => may(actor, 'item.read', section)
  const look: Look = { prefix: '', sight: { shows: 'moment', at }, mayRead, whose: actor.id, looking: STRANGER, mark: null }
  const answer = found(await moments.answer(origin, target, look), 'site')
  if (answer.status === 200 && path !== null)
    return {
      path,
      status: 200,
      location: null,
      why: answer.entry ? 'item' : 'site',
      via: [],
      item: await readable(office, actor, answer.entry?.item),
    }
  if (answer.status === 403 && path !== null) return { path, status: 403, location: null, why: 'closed', via: [], item: null }
  // What stood there before that moment: where it is then, or that it is gone.
  const before = path === null ? [] : (await addressHistory(db, site, path)).filter(({ from }) => from <= at)
  const last = before.at(-1)
  const then = last ? await moments.placeOf(last.item, look) : null
  const item = await readable(office, actor, last?.item)
  const common = { path: path ?? target, via: [], item }
  if (then) return { ...common, status: 301, location: then, why: 'moved' }
  return last ? { ...common, status: 410, location: null, why: 'withdrawn' } : { ...common, status: 404, location: null, why: 'nothing' }
}
