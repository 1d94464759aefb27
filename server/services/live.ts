import { pathOf } from '../../core/address/path'
import { manifestMedia, type Manifest } from '../../core/content/content'
import type { JournalFact } from '../../core/history/chain'
import { accept, refuse, type Outcome } from '../../core/outcome'
import { touchedTags, type LiveEntry } from '../../core/plan/entry'
import { notReady } from '../../core/plan/ready'
import { dateIn } from '../../core/time/zone'
import { wouldLoop } from '../../core/tree/menu'
import type { Reader, Tx } from '../store/database'
import { syncItems, indexTitles, type ItemRow } from '../store/items'
import { appendJournal } from '../store/journal'
import { liveAround, liveBelow, liveByIds, liveChildren, type LiveItem } from '../store/live'
import type { SiteRow } from '../store/sites'
import type { VersionRow } from '../store/versions'
import type { Office } from './office'
import { Refusal } from './refusal'

/** Why a version becomes live; each is told apart in the history. */
export type LiveCause = 'put-live' | 'planned' | 'roll-back' | 'exception' | 'fast' | 'taken-back' | 'moved'

interface Common {
  item: ItemRow
  person: string | null
  /** The planned event that asks for it, if one does. */
  event: { id: string; at: string } | null
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

export interface LiveDone {
  at: string
  path: string | null
  previousPath: string | null
}

/** Above so many changes at once the neighbours in listings are not looked up one by one: all of the kind are emptied. */
const NEIGHBOURS_UP_TO = 100

interface Judged {
  at: string
  results: Outcome<LiveDone>[]
  done: { change: LiveChange; was: LiveItem | null; now: LiveItem | null }[]
  /** Pages whose address changes because a page above them moves. */
  moved: { was: LiveItem; now: LiveItem }[]
}

/**
 * The only way anything changes for readers. Takes wishes in order and, in the caller's transaction, does those that
 * nothing forbids: live and address intervals (all closes before all opens), the live view, the end of the draft, the
 * event's end and the journal. Answers each wish with what was done or why not; each item may occur once.
 */
export async function changeLive(office: Office, tx: Tx, site: SiteRow, changes: LiveChange[]): Promise<Outcome<LiveDone>[]> {
  const judged = await judgeLive(office, tx, site, changes)
  if (judged.done.length) await write(tx, site, judged)
  return judged.results
}

/** What was done with the one wish that was asked; throws a refusal where it was not. */
export function mustBeDone([outcome]: Outcome<LiveDone>[]): LiveDone {
  if (outcome?.ok) return outcome.value
  throw new Refusal('refused', outcome?.reasons ?? [])
}

/** What {@link changeLive} would do and refuse, without doing it. */
export async function judgeLive(office: Office, tx: Reader, site: SiteRow, changes: LiveChange[]): Promise<Judged> {
  const ids = changes.map((change) => change.item.id)
  const entries = new Map<string, LiveItem | null>()
  const load = async (wanted: string[]) => {
    const missing = [...new Set(wanted.filter((id) => !entries.has(id)))]
    if (!missing.length) return
    for (const id of missing) entries.set(id, null)
    for (const entry of await liveByIds(tx, missing)) entries.set(entry.item, entry)
  }
  const parents = changes.flatMap((change) => (change.do === 'put' ? (change.manifest.fields.parent ?? []) : []))
  await load([...ids, ...parents])
  const before = new Map(entries)

  const pathFor = (change: LiveChange) =>
    change.do === 'put'
      ? pathOf(
          change.item.kind,
          change.manifest.fields,
          change.manifest.fields.parent ? (entries.get(change.manifest.fields.parent)?.path ?? null) : null,
        )
      : null
  const owners = new Map<string, string>()
  const titles = new Map<string, string>()
  const asked = new Set<string>()
  const learnOwners = async (wanted: string[]) => {
    const paths = wanted.filter((path) => !asked.has(path))
    if (!paths.length) return
    for (const path of paths) asked.add(path)
    const rows = await tx.all<{ path: string; item_id: string; title: string }>(
      'SELECT a.path, a.item_id, i.title FROM address_interval a JOIN item i ON i.id = a.item_id WHERE a.site_id = $site AND a.to_at IS NULL AND a.path IN (SELECT value FROM json_each($paths))',
      { site: site.id, paths: JSON.stringify(paths) },
    )
    for (const row of rows) {
      owners.set(row.path, row.item_id)
      titles.set(row.item_id, row.title)
    }
  }
  await learnOwners(changes.flatMap((change) => pathFor(change) ?? []))

  const current = await tx.all<{ item_id: string; from_at: string }>(
    'SELECT item_id, from_at FROM live_interval WHERE to_at IS NULL AND item_id IN (SELECT value FROM json_each($ids))',
    { ids: JSON.stringify(ids) },
  )
  const lastAt = (await tx.one<{ at: string }>('SELECT at FROM journal ORDER BY seq DESC LIMIT 1'))?.at ?? ''
  // Half-open intervals are never empty and time never runs back, whatever the clock says.
  const at = new Date(
    Math.max(office.clock.now().getTime(), lastAt ? Date.parse(lastAt) : 0, ...current.map((row) => Date.parse(row.from_at) + 1)),
  ).toISOString()
  const today = dateIn(at, site.zone)

  const results: Outcome<LiveDone>[] = []
  const done: Judged['done'] = []
  const moved = new Map<string, { was: LiveItem; now: LiveItem }>()

  for (const change of changes) {
    const { item } = change
    const was = entries.get(item.id) ?? null
    if (change.do === 'withdraw') {
      const children = was ? (await liveChildren(tx, item.id)).filter((child) => entries.get(child.item_id) !== null) : []
      if (!was) results.push(refuse({ code: 'not-live', detail: 'It is not on the site' }))
      else if (item.kind === 'settings') results.push(refuse({ code: 'settings-stay', detail: 'A site cannot be without its settings' }))
      else if (children.length)
        results.push(
          refuse({
            code: 'children-live',
            detail: `${children.length === 1 ? `“${children[0]!.title}” stands` : `${children.length} pages stand`} below it on the site; move or withdraw first`,
          }),
        )
      else {
        entries.set(item.id, null)
        if (was.path) owners.delete(was.path)
        done.push({ change, was, now: null })
        results.push(accept({ at, path: null, previousPath: was.path }))
      }
      continue
    }
    const { fields } = change.manifest
    if (fields.parent) await loadAncestors(load, entries, fields.parent)
    const path = pathFor(change)
    if (path) await learnOwners([path])
    const owner = path ? owners.get(path) : undefined
    const reasons = notReady({
      kind: item.kind,
      fields,
      cleared: change.cleared,
      path,
      parentLive: !fields.parent || Boolean(entries.get(fields.parent)),
      loop:
        Boolean(fields.parent) &&
        wouldLoop(new Map([...entries].map(([id, entry]) => [id, entry?.fields.parent ?? null])), item.id, fields.parent!),
      pathTakenBy: owner && owner !== item.id ? (titles.get(owner) ?? 'Another item') : null,
      behind: change.behind,
      today,
      shownDate: change.shownDate,
    })
    if (reasons.length) {
      results.push(refuse(...reasons))
      continue
    }
    const now: LiveItem = {
      n: was?.n ?? 0,
      item: item.id,
      kind: item.kind,
      section: item.section_id,
      version: change.version.id,
      path,
      fields,
      title: fields.title!,
      shownDate: item.kind === 'post' || item.kind === 'notice' ? (fields.shownDate ?? was?.shownDate ?? today) : null,
      firstLive: was?.firstLive ?? at,
      changed: at,
    }
    entries.set(item.id, now)
    titles.set(item.id, now.title)
    if (was?.path) owners.delete(was.path)
    if (path) owners.set(path, item.id)
    done.push({ change, was, now })
    results.push(accept({ at, path, previousPath: was?.path ?? null }))
    if (item.kind === 'page' && was?.path && path && was.path !== path)
      for (const stored of await liveBelow(tx, site.id, was.path)) {
        const child = entries.get(stored.item) ?? (entries.has(stored.item) ? null : stored)
        if (!child?.path?.startsWith(`${was.path}/`)) continue
        if (!before.has(child.item)) before.set(child.item, stored)
        const next = { ...child, path: path + child.path.slice(was.path.length), changed: at }
        entries.set(child.item, next)
        owners.delete(child.path)
        owners.set(next.path, child.item)
        moved.set(child.item, { was: before.get(child.item) ?? stored, now: next })
        const own = done.find((entry) => entry.now?.item === child.item)
        if (own) own.now = next
      }
  }
  const own = new Set(done.map(({ change }) => change.item.id))
  return { at, results, done, moved: [...moved.values()].filter(({ now }) => !own.has(now.item)) }
}

async function loadAncestors(load: (ids: string[]) => Promise<void>, entries: Map<string, LiveItem | null>, from: string): Promise<void> {
  const seen = new Set<string>()
  for (let id: string | null = from; id && !seen.has(id); id = entries.get(id)?.fields.parent ?? null) {
    seen.add(id)
    await load([id])
  }
}

async function write(tx: Tx, site: SiteRow, { at, done, moved }: Judged): Promise<void> {
  const ids = JSON.stringify(done.map(({ change }) => change.item.id))
  const every = [...done.map(({ was, now }) => ({ was, now })), ...moved]
  const tags = await tagsOf(tx, site, done, moved)

  await tx.run('UPDATE live_interval SET to_at = $at WHERE to_at IS NULL AND item_id IN (SELECT value FROM json_each($ids))', { at, ids })
  const readdressed = every.filter(({ was, now }) => (was?.path ?? null) !== (now?.path ?? null))
  await tx.run('UPDATE address_interval SET to_at = $at WHERE to_at IS NULL AND item_id IN (SELECT value FROM json_each($ids))', {
    at,
    ids: JSON.stringify(readdressed.map(({ was, now }) => (was ?? now)!.item)),
  })

  await tx.insert(
    'live_interval',
    done.flatMap(({ change }) =>
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
              person_id: change.person,
            },
          ]
        : [],
    ),
  )
  await tx.insert(
    'address_interval',
    readdressed.flatMap(({ now }) =>
      now?.path ? [{ site_id: site.id, path: now.path, item_id: now.item, from_at: at, to_at: null }] : [],
    ),
  )

  const gone = done.filter(({ now }) => !now)
  const goneIds = JSON.stringify(gone.map(({ change }) => change.item.id))
  if (gone.length) {
    await tx.run('DELETE FROM live_text WHERE rowid IN (SELECT n FROM live_entry WHERE item_id IN (SELECT value FROM json_each($ids)))', {
      ids: goneIds,
    })
    await tx.run('DELETE FROM live_entry WHERE item_id IN (SELECT value FROM json_each($ids))', { ids: goneIds })
  }
  const rows = every.flatMap(({ now }) =>
    now
      ? [
          [
            now.item,
            now.kind,
            now.section,
            now.version,
            now.path,
            now.fields.parent ?? null,
            now.title,
            now.shownDate,
            now.fields.inSitemap && now.fields.indexed ? 1 : 0,
            JSON.stringify(now.fields),
            now.firstLive,
            now.changed,
          ],
        ]
      : [],
  )
  await tx.run(
    `INSERT INTO live_entry (item_id, site_id, kind, section_id, version_id, path, parent_id, title, shown_date, in_sitemap, fields, first_live, changed_at)
     SELECT value ->> 0, $site, value ->> 1, value ->> 2, value ->> 3, value ->> 4, value ->> 5, value ->> 6, value ->> 7, value ->> 8, value ->> 9, value ->> 10, value ->> 11 FROM json_each($rows) WHERE true
     ON CONFLICT (item_id) DO UPDATE SET section_id = excluded.section_id, version_id = excluded.version_id, path = excluded.path, parent_id = excluded.parent_id, title = excluded.title,
       shown_date = excluded.shown_date, in_sitemap = excluded.in_sitemap, fields = excluded.fields, changed_at = excluded.changed_at`,
    { site: site.id, rows: JSON.stringify(rows) },
  )
  await tx.run('DELETE FROM live_ref WHERE item_id IN (SELECT value FROM json_each($ids))', { ids })
  await tx.insert(
    'live_ref',
    done.flatMap(({ change }) =>
      change.do === 'put'
        ? [
            ...(change.manifest.fields.labels ?? []).map((target) => ({ item_id: change.item.id, relation: 'label', target })),
            ...(change.manifest.fields.byline ?? []).map((target) => ({ item_id: change.item.id, relation: 'byline', target })),
            ...manifestMedia(change.manifest).map((target) => ({ item_id: change.item.id, relation: 'media', target })),
          ]
        : [],
    ),
    'IGNORE',
  )

  const drafts = JSON.stringify(done.flatMap(({ change }) => change.draft ?? []))
  await tx.run("UPDATE draft SET closed_at = $at, outcome = 'live' WHERE id IN (SELECT value FROM json_each($drafts))", { at, drafts })
  await tx.run(
    "UPDATE draft SET closed_at = $at, outcome = 'live' WHERE change = 'withdrawal' AND closed_at IS NULL AND item_id IN (SELECT value FROM json_each($goneIds))",
    { at, goneIds },
  )
  await tx.run("UPDATE planned_event SET state = 'done', done_at = $at WHERE id IN (SELECT value FROM json_each($events))", {
    at,
    events: JSON.stringify(done.flatMap(({ change }) => change.event?.id ?? [])),
  })
  await tx.run(
    "UPDATE planned_event SET state = 'cancelled' WHERE state IN ('planned', 'held') AND draft_id IN (SELECT value FROM json_each($drafts))",
    { drafts },
  )
  await syncItems(
    tx,
    done.map(({ change }) => change.item.id),
    at,
  )
  const retitled = done.filter(({ change, now }) => now && now.title !== change.item.title)
  if (retitled.length)
    await indexTitles(
      tx,
      retitled.map(({ change }) => change.item.id),
    )

  const facts = done.map(({ change, was, now }, index): JournalFact => ({
    at,
    person: change.person,
    action:
      change.do === 'withdraw'
        ? 'item.withdrawn'
        : change.cause === 'roll-back' || change.cause === 'taken-back'
          ? 'item.rolled-back'
          : 'item.put-live',
    item: change.item.id,
    data: {
      ...(change.do === 'put'
        ? {
            version: change.version.id,
            number: change.version.number,
            fingerprint: change.version.fingerprint,
            cause: change.cause,
            ...change.about,
          }
        : change.about),
      ...(change.event ? { event: change.event.id, planned: change.event.at } : {}),
      path: now?.path ?? null,
      was: was ? { version: was.version, path: was.path } : null,
      // What stored pages to empty; told once for the whole batch.
      touched: index === 0 ? tags : [],
    },
  }))
  await appendJournal(tx, facts)
}

/** The cache tags that a batch touches, with the neighbours of what enters, leaves or moves in a listing. */
async function tagsOf(
  tx: Tx,
  site: SiteRow,
  done: { was: LiveItem | null; now: LiveItem | null }[],
  moved: { was: LiveItem; now: LiveItem }[],
): Promise<string[]> {
  const tags = new Set<string>()
  for (const { was, now } of [...done, ...moved] as { was: LiveEntry | null; now: LiveEntry | null }[])
    for (const tag of touchedTags(was, now)) tags.add(tag)
  for (const { was, now } of done) {
    const listed = (now ?? was)!
    if (listed.kind !== 'post' || (was && now && was.shownDate === now.shownDate)) continue
    if (done.length > NEIGHBOURS_UP_TO) tags.add('around:post')
    else
      for (const entry of [was, now])
        if (entry) {
          const { previous, next } = await liveAround(tx, site.id, entry.kind, entry.shownDate, entry.item)
          for (const neighbour of [previous, next]) if (neighbour) tags.add(`item:${neighbour.item}`)
        }
  }
  return [...tags]
}
