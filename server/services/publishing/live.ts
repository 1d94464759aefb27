import type { LiveCause } from '../../../core/history/causes'
import { pathOf } from '../../../core/address/path'
import { onlyOf } from '../../../core/content/fields'
import type { Filing } from '../../../core/content/kinds'
import { manifestMedia, type Manifest } from '../../../core/content/content'
import { newFact, type NewFact } from '../../../core/journal/actions'
import { accept, type Outcome } from '../../../core/outcome'
import { isMapped, touchedTags, type SiteEntry } from '../../../core/plan/entry'
import { judge, type Change, type Judgement, type Placed, type Wish } from '../../../core/plan/judge'
import type { Reader, Tx, Writer } from '../../store/database'
import { changeItem, type ItemRow, syncItems } from '../../store/items'
import { appendJournal } from '../../store/journal'
import {
  addAddresses,
  addIntervals,
  addRefs,
  closeWindows,
  dropEntries,
  dropRefs,
  endAddresses,
  endIntervals,
  endWindows,
  endWithdrawals,
  endWork,
  lastChange,
  liveAround,
  type Move,
  moveItems,
  openWindows,
  writeEntries,
} from '../../store/live'
import type { SiteRow } from '../../store/sites'
import type { VersionRow } from '../../store/versions'
import { AskedSite } from './askedSite'
import type { Office } from '../office'
import { Refusal } from '../refusal'
import { leavingItems } from '../../store/events'

interface Common {
  item: ItemRow
  person: string | null
  /** The planned event that asks for it, if one does; of a window, whether it opens or ends. */
  event: { id: string; at: string; edition?: string | null; opens?: boolean } | null
  /** How the item is filed with it, where it moves or becomes another kind. */
  to?: Filing
}

/** One wish to change what readers get. */
export type LiveChange =
  | (Common & {
      do: 'withdraw'
      /** The line of work that asked the gates for it, if one did. */
      draft?: string
      about?: object
    })
  | (Common & {
      do: 'put'
      version: VersionRow
      manifest: Manifest
      draft: string | null
      /** Whether the gates let exactly this version through, or the exception right stands in for them. */
      cleared: boolean
      behind: boolean
      shownDate: 'ask' | 'keep'
      cause: LiveCause
      /** Further facts for the journal, such as an exception's reason. */
      about?: object
    })

export interface LiveDone extends Placed {
  /** It waits under a window that shows another version now. */
  under?: boolean
}

/** Above so many changes at once the neighbours in listings are not looked up one by one: all of the kind are emptied. */
const NEIGHBOURS_UP_TO = 100

export interface Judged extends Judgement {
  at: string
  changes: LiveChange[]
}

/**
 * The only way anything changes for readers. Takes wishes in order and, in the caller's transaction, does those that
 * nothing forbids: live and address intervals (all closes before all opens), the live view, the end of the draft, the
 * event's end and the journal. Answers each wish with what was done or why not; each item may occur once. `together` does
 * all of them or none. What is put live while a window shows another version goes under it: readers get it when that ends.
 */
export async function changeLive(
  office: Office,
  tx: Tx,
  site: SiteRow,
  changes: LiveChange[],
  { together = false } = {},
): Promise<Outcome<LiveDone>[]> {
  const judged = await judgeLive(office, tx, site, changes, together)
  const under = judged.done.filter(({ index }) => goesUnder(changes[index]!))
  const seen = { ...judged, done: judged.done.filter((change) => !under.includes(change)) }
  if (under.length) await putUnder(tx, judged.at, changes, under)
  if (seen.done.length) {
    const tags = await tagsOf(tx, site, seen)
    await writeLive(tx, site, seen)
    await appendJournal(tx, liveFacts(seen, tags))
  }
  return judged.results.map((result, index) =>
    result.ok && under.some((change) => change.index === index) ? accept({ ...result.value, under: true }) : result,
  )
}

/** What was done with the one wish that was asked; throws a refusal where it was not. */
export function mustBeDone([outcome]: Outcome<LiveDone>[]): LiveDone {
  if (outcome?.ok) return outcome.value
  throw new Refusal('refused', outcome?.reasons ?? [])
}

