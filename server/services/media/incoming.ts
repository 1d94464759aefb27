import { createHash, randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { mkdir, readdir, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import type { Office } from '../office'
import { refusal } from '../refusal'

/** A file that is brought, in a place of its own until it is taken in or let go. */
export interface Incoming {
  path: string
  size: number
  /** SHA-256, hex. */
  hash: string
}

/** The most bytes of any file that is taken. */
export const MAX_FILE_BYTES = 20 * 1024 * 1024

export const fileTooLarge = () => refusal('too-large', 'document-large', { megabytes: MAX_FILE_BYTES / 1024 / 1024 })

const folderOf = (office: Office) => join(office.store.folder, 'incoming')

/**
 * Writes bytes to the disk as they come, lets work be done with the file, and takes it away afterwards where the work left
 * it. Throws a refusal (`too-large`) as soon as there is more of it than of any file that is taken.
 */
export async function withIncoming<T>(
  office: Office,
  bytes: AsyncIterable<Uint8Array> | Iterable<Uint8Array>,
  work: (file: Incoming) => Promise<T>,
): Promise<T> {
  await mkdir(folderOf(office), { recursive: true })
  const path = join(folderOf(office), randomUUID())
  const digest = createHash('sha256')
  let size = 0
  async function* counted() {
    for await (const part of bytes) {
      size += part.length
      if (size > MAX_FILE_BYTES) throw fileTooLarge()
      digest.update(part)
      yield part
    }
  }
  try {
    await pipeline(counted(), createWriteStream(path, { flags: 'wx' }))
    return await work({ path, size, hash: digest.digest('hex') })
  } finally {
    await rm(path, { force: true })
  }
}

const HOUR_MS = 3_600_000

/** Takes away what a process that broke off left behind. Files have the machine’s own time. */
export async function forgetIncoming(office: Office): Promise<void> {
  await mkdir(folderOf(office), { recursive: true })
  for (const name of await readdir(folderOf(office))) {
    const path = join(folderOf(office), name)
    const { mtimeMs } = await stat(path).catch(() => ({ mtimeMs: Infinity }))
    if (mtimeMs < Date.now() - HOUR_MS) await rm(path, { force: true })
  }
}
