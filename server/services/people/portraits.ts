import { createHash } from 'node:crypto'
import type { Actor } from './access'
import { writeFact, type Office } from '../office'
import { found, refusal } from '../refusal'
import { setPortrait, dropPortrait, portraitHash, portraitBytes } from '../../store/portraits'

const SIDE = 128
const MOST_BYTES = 1_300_000

/** Sets one's picture, cut to a square and made small, or (`null`) takes it away. */
export async function setPicture(office: Office, actor: Actor, bytes: Buffer | null): Promise<void> {
  let row: { person_id: string; bytes: Buffer; hash: string } | null = null
  if (bytes !== null) {
    if (bytes.length > MOST_BYTES) throw refusal('too-large', 'picture-large', { megabytes: 1.3, ofOneself: 1, at: 'picture' })
    const { bytes: made } = await office.pictures.make({ brought: bytes }, { make: 'portrait', side: SIDE })
    row = { person_id: actor.id, bytes: Buffer.from(made), hash: createHash('sha256').update(made).digest('hex').slice(0, 16) }
  }
  await office.store.write(async (tx) => {
    if (row) await setPortrait(tx, row)
    else await dropPortrait(tx, actor.id)
    await writeFact(office, tx, actor.id, 'person.picture-changed', null)
  })
}

/** What tells one picture of a person from the next; `null` where there is none. */
export const pictureHash = async (office: Office, person: string): Promise<string | null> =>
  (await portraitHash(office.store.read, person)) ?? null

/** A colleague's picture, as WebP. */
export async function pictureOf(office: Office, person: string): Promise<Buffer> {
  return found(await portraitBytes(office.store.read, person), 'picture')
}