/** Whether a change is for the site under an open window, not for what readers get while it lasts. */
export const goesUnder = (change: LiveChange): boolean =>
  change.do === 'put' && change.item.window_id !== null && change.draft !== null && change.cause !== 'moved' && change.cause !== 'window'

/** Of changes that bring a temporary text, the items whose end is planned. */
export async function endingItems(db: Reader, changes: readonly LiveChange[]): Promise<Set<string>> {
  const items = changes.flatMap((change) => (change.do === 'put' && change.manifest.fields.lifetime === 'temporary' ? change.item.id : []))
  if (!items.length) return new Set()
  const rows = await leavingItems(db, items)
  return new Set(rows.map(({ item }) => item))
}

/** What a change asks of the site, as the core judges it. */
export const wishOf = (change: LiveChange, ending: ReadonlySet<string>): Wish => {
  const { item } = change
  const { kind, section } = change.to ?? { kind: item.kind, section: item.section_id }
  const common = { item: item.id, kind, section, title: item.title }
  if (change.do === 'withdraw') return { ...common, do: 'withdraw' }
  const { version, manifest, cleared, behind, shownDate } = change
  // What shows for a while ends with that; what readers had before, or have still, is not asked about again.
  const ends = change.draft === null || change.event?.opens || ending.has(item.id)
  return {
    ...common,
    do: 'put',
    version: version.id,
    fields: onlyOf(kind, manifest.fields),
    cleared,
    behind,
    shownDate,
    ends,
    embargo: item.embargo_at,
  }
}

/**
 * What {@link changeLive} would do and refuse, without doing it. The core's judgement asks the site as it is; what the store
 * has not been asked yet is looked up, all at once, and the judgement is made again until it asks nothing new.
 */
export async function judgeLive(office: Office, tx: Reader, site: SiteRow, changes: LiveChange[], together = false): Promise<Judged> {
  const at = await instantFor(
    office,
    tx,
    changes.map(({ item }) => item.id),
  )
  return (await judgeAt(tx, site, changes, at, together)).judged
}

/**
 * The instant at which items change for readers: now, but after whatever changed for readers before, as intervals are never
 * empty and time never runs back on the site, whatever the clock says.
 */
export async function instantFor(office: Office, db: Reader, items: string[]): Promise<string> {
  const at = await lastChange(db, items)
  const now = office.now()
  return at !== null && at > now ? at : now
}

/** What changes would do at an instant, and all that was asked of the site to say so. */
export async function judgeAt(
  tx: Reader,
  site: SiteRow,
  changes: LiveChange[],
  at: string,
  together = false,
): Promise<{ judged: Judged; asked: AskedSite }> {
  const ids = changes.map(({ item }) => item.id)
  const asked = new AskedSite(tx, site.id)
  await asked.learnEntries([...ids, ...changes.flatMap((change) => (change.do === 'put' ? (change.manifest.fields.parent ?? []) : []))])
  const ending = await endingItems(tx, changes)
  const wishes = changes.map((change) => wishOf(change, ending))
  // Where each would stand as the site is now: what the judgement will ask first.
  await asked.learnOwners(
    wishes.flatMap((wish) => {
      if (wish.do === 'withdraw') return []
      const { parent } = wish.fields
      return pathOf(wish.kind, wish.fields, parent ? (asked.entry(parent)?.path ?? null) : null) ?? []
    }),
  )
  for (;;) {
    const judgement = judge(asked, wishes, at, site.zone, together)
    if (!(await asked.learn())) return { judged: { ...judgement, at, changes }, asked }
  }
}

/** A change that was judged good, with what was asked for. */
type Done = Change & { change: LiveChange }

const doneOf = ({ changes, done }: Judged): Done[] => done.map((entry) => ({ ...entry, change: changes[entry.index]! }))

