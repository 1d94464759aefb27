import type { EventKind } from '../../../core/plan/events'
import type { NewRow } from '../../store/models'
import type { EditionRow } from '../../store/editions'
import type { Office } from '../office'

/** The row of an edition's entry: it has the edition's owner and moment. */
export const entryRow = (
  office: Office,
  edition: Pick<EditionRow, 'id' | 'site_id' | 'owner_id' | 'at' | 'wall_date' | 'wall_time' | 'zone' | 'fold'>,
  id: string,
  item: string,
  kind: EventKind,
  what: { draft?: string | null; version?: string | null },
): NewRow<'planned_event'> => ({
  id,
  site_id: edition.site_id,
  kind,
  item_id: item,
  draft_id: what.draft ?? null,
  version_id: what.version ?? null,
  owner_id: edition.owner_id,
  state: 'planned',
  created_at: office.now(),
  edition_id: edition.id,
  at: edition.at,
  wall_date: edition.wall_date,
  wall_time: edition.wall_time,
  zone: edition.zone,
  fold: edition.fold,
})
