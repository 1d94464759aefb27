import type { Verb } from '../../../core/access/verbs'
import type { Remedy } from '../../../core/plan/remedies'
import type { Trouble } from '../../../core/plan/troubles'
import { nextMoment } from '../../store/events'
import { itemsByIds } from '../../store/items'
import { may, sectionsWhere, type Actor } from '../people/access'
import { siteId, type Office } from '../office'
import type { Foresight } from './foresight'
import type { Trial } from './plannedTurns'

/** More than anyone mends at once is cut off. */
const MOST = 500

/**
 * The trouble that is foreseen where the actor may read, each with the remedies that are theirs to take; of one item or all; with a
 * trial, what that would bring (`come`) and mend (`go`).
 */
export async function readableTroubles(
  actor: Actor,
  foresight: Foresight,
  { trial, item: only }: { trial?: Trial; item?: string | undefined } = {},
): Promise<{ come: Trouble[]; go: Trouble[] }> {
  sectionsWhere(actor, 'item.read')
  const whole = trial ? await foresight.whatIf(trial) : { come: await foresight.troubles(), go: [] }
  const isAsked = ({ item }: Trouble) => only === undefined || item === only
  const [come, go] = [whole.come.filter(isAsked), whole.go.filter(isAsked)]
  const ids = [...come, ...go].flatMap(({ item, remedies }) => [item, ...remedies.flatMap((remedy) => otherItem(remedy) ?? [])])
  const items = await itemsByIds(foresight.reader, [...new Set(ids)])
  const mayIn = (verb: Verb, item: string) => may(actor, verb, items.get(item)?.section_id ?? '')
  const readable = (troubles: Trouble[]) =>
    troubles
      .filter(({ item }) => mayIn('item.read', item))
      .slice(0, MOST)
      .map((trouble) => ({
        ...trouble,
        remedies: trouble.remedies.filter(
          (remedy) => mayIn(NEEDS[remedy.do], trouble.item) && mayIn('item.read', otherItem(remedy) ?? trouble.item),
        ),
      }))
  return { come: readable(come), go: readable(go) }
}

/** What each remedy needs, where the item in trouble is. */
const NEEDS: Record<Remedy['do'], Verb> = {
  send: 'item.send',
  remind: 'item.send',
  update: 'item.write',
  move: 'item.plan',
  'take-out': 'item.plan',
  links: 'item.write',
  write: 'item.write',
  look: 'item.read',
  edition: 'item.read',
}

/** The other item that a remedy leads to; `null` for one that stays with its own. */
const otherItem = (remedy: Remedy): string | null => (remedy.do === 'links' ? remedy.to : remedy.do === 'look' ? remedy.item : null)

/**
 * The next moment (instant) at which what meets a trouble, or its whole edition, would not meet it, nor bring another; `null` where none is
 * found, or the trouble is none that the actor may see and move away from.
 */
export async function freeMoment(actor: Actor, foresight: Foresight, key: string): Promise<{ at: string | null }> {
  sectionsWhere(actor, 'item.plan')
  const trouble = (await readableTroubles(actor, foresight)).come.find((one) => one.key === key)
  if (!trouble) return { at: null }
  const { edition, event, item } = trouble
  const section = (await itemsByIds(foresight.reader, [item])).get(item)?.section_id ?? ''
  if (!may(actor, 'item.plan', section)) return { at: null }
  return { at: await foresight.nextFreeMoment(key, edition === null ? { event } : { edition }) }
}

/** How many of the changes of the site's next moment would be held back, as things stand; `null` where nothing is planned. */
export async function heldNext(office: Office, foresight: Foresight): Promise<{ at: string; held: number } | null> {
  const next = await nextMoment(foresight.reader, await siteId(office))
  if (!next?.at) return null
  const stopped = (await foresight.troubles()).filter(({ at, weight }) => at === next.at && weight === 'stops')
  return { at: next.at, held: new Set(stopped.map(({ event }) => event)).size }
}
