import { manifestMedia } from '../../../core/content/content'
import { newFact, type NewFact } from '../../../core/journal/actions'
import { accessKey } from '../../../core/members/access'
import { isMapped, type SiteEntry } from '../../../core/plan/entry'
import type { Change } from '../../../core/plan/judge'
import type { Tx, Writer } from '../../store/database'
import { changeItem, syncItems } from '../../store/items'
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
  type Move,
  moveItems,
  openWindows,
  settleAccess,
  writeEntries,
} from '../../store/live'
import type { SiteRow } from '../../store/sites'
import type { Judged, LiveChange } from './judging'

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
              own_access: ownAccess(now),
            },
          ]
        : [],
    ),
  )
  const read = done.flatMap(({ was, now }) => (now && readOtherwise(was, now) ? now.item : []))
  if (read.length) await settleAccess(tx, site.id, read)
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

const ownAccess = ({ fields }: SiteEntry): string | null => (fields.access ? accessKey(fields.access) : null)

/** Whether other readers may get an entry afterwards, or pages below it: by itself, or since it stands elsewhere. */
const readOtherwise = (was: SiteEntry | null, now: SiteEntry): boolean =>
  was === null || ownAccess(was) !== ownAccess(now) || was.kind !== now.kind || (was.fields.parent ?? null) !== (now.fields.parent ?? null)

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
export async function putUnderWindows(tx: Tx, site: SiteRow, at: string, changes: LiveChange[], under: Change[]): Promise<void> {
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
    site.id,
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
