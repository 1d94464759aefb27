import type { Actor } from './access'
import type { Office } from './office'

/** What a person has set for themselves under a name; `null` where they have not. */
export async function preference(office: Office, actor: Actor, name: string): Promise<unknown> {
  const row = await office.store.read.one<{ value: string }>('SELECT value FROM preference WHERE person_id = $me AND name = $name', {
    me: actor.id,
    name,
  })
  return row ? (JSON.parse(row.value) as unknown) : null
}

export const setPreference = (office: Office, actor: Actor, name: string, value: unknown): Promise<void> =>
  office.store.write((tx) => tx.insert('preference', [{ person_id: actor.id, name, value: JSON.stringify(value) }], 'REPLACE'))
