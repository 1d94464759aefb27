import type { Trouble } from '../../../core/plan/troubles'
import { itemsByIds } from '../../store/items'
import { may, sectionsWhere, type Actor } from '../people/access'
import type { Foresight } from './foresight'
import type { Trial } from './plannedTurns'

/** More than anyone mends at once is cut off. */
const MOST = 500

/** The trouble that is foreseen where the actor may read; of one item or all; with a trial, what that would bring (`come`) and mend (`go`). */
export async function readableTroubles(
  actor: Actor,
  foresight: Foresight,
  { trial, item: only }: { trial?: Trial; item?: string | undefined } = {},
): Promise<{ come: Trouble[]; go: Trouble[] }> {
  sectionsWhere(actor, 'item.read')
  const whole = trial ? await foresight.whatIf(trial) : { come: await foresight.troubles(), go: [] }
  const [come, go] = [whole.come, whole.go].map((troubles) => troubles.filter(({ item }) => only === undefined || item === only)) as [
    Trouble[],
    Trouble[],
  ]
  const items = await itemsByIds(foresight.reader, [...new Set([...come, ...go].map(({ item }) => item))])
  const readable = (troubles: Trouble[]) =>
    troubles.filter(({ item }) => may(actor, 'item.read', items.get(item)?.section_id ?? '')).slice(0, MOST)
  return { come: readable(come), go: readable(go) }
}
