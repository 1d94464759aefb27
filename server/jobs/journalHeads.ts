import { appendFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Office } from '../services/office'
import { journalHead } from '../store/journal'

const EVERY_MS = 24 * 3_600_000

/**
 * Writes the journal's last hash outside the database, at start and once a day, to `journal-heads.log` in the data folder:
 * a journal whose end was cut off no longer holds the hash of its last line there.
 */
export function startJournalHeads(office: Office): () => Promise<void> {
  let writing: Promise<void> = Promise.resolve()
  const note = () => {
    writing = writing
      .then(() => journalHead(office.store.read))
      .then(({ seq, hash }) => appendFile(join(office.store.folder, 'journal-heads.log'), `${office.now()} ${seq} ${hash}\n`))
      .catch((error: unknown) => office.log.error({ error }, 'the journal\u2019s head was not noted'))
  }
  note()
  const timer = setInterval(note, EVERY_MS)
  timer.unref()
  return async () => {
    clearInterval(timer)
    await writing
  }
}
