import { appendFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Office } from '../services/office'
import { journalHead } from '../store/journal'
import { repeatEvery } from './repeatEvery'

/**
 * Writes the journal's last hash outside the database, at start and once a day, to `journal-heads.log` in the data folder:
 * a journal whose end was cut off no longer holds the hash of its last line there.
 */
export const startJournalHeads = (office: Office) =>
  repeatEvery(office, 24 * 3_600_000, 'noting the journal\u2019s head', async () => {
    const { seq, hash } = await journalHead(office.store.read)
    await appendFile(join(office.store.folder, 'journal-heads.log'), `${office.now()} ${seq} ${hash}\n`)
  })
