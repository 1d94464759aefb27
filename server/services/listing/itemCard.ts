import { termsOf } from '../../../core/query/query'
import { parseQuery, printQuery } from '../../../core/query/parse'
import { holding } from '../../store/listing'
import { readContent, readManifest, newestVersion, versionsByIds } from '../../store/versions'
import { draftById } from '../../store/items'
import { earlierAddresses, liveByIds } from '../../store/live'
import { blockText } from '../../../core/blocks/blocks'
import type { MediaView } from '../../../core/render/picture'
import type { Actor } from '../people/access'
import type { Foresight } from '../planning/foresight'
import type { Office } from '../office'
import { readableItem } from '../writing/items'
import { mediaViews } from '../media/media'
import { listingFor } from './listing'

/** An item in a few words, for who looks at its row: as a draft of it says, or the one that stands for it, or the site. */
export async function itemCard(
  office: Office,
  foresight: Foresight,
  actor: Actor,
  id: string,
  { draft: draftId, q }: { draft?: string | undefined; q?: string | undefined },
) {
  const db = office.store.read
  const item = await readableItem(office, actor, id)
  const draft = draftId === undefined ? undefined : await draftById(db, draftId)
  const wanted = draft?.item_id === id ? draft.head_version : item.live_version
  const version = wanted ?? (await newestVersion(db, id))
  const [last] = await versionsByIds(db, [version])
  const { fields, body } = await readContent(db, await readManifest(db, last!.manifest))
  const [media, [now]] = await Promise.all([
    fields.cover ? mediaViews(db, actor.rights.site, [fields.cover.media]) : new Map<string, MediaView>(),
    liveByIds(db, actor.rights.site, [id]),
  ])
  return {
    title: fields.title ?? '',
    summary: fields.summary || body.map(blockText).find(Boolean)?.slice(0, 300) || '',
    cover: fields.cover ? { ...fields.cover, view: media.get(fields.cover.media) ?? null } : null,
    number: last!.number,
    by: actor.rights.people.get(last!.author_id)?.name ?? '',
    at: last!.at,
    note: last!.note,
    draft: draft?.item_id === id ? draft.name : null,
    path: now?.path ?? null,
    earlier: await earlierAddresses(db, id, now?.path ?? null),
    matching: q?.trim() ? await matchingTerms(office, foresight, actor, { item: id, draft: draftId ?? null, q }) : [],
  }
}

/** For which terms of a query an item is in its list. */
async function matchingTerms(
  office: Office,
  foresight: Foresight,
  actor: Actor,
  { item, draft, q }: { item: string; draft: string | null; q: string },
): Promise<string[]> {
  const listing = await listingFor(office, foresight, actor, { q })
  const typed = parseQuery(q, listing.today)
  return typed.ok ? (await holding(office.store.read, listing, termsOf(typed.query), item, draft)).map(printQuery) : []
}
