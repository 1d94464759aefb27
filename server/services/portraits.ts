import { createHash } from 'node:crypto'
import sharp from 'sharp'
import type { Actor } from './access'
import { note, type Office } from './office'
import { found, refusal } from './refusal'

const SIDE = 128
const MOST_BYTES = 1_300_000
const MOST_PIXELS = 50_000_000

/** A picture as a small square; what cannot be read, nothing at all among it, is an error of the promise. */
const squareOf = async (bytes: Buffer): Promise<Buffer> =>
  sharp(bytes, { limitInputPixels: MOST_PIXELS }).rotate().resize(SIDE, SIDE, { fit: 'cover' }).webp({ quality: 82 }).toBuffer()

/** Sets one's picture, cut to a square and made small, or (`null`) takes it away. */
export async function setPicture(office: Office, actor: Actor, bytes: Buffer | null): Promise<void> {
  let row: { person_id: string; bytes: Buffer; hash: string } | null = null
  if (bytes !== null) {
    if (bytes.length > MOST_BYTES) throw refusal('too-large', 'picture-large', 'A picture of oneself has at most 1.3 MB', 'picture')
    const made = await squareOf(bytes).catch(() => {
      throw refusal('wrong-type', 'picture-unknown', 'That is no picture we can read', 'picture')
    })
    row = { person_id: actor.id, bytes: made, hash: createHash('sha256').update(made).digest('hex').slice(0, 16) }
  }
  await office.store.write(async (tx) => {
    if (row) await tx.insert('person_picture', [row], 'REPLACE')
    else await tx.run('DELETE FROM person_picture WHERE person_id = $id', { id: actor.id })
    await note(office, tx, actor.id, 'person.picture-changed', null)
  })
}

/** What tells one picture of a person from the next; `null` where there is none. */
export const pictureHash = async (office: Office, person: string): Promise<string | null> =>
  (await office.store.read.one<{ hash: string }>('SELECT hash FROM person_picture WHERE person_id = $person', { person }))?.hash ?? null

/** A colleague's picture, as WebP. */
export async function pictureOf(office: Office, person: string): Promise<Buffer> {
  const row = await office.store.read.one<{ bytes: Buffer }>('SELECT bytes FROM person_picture WHERE person_id = $person', { person })
  return found(row, 'picture').bytes
}
