import { VERB_OF } from './events'
import { openGates } from '../../../core/flow/draft'
import type { EventKind } from '../../../core/plan/events'
import type { Reason } from '../../../core/outcome'
import { readyDrafts, draftsWhole } from '../../store/drafts'
import { editionById, editionsAlsoChanging, listEditions } from '../../store/editions'
import { type EventRow, eventsOfEdition } from '../../store/events'
import { itemsByIds, type ItemRow } from '../../store/items'
import { liveByIds } from '../../store/live'
import { pathOf } from '../../../core/address/path'
import { readManifest } from '../../store/versions'
import { may, sectionsWhere, type Actor } from '../people/access'
import { editionTrack } from './editionGates'
import { draftCleared, loadedDraft, type LoadedDraft } from '../writing/loadedDraft'
import { siteId, type Office } from '../office'
import { found } from '../refusal'

const LIST = 200

/** The editions at hand and those of late, with how many of their entries are cleared. */
export async function editions(office: Office, actor: Actor) {
  sectionsWhere(actor, 'item.read')
  return (await listEditions(office.store.read, await siteId(office), LIST)).map((row) => ({
    id: row.id,
    name: row.name,
    note: row.note,
    owner: row.owner,
    at: row.at,
    state: row.state,
    liveAt: row.live_at,
    undone: row.undone_by !== null,
    entries: row.entries,
    cleared: row.cleared ?? 0,
    reasons: row.reasons === null ? [] : (JSON.parse(row.reasons) as Reason[]),
  }))
}

export interface EntryView {
  event: string
  item: string
  kind: ItemRow['kind']
  title: string
  section: string
  does: EventKind
  draft: string | null
  state: EventRow['state']
  review: string | null
  cleared: boolean
  /** The gates that wait, by name. */
  waits: string[]
  onSite: string
  reasons: Reason[]
  /** Other editions at hand that change the item too. */
  elsewhere: { id: string; name: string }[]
  /** The address that the item gets in place of the one that it has, where they differ. */
  address: { from: string; to: string } | null
}

/**
 * The address that a draft asks for, where it is another than the live one. One below a page that is not live yet is not known: that page
 * may go live before it.
 */
function newAddress({ item, manifest: { fields } }: LoadedDraft, live: ReadonlyMap<string, string | null>): EntryView['address'] {
  const [from, above] = [live.get(item.id) ?? null, fields.parent ? live.get(fields.parent) : null]
  if (from === null || above === undefined) return null
  const to = pathOf(item.kind, fields, above)
  return to === null || to === from ? null : { from, to }
}

/** One edition with its entries as the actor may see them; how far each is, and what holds it. */
export async function editionPage(office: Office, actor: Actor, id: string) {
  const db = office.store.read
  sectionsWhere(actor, 'item.read')
  const edition = found(await editionById(db, await siteId(office), id), 'edition')
  const events = await eventsOfEdition(db, id)
  const ids = events.map(({ item_id }) => item_id)
  const [items, others, wholes, track] = await Promise.all([
    itemsByIds(db, ids),
    edition.state === 'live' ? [] : editionsAlsoChanging(db, edition.site_id, ids, id),
    draftsWhole(
      db,
      events.flatMap(({ draft_id }) => draft_id ?? []),
    ),
    edition.state === 'live' ? null : editionTrack(office, actor, edition, events),
  ])
  const seen = events.filter(({ item_id }) => may(actor, 'item.read', items.get(item_id)!.section_id))
  const drafts = new Map(
    await Promise.all(
      (edition.state === 'live' ? [] : [...wholes]).map(
        async ([draft, whole]) => [draft, await loadedDraft(db, whole, await readManifest(db, whole.head.manifest))] as const,
      ),
    ),
  )
  const parents = [...drafts.values()].flatMap(({ manifest }) => manifest.fields.parent ?? [])
  const live = new Map((await liveByIds(db, edition.site_id, [...new Set([...ids, ...parents])])).map((entry) => [entry.item, entry.path]))
  const entries = seen.map((event): EntryView => {
    const item = items.get(event.item_id)!
    const loaded = drafts.get(event.draft_id ?? '') ?? null
    return {
      event: event.id,
      item: item.id,
      kind: item.kind,
      title: item.title,
      section: actor.rights.sections.get(item.section_id)?.name ?? '',
      does: event.kind,
      draft: event.draft_id,
      state: event.state,
      review: loaded?.draft.review ?? null,
      cleared: loaded ? draftCleared(loaded) : true,
      waits: loaded ? openGates(loaded.route, loaded.state).map((gate) => gate.name) : [],
      onSite: item.on_site,
      reasons: event.reasons === null ? [] : (JSON.parse(event.reasons) as Reason[]),
      elsewhere: others.filter((other) => other.item === item.id).map(({ id: other, name }) => ({ id: other, name })),
      address: loaded && event.kind === 'put-live' ? newAddress(loaded, live) : null,
    }
  })
  return {
    id,
    name: edition.name,
    note: edition.note,
    owner: { id: edition.owner_id, name: actor.rights.people.get(edition.owner_id)?.name ?? '' },
    at: edition.at,
    zone: edition.zone,
    late: { do: edition.late, after: edition.late_after },
    state: edition.state,
    liveAt: edition.live_at,
    undoneBy: edition.undone_by,
    reasons: edition.reasons === null ? [] : (JSON.parse(edition.reasons) as Reason[]),
    track,
    entries: entries.sort((a, b) => a.title.localeCompare(b.title) || a.event.localeCompare(b.event)),
    /** Entries in sections that the actor may not read. */
    hidden: events.length - seen.length,
    may: {
      plan: events.every(({ item_id }) => may(actor, 'item.plan', items.get(item_id)!.section_id)),
      putLive: events.every(({ item_id, kind }) => may(actor, VERB_OF[kind], items.get(item_id)!.section_id)),
      rollBack: events.every(({ item_id }) => may(actor, 'item.roll-back', items.get(item_id)!.section_id)),
    },
  }
}
export type EditionPage = Awaited<ReturnType<typeof editionPage>>

/** What is cleared, not live and in no edition nor planned: it could go in one act. Where the actor may put live. */
export async function clearedWork(office: Office, actor: Actor) {
  const sections = sectionsWhere(actor, 'item.put-live')
  const rows = await readyDrafts(office.store.read, sections, LIST)
  return rows.map((row) => ({ ...row, section: actor.rights.sections.get(row.section)?.name ?? '' }))
}
