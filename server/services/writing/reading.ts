import type { Reader } from '../../store/database'
import { may, must, type Actor } from '../people/access'
import { openMoves } from '../../store/drafts'

/** The sections to which moves under way would take an item. */
export const movesOf = async (db: Reader, item: string): Promise<string[]> => (await openMoves(db, item)).map(({ to }) => to)

/**
 * Throws a refusal unless the actor may see what is worked on at an item: by the right in its section, or in one that a move
 * under way would take it to, since that section's people clear the move.
 */
export async function mustRead(db: Reader, actor: Actor, item: { id: string; section: string }): Promise<void> {
  if (!(await mayRead(db, actor, item))) must(actor, 'item.read', item.section)
}

/** Whether they may. */
export const mayRead = async (db: Reader, actor: Actor, item: { id: string; section: string }): Promise<boolean> =>
  may(actor, 'item.read', item.section) || (await movesOf(db, item.id)).some((to) => may(actor, 'item.read', to))
