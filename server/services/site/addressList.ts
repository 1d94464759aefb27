import { pathIn, type RedirectCode } from '../../../core/address/redirects'
import { RESERVED } from '../../../core/address/segment'
import { grouped } from '../../../core/grouped'
import type { Reader } from '../../store/database'
import { leftAddresses, liveAddresses, usesOf } from '../../store/addresses'
import { addressOwners, liveByIds } from '../../store/live'
import { countRedirects, listRedirects, type AddressPage, type RedirectRow } from '../../store/redirects'
import { may, type Actor } from '../people/access'
import { siteId, type Office } from '../office'
import { markOf, todayOf } from './redirects'

export const ADDRESS_SORTS = ['live', 'by-hand', 'left', 'reserved'] as const
/** What stands at an address: a live item, a redirect by hand, what an item has left, or the site itself. */
export type AddressSort = (typeof ADDRESS_SORTS)[number]

/** How often an address was asked for in the last days, day by day; without days where it never was. */
export interface Uses {
  days: { day: string; hits: number }[]
  hits: number
  last: string | null
}

export type Standing = { address: string } & (
  | { is: 'live'; item: string; title: string }
  | { is: 'reserved' }
  /** `title`: `null` where it is not theirs to read. */
  | { is: 'left'; item: string; title: string | null; to: string | null; until: string; uses: Uses }
  | {
      is: 'by-hand'
      redirect: {
        id: string
        code: RedirectCode
        to: string | null
        note: string
        until: string | null
        over: boolean
        by: string
        madeAt: string
        mark: string
        /** What is live at its address, and wins. */
        live: string | null
        /** The item that it leads to, by its address now; absent where it leads to none by its id. */
        item?: { title: string; path: string | null } | null | undefined
      }
      uses: Uses
    }
)

/** So many days of uses are told. */
const DAYS = 30
const dayBefore = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) - days * 86_400_000).toISOString().slice(0, 10)

async function byHand(db: Reader, site: string, rows: (RedirectRow & { by: string })[], today: string) {
  const paths = rows.flatMap(({ from_path, target }) => [from_path, ...(target === null ? [] : (pathIn(target) ?? []))])
  const owners = new Map((await addressOwners(db, site, paths)).map((owner) => [owner.path, owner]))
  const idOf = ({ target }: RedirectRow) => (target?.startsWith('item:') ? target.slice(5) : null)
  const items = new Map(
    (
      await liveByIds(
        db,
        site,
        rows.flatMap((row) => idOf(row) ?? []),
      )
    ).map((item) => [item.item, item]),
  )
  return rows.map((row) => {
    const id = idOf(row)
    const item = id === null ? undefined : items.get(id)
    return {
      address: row.from_path,
      is: 'by-hand' as const,
      redirect: {
        id: row.id,
        code: row.code,
        to: row.target,
        note: row.note,
        until: row.until_day,
        over: row.until_day !== null && row.until_day < today,
        by: row.by,
        madeAt: row.made_at,
        mark: markOf(row),
        live: owners.get(row.from_path)?.title ?? null,
        item: id === null ? undefined : item ? { title: item.title, path: item.path } : null,
      },
    }
  })
}

/** The addresses at which the site itself answers, or keeps for itself. */
const reserved = ({ words, after, limit }: AddressPage) =>
  [...RESERVED]
    .map((word) => `/${word}`)
    .filter((path) => path > after && path.includes(words))
    .sort()
    .slice(0, limit)
    .map((address) => ({ address, is: 'reserved' as const }))

/** A page of what stands at addresses, by these themselves: all sorts of it, or one. */
export async function addressList(
  office: Office,
  actor: Actor,
  { words, is, after, limit }: { words: string; is: AddressSort | 'all'; after: string; limit: number },
): Promise<{ addresses: Standing[]; next: string | null; redirects: number }> {
  const db = office.store.read
  const site = await siteId(office)
  const today = await todayOf(office)
  const asked = { site, words: words.trim().toLowerCase(), after, limit: limit + 1 }
  const readable = [...actor.rights.sections.keys()].filter((section) => may(actor, 'item.read', section))
  const wants = (sort: AddressSort) => is === 'all' || is === sort
  const [live, redirected, left] = await Promise.all([
    wants('live') ? liveAddresses(db, asked) : [],
    wants('by-hand') ? listRedirects(db, asked) : [],
    wants('left') ? leftAddresses(db, asked, readable) : [],
  ])
  const all = [
    ...live.map(({ path, item, title }) => ({ address: path, is: 'live' as const, item, title })),
    ...left.map(({ path, item, title, now, until }) => ({ address: path, is: 'left' as const, item, title, to: now, until })),
    ...(await byHand(db, site, redirected, today)),
    ...(wants('reserved') ? reserved(asked) : []),
  ].sort((one, other) => (one.address < other.address ? -1 : one.address > other.address ? 1 : 0))
  // Two may stand at one address: a page ends with all of them.
  const cut = all.length > limit ? all[limit - 1]!.address : null
  const shown = cut === null ? all : all.filter(({ address }) => address <= cut)
  const days = Array.from({ length: DAYS }, (_, index) => dayBefore(today, DAYS - 1 - index))
  const uses = grouped(
    await usesOf(
      db,
      site,
      shown.map(({ address }) => address),
      days[0]!,
    ),
    ({ address }) => address,
  )
  const usesAt = (address: string): Uses => {
    const found = uses.get(address) ?? []
    const hits = new Map(found.map((use) => [use.day, use.hits]))
    return {
      days: found.length ? days.map((day) => ({ day, hits: hits.get(day) ?? 0 })) : [],
      hits: found.reduce((sum, use) => sum + use.hits, 0),
      last: found.reduce<string | null>((last, use) => (last === null || use.last > last ? use.last : last), null),
    }
  }
  return {
    addresses: shown.map((one): Standing => (one.is === 'left' || one.is === 'by-hand' ? { ...one, uses: usesAt(one.address) } : one)),
    next: cut,
    redirects: (await countRedirects(db, site)).all,
  }
}
