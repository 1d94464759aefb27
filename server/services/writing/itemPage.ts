import { VERBS, type Verb } from '../../../core/access/verbs'
import { pathOf } from '../../../core/address/path'
import { parseRule, ruleWords } from '../../../core/time/recurrence'
import type { Reason } from '../../../core/outcome'
import { openGates } from '../../../core/flow/draft'
import type { Reader } from '../../store/database'
import { baseOnSite, type ItemRow } from '../../store/items'
import { lastInterval, liveByIds } from '../../store/live'
import { notesOf } from '../../store/notes'
import { namesOf, personById } from '../../store/people'
import { readContent, readManifest, versionById } from '../../store/versions'
import { whyNot, type Actor } from '../people/access'
import { draftCleared, loadDraft, type LoadedDraft } from './loadedDraft'
import { lookOwed } from '../reviewing/afterwards'
import { gatesFor } from '../reviewing/review'
import { gateFacts } from '../reviewing/gateFacts'
import { isNewestRoute } from '../reviewing/routes'
import { readableItem } from './items'
import { mediaViews } from '../media/media'
import { manifestMedia, contentRefs } from '../../../core/content/content'
import type { Office } from '../office'
import { filingOf, leadsTo, withdrawalHeld } from './otherChanges'
import { isBehindNow, standsInTheWay } from '../publishing/publishing'
import { lastJudged, openDraftLines, plannedEnd, plannedForDraft, windowOf, type PlannedRow } from '../../store/itemPage'

/** For each verb `null` where the actor may, or why not and who could. */
export function abilities(actor: Actor, section: string | null): Record<Verb, Reason | null> {
  const verbs = Object.keys(VERBS) as Verb[]
  return Object.fromEntries(verbs.map((verb) => [verb, whyNot(actor, verb, section)])) as Record<Verb, Reason | null>
}

/**
 * The version that a reader of the draft knows already: the one that they cleared or returned last, else the live one.
 * `null` when there is none, or nothing has changed since.
 */
async function lastSeen(db: Reader, actor: Actor, { draft, item, head }: LoadedDraft) {
  const judged = await lastJudged(db, draft.id, actor.id)
  const live = judged || !item.live_version ? undefined : await versionById(db, item.live_version)
  const known = judged ?? (live && { version: live.id, number: live.number, why: 'live' as const })
  return known && known.version !== head.id ? known : null
}

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
  const [newest, gates, notes, event, sender, media, links, parent, blocks] = await Promise.all([
    isNewestRoute(db, actor.rights, loaded),
    gateFacts(office, actor, loaded),
    notesOf(db, draft.id),
    plannedForDraft(db, draft.id),
    draft.sent_by ? personById(db, draft.sent_by) : undefined,
    mediaViews(db, actor.rights.site, manifestMedia(manifest)),
    liveByIds(db, actor.rights.site, contentRefs(content)),
    manifest.fields.parent ? liveByIds(db, actor.rights.site, [manifest.fields.parent]) : [],
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
    event: event ? plannedFacts(event) : null,
    inTheWay: blocks,
    path: pathOf(item.kind, manifest.fields, parent[0]?.path ?? null),
    content,
    media: [...media.values()],
    links: links.flatMap((entry) => (entry.path ? [{ id: entry.item, path: entry.path, title: entry.title }] : [])),
  }
}

/** The open drafts of an item, the oldest first. */
async function openDrafts(db: Reader, item: ItemRow) {
  const rows = await openDraftLines(db, item.id)
  const onSite = baseOnSite(item)
  return rows.map(({ base, ...row }) => ({ ...row, behind: onSite !== null && onSite !== base }))
}

/** All that the item page shows, in one answer, with one of its open drafts: the one asked for, or the one that stands for the item. */
export async function itemPage(office: Office, actor: Actor, id: string, wanted?: string) {
  const db = office.store.read
  const item = await readableItem(office, actor, id)
  const drafts = await openDrafts(db, item)
  const chosen = drafts.find((entry) => entry.id === wanted)?.id ?? item.draft_id
  const [live, liveVersion, draft, people, withdrawEvent, since, window, owed] = await Promise.all([
    liveByIds(db, actor.rights.site, [id]),
    item.live_version ? versionById(db, item.live_version) : undefined,
    chosen ? loadDraft(db, chosen).then((loaded) => draftFacts(office, actor, loaded)) : null,
    namesOf(db, [item.created_by, item.owner_id ?? '', item.author_id]),
    plannedEnd(db, id),
    lastInterval(db, id),
    windowOf(db, id, item.window_id ?? ''),
    item.on_site === 'live' ? lookOwed(db, actor, id) : null,
  ])
  const name = (person: string | null) => people.find((row) => row.id === person)?.name ?? null
  const shown = liveVersion && !draft ? await readContent(db, await readManifest(db, liveVersion.manifest)) : null
  const latest = !draft && !liveVersion && since ? await versionById(db, since.version_id) : undefined
  const content = shown ?? (latest ? await readContent(db, await readManifest(db, latest.manifest)) : null)
  const media = content
    ? await mediaViews(db, actor.rights.site, manifestMedia(await readManifest(db, (liveVersion ?? latest)!.manifest)))
    : new Map()
  const links = content ? await liveByIds(db, actor.rights.site, contentRefs(content)) : []
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
    /** The look afterwards that what is live still owes. */
    owed,
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