/** Writes what a judgement found good, all but its facts for the journal; asks the store nothing. */
export async function writeLive(tx: Writer, site: SiteRow, judged: Judged): Promise<void> {
  const { at, moved } = judged
  const done = doneOf(judged)
  const every = [...done.map(({ was, now }) => ({ was, now })), ...moved]
  const fieldsOf = new Map(every.flatMap(({ now }) => (now ? [[now, JSON.stringify(now.fields)] as const] : [])))

  const replaced = done.flatMap(({ change, was }) => (was ? change.item.id : []))
  if (replaced.length) await endIntervals(tx, replaced, at)
  const readdressed = every.filter(({ was, now }) => (was?.path ?? null) !== (now?.path ?? null))
  const left = readdressed.flatMap(({ was }) => (was?.path ? was.item : []))
  if (left.length) await endAddresses(tx, left, at)

  await addIntervals(
    tx,
    done.flatMap(({ change, now }) =>
      change.do === 'put'
        ? [
            {
              item_id: change.item.id,
              version_id: change.version.id,
              from_at: at,
              to_at: null,
              cause: change.cause,
              planned_at: change.event?.at ?? null,
              event_id: change.event?.id ?? null,
              edition_id: change.event?.edition ?? null,
              person_id: change.person,
              kind: now!.kind,
              section_id: now!.section,
              shown_date: now!.shownDate,
              fields: fieldsOf.get(now!)!,
            },
          ]
        : [],
    ),
  )
  await addAddresses(
    tx,
    readdressed.flatMap(({ now }) =>
      now?.path ? [{ site_id: site.id, path: now.path, item_id: now.item, from_at: at, to_at: null }] : [],
    ),
  )

  const gone = done.flatMap(({ change, now }) => (now ? [] : change.item.id))
  if (gone.length) await dropEntries(tx, gone)
  await writeEntries(
    tx,
    every.flatMap(({ now }) =>
      now
        ? [
            {
              item_id: now.item,
              site_id: site.id,
              kind: now.kind,
              section_id: now.section,
              version_id: now.version,
              path: now.path,
              parent_id: now.fields.parent ?? null,
              title: now.title,
              shown_date: now.shownDate,
              in_sitemap: isMapped(now.fields) ? 1 : 0,
              fields: fieldsOf.get(now)!,
              first_live: now.firstLive,
              changed_at: now.changed,
            },
          ]
        : [],
    ),
  )
  if (replaced.length) await dropRefs(tx, replaced)
  await addRefs(
    tx,
    done.flatMap(({ change }) =>
      change.do === 'put'
        ? [
            ...(change.manifest.fields.labels ?? []).map((target) => ({ item_id: change.item.id, relation: 'label' as const, target })),
            ...(change.manifest.fields.byline ?? []).map((target) => ({ item_id: change.item.id, relation: 'byline' as const, target })),
            ...(change.manifest.fields.broader
              ? [{ item_id: change.item.id, relation: 'broader' as const, target: change.manifest.fields.broader }]
              : []),
            ...manifestMedia(change.manifest).map((target) => ({ item_id: change.item.id, relation: 'media' as const, target })),
          ]
        : [],
    ),
  )

  const elsewhere = done.flatMap(({ change }) =>
    change.to === undefined ? [] : [[change.item.id, change.to.section, change.to.kind] satisfies Move],
  )
  if (elsewhere.length) await moveItems(tx, elsewhere)
  await keepWindows(tx, done)
  await endWorkOf(
    tx,
    at,
    done.map(({ change }) => change),
  )
  if (gone.length) await endWithdrawals(tx, gone, at)
  await syncItems(
    tx,
    done.map(({ change }) => change.item.id),
    at,
  )
}

/** What the journal says of what a judgement found good; the cache tags that it touches are told once, with the first. */
export function liveFacts(judged: Judged, tags: string[]): NewFact[] {
  return doneOf(judged).map(({ change, was, now }, index) => {
    const put = change.do === 'put'
    const back = put && (change.cause === 'roll-back' || change.cause === 'taken-back')
    return newFact(judged.at, change.person, back ? 'item.rolled-back' : put ? 'item.put-live' : 'item.withdrawn', change.item.id, {
      ...(put
        ? {
            version: change.version.id,
            number: change.version.number,
            fingerprint: change.version.fingerprint,
            cause: change.cause,
          }
        : {}),
      ...change.about,
      ...(change.event
        ? { event: change.event.id, planned: change.event.at, ...(change.event.edition ? { edition: change.event.edition } : {}) }
        : {}),
      path: now?.path ?? null,
      was: was ? { version: was.version, path: was.path } : null,
      // What stored pages to empty.
      touched: index === 0 ? tags : [],
    })
  })
}

