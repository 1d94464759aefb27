import { VERBS, type Verb } from '../../core/access/verbs'
import { pathOf } from '../../core/address/path'
import type { EventKind } from '../../core/plan/events'
import { parseRule, ruleWords } from '../../core/time/recurrence'
import type { Reason } from '../../core/outcome'
import { openGates } from '../../core/flow/draft'
import type { Reader } from '../store/database'
import { baseOnSite, type ItemRow } from '../store/items'
import { liveByIds } from '../store/live'
import { notesOf } from '../store/notes'
import { personById } from '../store/people'
import { readContent, readManifest, versionById } from '../store/versions'
import { whyNot, type Actor } from './access'
import { draftCleared, loadDraft, type LoadedDraft } from './loadedDraft'
import { gateFacts, gatesFor } from './review'
import { isNewestRoute } from './routes'
import { readableItem } from './items'
import { mediaViews } from './media'
import { manifestMedia, contentRefs } from '../../core/content/content'
import type { Office } from './office'
import { filingOf, leadsTo, withdrawalHeld } from './otherChanges'
import { isBehindNow, standsInTheWay } from './publishing'

/** For each verb `null` where the actor may, or why not and who could. */
export function abilities(actor: Actor, section: string): Record<Verb, Reason | null> {
  const verbs = Object.keys(VERBS) as Verb[]
  return Object.fromEntries(verbs.map((verb) => [verb, whyNot(actor, verb, section)])) as Record<Verb, Reason | null>
}

/**
 * The version that a reader of the draft knows already: the one that they cleared or returned last, else the live one.
 * `null` when there is none, or nothing has changed since.
 */
async function lastSeen(db: Reader, actor: Actor, { draft, item, head }: LoadedDraft) {
  const judged = await db.one<{ version: string; number: number; why: 'cleared' | 'returned' }>(
    `SELECT v.id AS version, v.number, said.why FROM (
       SELECT version_id, at, 'cleared' AS why FROM clearance WHERE draft_id = $draft AND person_id = $person
       UNION ALL SELECT version_id, at, 'returned' FROM note WHERE draft_id = $draft AND person_id = $person AND kind = 'return'
     ) said JOIN version v ON v.id = said.version_id ORDER BY said.at DESC, v.number DESC LIMIT 1`,
    { draft: draft.id, person: actor.id },
  )
  const live = judged || !item.live_version ? undefined : await versionById(db, item.live_version)
  const known = judged ?? (live && { version: live.id, number: live.number, why: 'live' as const })
  return known && known.version !== head.id ? known : null
}

interface PlannedRow {
  id: string
  kind: EventKind
  /** Null in an edition that has no moment yet. */
  at: string | null
  until: string | null
  rule: string | null
  state: string
  reasons: string | null
  owner: string
  edition: string | null
  editionName: string | null
}
const PLANNED = `SELECT e.id, e.kind, e.at, e.until_at AS until, e.rule, e.state, e.reasons, p.name AS owner, e.edition_id AS edition, n.name AS editionName
  FROM planned_event e JOIN person p ON p.id = e.owner_id LEFT JOIN edition n ON n.id = e.edition_id`

/** A planned event as the page shows it. */
function plannedFacts({ rule, reasons, ...row }: PlannedRow) {
  const parsed = rule === null ? null : parseRule(rule)
  return { ...row, rule, repeats: parsed?.ok ? ruleWords(parsed.value) : null, reasons: reasons ? (JSON.parse(reasons) as Reason[]) : [] }
}

/** What is being worked on: the draft's content and where it stands on its route. */
async function draftFacts(office: Office, actor: Actor, loaded: LoadedDraft) {
  const db = office.store.read
  const { draft, head, manifest, item } = loaded
  const content = await readContent(db, manifest)
  const [newest, gates, notes, events, sender, media, links, parent, blocks] = await Promise.all([
    isNewestRoute(db, actor.rights, loaded),
    gateFacts(office, actor, loaded),
    notesOf(db, draft.id),
    db.all<PlannedRow>(
      `${PLANNED} WHERE e.draft_id = $draft AND e.state IN ('planned', 'held') ORDER BY e.edition_id IS NOT NULL LIMIT 1`,
      { draft: draft.id },
    ),
    draft.sent_by ? personById(db, draft.sent_by) : undefined,
    mediaViews(db, manifestMedia(manifest)),
    liveByIds(db, contentRefs(content)),
    manifest.fields.parent ? liveByIds(db, [manifest.fields.parent]) : [],
    standsInTheWay(office, loaded),
  ])
  return {
    id: draft.id,
    name: draft.name,
    change: draft.change,
    to: draft.change === 'move' ? leadsTo(actor, item, filingOf(loaded)) : null,
    base: draft.base_version,
    behind: isBehindNow(loaded),
    head: head.id,
    number: head.number,
    savedAt: head.at,
    fingerprint: head.fingerprint,
    review: draft.review,
    cleared: draftCleared(loaded),
    authors: loaded.state.authors.map((id) => actor.rights.people.get(id)?.name ?? ''),
    mine: loaded.state.authors.includes(actor.id),
    sent: draft.sent_at ? { by: sender?.name ?? '', at: draft.sent_at, note: draft.sent_note } : null,
    gates,
    route: { name: loaded.wholeRoute.name, newer: !newest, fast: loaded.wholeRoute.fast ?? null },
    /** The gates at which this person may clear or return it now. */
    mayClear: gatesFor(actor, loaded, office.now()).map(({ gate, of }) => ({
      gate,
      of: of && (actor.rights.people.get(of)?.name ?? null),
    })),
    waiting: draft.review === 'in_review' ? openGates(loaded.route, loaded.state).map((gate) => gate.id) : [],
    notes,
    since: await lastSeen(db, actor, loaded),
    event: events[0] ? plannedFacts(events[0]) : null,
    inTheWay: blocks,
    path: pathOf(item.kind, manifest.fields, parent[0]?.path ?? null),
    content,
    media: [...media.values()],
    links: links.flatMap((entry) => (entry.path ? [{ id: entry.item, path: entry.path, title: entry.title }] : [])),
  }
}

