import type { Actor } from './access'
import type { Office } from './office'
import { mustRead } from './reading'
import { found } from './refusal'

/** Who has not been heard of for so long is no longer here. */
const HERE_MS = 30_000

export interface Present {
  person: string
  name: string
  /** The block or `field:<name>` they are in. */
  place: string | null
  at: string
}

/**
 * Says where someone is in a draft (or, with `left`, that they are there no more) and answers who else is. Kept in the
 * shared file, so that it holds over several processes; it is not history and goes to no journal.
 */
export async function bePresent(
  office: Office,
  actor: Actor,
  draftId: string,
  input: { tab: string; place: string | null; left: boolean },
): Promise<{ others: Present[] }> {
  const row = found(
    await office.store.read.one<{ id: string; section: string }>(
      'SELECT i.id, i.section_id AS section FROM draft d JOIN item i ON i.id = d.item_id WHERE d.id = $draft',
      {
        draft: draftId,
      },
    ),
    'draft',
  )
  await mustRead(office.store.read, actor, row)
  const at = office.now()
  const since = new Date(Date.parse(at) - HERE_MS).toISOString()
  await office.store.write(async (tx) => {
    const key = { draft_id: draftId, person_id: actor.id, tab: input.tab }
    if (input.left) await tx.run('DELETE FROM presence WHERE draft_id = $draft_id AND person_id = $person_id AND tab = $tab', key)
    else await tx.insert('presence', [{ ...key, place: input.place, at }], 'REPLACE')
    await tx.run('DELETE FROM presence WHERE at < $since', { since })
  })
  const others = await office.store.read.all<Present>(
    `SELECT x.person_id AS person, p.name, x.place, max(x.at) AS at FROM presence x JOIN person p ON p.id = x.person_id
     WHERE x.draft_id = $draft AND x.person_id <> $me AND x.at >= $since GROUP BY x.person_id ORDER BY p.name LIMIT 50`,
    { draft: draftId, me: actor.id, since },
  )
  return { others }
}