/** Ends the drafts and the events of what went live, and what else was planned for those drafts. */
const endWorkOf = (tx: Writer, at: string, changes: LiveChange[]): Promise<void> =>
  endWork(tx, at, {
    items: changes.map(({ item }) => item.id),
    drafts: changes.flatMap((change) => change.draft ?? []),
    events: changes.flatMap(({ event }) => (event && !event.opens ? event.id : [])),
  })

/** Notes which windows are open over what, and ends those that something else took the place of, another window too. */
async function keepWindows(tx: Writer, done: Done[]): Promise<void> {
  const over = done.flatMap(({ change }) =>
    change.item.window_id !== null && !(change.do === 'put' && change.cause === 'moved') ? change.item.window_id : [],
  )
  if (over.length) await endWindows(tx, over)
  const opened = done.flatMap(({ change }): [item: string, event: string, version: string][] =>
    change.do === 'put' && change.event?.opens ? [[change.item.id, change.event.id, change.version.id]] : [],
  )
  if (opened.length) await openWindows(tx, opened)
  const closed = done.flatMap(({ change }) =>
    change.item.window_id !== null && !(change.do === 'put' && (change.event?.opens || change.cause === 'moved')) ? change.item.id : [],
  )
  if (!closed.length) return
  await closeWindows(tx, closed)
}

/** Lays versions under the windows that are open: readers get them when those end. */
async function putUnder(tx: Tx, at: string, changes: LiveChange[], under: Change[]): Promise<void> {
  const puts = under.flatMap(({ index }) => {
    const change = changes[index]!
    return change.do === 'put' ? [change] : []
  })
  for (const { item, version } of puts) await changeItem(tx, item.id, { under_version: version.id })
  await endWorkOf(tx, at, puts)
  await syncItems(
    tx,
    puts.map(({ item }) => item.id),
    at,
  )
  await appendJournal(
    tx,
    puts.map(({ item, version, person, draft, cause, event }) => ({
      at,
      person,
      action: 'item.put-under',
      item: item.id,
      data: {
        version: version.id,
        number: version.number,
        draft,
        cause,
        ...(event ? { event: event.id, planned: event.at } : {}),
        window: item.window_id,
      },
    })),
  )
}

/** The cache tags that a batch touches, with the neighbours of what enters, leaves or moves in a listing. */
async function tagsOf(tx: Tx, site: SiteRow, { done, moved }: Judged): Promise<string[]> {
  if (done.length > NEIGHBOURS_UP_TO) return wideTags({ done, moved })
  const tags = touched({ done, moved })
  for (const { shownDate, item } of done.flatMap(datedPosts)) {
    const { previous, next } = await liveAround(tx, site.id, 'post', shownDate, item)
    for (const neighbour of [previous, next]) if (neighbour) tags.add(`item:${neighbour.item}`)
  }
  return [...tags]
}

/** The cache tags that a batch touches; where a post enters, leaves or moves in a listing, with the neighbours of all posts. */
export function wideTags({ done, moved }: Pick<Judged, 'done' | 'moved'>): string[] {
  return [...touched({ done, moved }), ...(done.some((change) => datedPosts(change).length) ? ['around:post'] : [])]
}

const touched = ({ done, moved }: Pick<Judged, 'done' | 'moved'>): Set<string> =>
  new Set([...done, ...moved].flatMap(({ was, now }) => touchedTags(was, now)))

/** The entries of a change of a post that have other neighbours afterwards. */
function datedPosts({ was, now }: Pick<Change, 'was' | 'now'>): SiteEntry[] {
  const posts = [was, now].flatMap((entry) => (entry?.kind === 'post' ? [entry] : []))
  return posts.length === 2 && was!.shownDate === now!.shownDate ? [] : posts
}