/** The open drafts of an item, the oldest first. */
async function openDrafts(db: Reader, item: ItemRow) {
  const rows = await db.all<{
    id: string
    name: string
    review: string
    base: string | null
    number: number
    at: string
    author: string
    event: string | null
  }>(
    `SELECT d.id, d.name, d.review, d.base_version AS base, v.number, v.at, p.name AS author,
       (SELECT min(e.at) FROM planned_event e WHERE e.draft_id = d.id AND e.state = 'planned') AS event
     FROM draft d JOIN version v ON v.id = d.head_version JOIN person p ON p.id = v.author_id WHERE d.item_id = $item AND d.closed_at IS NULL ORDER BY d.created_at, d.id LIMIT 50`,
    { item: item.id },
  )
  const onSite = baseOnSite(item)
  return rows.map(({ base, ...row }) => ({ ...row, behind: onSite !== null && onSite !== base }))
}

/** All that the item page shows, in one answer, with one of its open drafts: the one asked for, or the one that stands for the item. */
export async function itemPage(office: Office, actor: Actor, id: string, wanted?: string) {
  const db = office.store.read
  const item = await readableItem(office, actor, id)
  const drafts = await openDrafts(db, item)
  const chosen = drafts.find((entry) => entry.id === wanted)?.id ?? item.draft_id
  const [live, liveVersion, draft, people, withdrawEvent, since, [window]] = await Promise.all([
    liveByIds(db, [id]),
    item.live_version ? versionById(db, item.live_version) : undefined,
    chosen ? loadDraft(db, chosen).then((loaded) => draftFacts(office, actor, loaded)) : null,
    db.all<{ id: string; name: string }>('SELECT id, name FROM person WHERE id IN ($creator, $owner, $author)', {
      creator: item.created_by,
      owner: item.owner_id ?? '',
      author: item.author_id,
    }),
    db.one<{ id: string; at: string; state: string }>(
      "SELECT id, at, state FROM planned_event WHERE item_id = $id AND kind = 'withdraw' AND state IN ('planned', 'held')",
      { id },
    ),
    db.one<{ from_at: string; to_at: string | null; cause: string; name: string | null; version_id: string }>(
      'SELECT l.from_at, l.to_at, l.cause, l.version_id, p.name FROM live_interval l LEFT JOIN person p ON p.id = l.person_id WHERE l.item_id = $id ORDER BY l.id DESC LIMIT 1',
      { id },
    ),
    db.all<PlannedRow>(
      `${PLANNED} WHERE e.id = $window OR e.item_id = $id AND e.kind = 'window' AND e.draft_id IS NULL AND e.state IN ('planned', 'held') ORDER BY e.id = $window DESC LIMIT 1`,
      {
        id,
        window: item.window_id ?? '',
      },
    ),
  ])
  const name = (person: string | null) => people.find((row) => row.id === person)?.name ?? null
  const shown = liveVersion && !draft ? await readContent(db, await readManifest(db, liveVersion.manifest)) : null
  const latest = !draft && !liveVersion && since ? await versionById(db, since.version_id) : undefined
  const content = shown ?? (latest ? await readContent(db, await readManifest(db, latest.manifest)) : null)
  const media = content ? await mediaViews(db, manifestMedia(await readManifest(db, (liveVersion ?? latest)!.manifest))) : new Map()
  const links = content ? await liveByIds(db, contentRefs(content)) : []
  return {
    id,
    kind: item.kind,
    title: item.title,
    section: { id: item.section_id, name: actor.rights.sections.get(item.section_id)?.name ?? '' },
    /** Whether taking it off the site goes through gates, which have not cleared it yet. */
    withdrawalHeld: item.on_site === 'live' && (await withdrawalHeld(db, actor, item)),
    binnedAt: item.binned_at,
    createdAt: item.created_at,
    createdBy: name(item.created_by),
    changedAt: item.changed_at,
    author: name(item.author_id),
    office: {
      internalName: item.internal_name,
      owner: item.owner_id,
      ownerName: name(item.owner_id),
      reviewBy: item.review_by,
      notes: item.notes,
    },
    onSite: item.on_site,
    live:
      liveVersion && live[0]
        ? {
            version: liveVersion.id,
            number: liveVersion.number,
            since: since?.from_at ?? live[0].changed,
            by: since?.name ?? null,
            path: live[0].path,
            fingerprint: liveVersion.fingerprint,
          }
        : null,
    last: since ? { version: since.version_id, from: since.from_at, to: since.to_at, cause: since.cause } : null,
    withdrawEvent: withdrawEvent ?? null,
    /** The window that shows now or comes again, and what lies under it. */
    window: window ? { ...plannedFacts(window), open: item.window_id === window.id, under: item.under_version } : null,
    embargo: item.embargo_at,
    drafts,
    draft,
    /** What readers get (or got last), for looking at while no draft is open. */
    shown: content
      ? {
          content,
          media: [...media.values()],
          links: links.flatMap((entry) => (entry.path ? [{ id: entry.item, path: entry.path, title: entry.title }] : [])),
        }
      : null,
    may: abilities(actor, item.section_id),
  }
}
export type ItemPage = Awaited<ReturnType<typeof itemPage>>
