import type { Actor } from './access'
import type { Office } from '../office'
import { preferenceOf, keepPreference } from '../../store/preferences'

/** What a person has set for themselves under a name; `null` where they have not. */
export async function preference(office: Office, actor: Actor, name: string): Promise<unknown> {
  const value = await preferenceOf(office.store.read, actor.id, name)
  return value === undefined ? null : (JSON.parse(value) as unknown)
}

export const setPreference = (office: Office, actor: Actor, name: string, value: unknown): Promise<void> =>
  office.store.write((tx) => keepPreference(tx, actor.id, name, JSON.stringify(value)))
