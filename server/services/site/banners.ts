import { can } from '../../../core/kinds/kinds'
import { presentFields } from '../../../core/content/content'
import type { Fields } from '../../../core/content/fields'
import { inBannerOrder, ordersToMove } from '../../../core/plan/banners'
import type { MediaView } from '../../../core/render/picture'
import { itemById, itemsThat, type ItemRow } from '../../store/items'
import { liveByIds } from '../../store/live'
import { manifestsOfVersions } from '../../store/versions'
import { may, must, type Actor } from '../people/access'
import { openDraft } from '../writing/drafts'
import { saveEdits } from '../writing/saving'
import { mediaViews } from '../media/media'
import type { Office } from '../office'
import { found, refusal } from '../refusal'
import { readableSections } from '../reviewing/today'

/** A banner as it will be: of its draft where it has one, else of the site, else as it was last. */
export interface BannerFacts {
  item: string
  internalName: string
  section: string
  onSite: ItemRow['on_site']
  draftState: ItemRow['draft_state']
  /** When something planned happens to it next. */
  next: string | null
  /** When it leaves the site, where it is there and that is planned. */
  leavesAt: string | null
  fields: Fields
  picture: MediaView | null
  /** Where it leads, by title, when that is an item on the site. */
  target: string | null
  mayWrite: boolean
}

const MOST = 200

/** All banners, on the site or off it, in the order in which they turn. */
export async function banners(office: Office, actor: Actor): Promise<BannerFacts[]> {
  const db = office.store.read
  const rows = await itemsThat(db, 'turning', readableSections(actor), MOST)
  const manifests = await manifestsOfVersions(
    db,
    rows.map(({ version }) => version),
  )
  const fieldsOf = new Map(rows.map(({ id, version }) => [id, presentFields(manifests.get(version)!.fields)]))
  const targetOf = (fields: Fields | undefined) => fields?.target?.match(/^item:([0-9a-f-]{36})/)?.[1]
  const [pictures, targets] = await Promise.all([
    mediaViews(
      db,
      actor.rights.site,
      [...fieldsOf.values()].flatMap(({ cover }) => cover?.media ?? []),
    ),
    liveByIds(
      db,
      actor.rights.site,
      [...fieldsOf.values()].flatMap((fields) => targetOf(fields) ?? []),
    ),
  ])
  const titles = new Map(targets.map(({ item, title }) => [item, title]))
  return inBannerOrder(
    rows.map((row): BannerFacts => {
      const fields = fieldsOf.get(row.id)!
      return {
        item: row.id,
        internalName: row.internal_name,
        section: actor.rights.sections.get(row.section_id)?.name ?? '',
        onSite: row.on_site,
        draftState: row.draft_state,
        next: row.next_at,
        leavesAt: row.on_site === 'live' ? row.ends_at : null,
        fields,
        picture: (fields.cover && pictures.get(fields.cover.media)) ?? null,
        target: titles.get(targetOf(fields) ?? '') ?? null,
        mayWrite: may(actor, 'item.write', row.section_id),
      }
    }),
  )
}

/**
 * Puts a banner before another (`null`: last). The order is a part of what readers get, so it becomes a change in a draft of
 * each banner that must move, which goes its route. Returns those drafts.
 */
export async function moveBanner(
  office: Office,
  actor: Actor,
  itemId: string,
  before: string | null,
): Promise<{ drafts: { item: string; title: string; draft: string }[] }> {
  const all = await banners(office, actor)
  const row = found(await itemById(office.store.read, itemId), 'item')
  must(actor, 'item.write', row.section_id)
  if (!can(row.kind, 'turning')) throw refusal('refused', 'not-a-banner', { which: 'it' })
  if (before !== null && !all.some(({ item }) => item === before)) throw refusal('refused', 'not-a-banner', { which: 'next', at: 'before' })
  const orders = ordersToMove(all, itemId, before)
  const others = all.filter(({ item }) => orders.has(item))
  const locked = others.find(({ mayWrite }) => !mayWrite)
  if (locked) throw refusal('not-allowed', 'order-shared', { title: locked.fields.title ?? '' })
  const drafts = []
  for (const { item, fields } of others) {
    const { draft, head } = await openDraft(office, actor, item)
    await saveEdits(office, actor, draft, { base: head, edits: [{ op: 'field', name: 'order', value: orders.get(item)! }] })
    drafts.push({ item, title: fields.title ?? '', draft })
  }
  return { drafts }
}
