import { newPassages } from '../../core/history/written'
import type { Office } from '../services/office'
import { keepWritten, unwrittenVersions } from '../store/written'
import { readChanges } from '../store/versions'
import { afterNews } from './afterNews'

const BATCH = 100

/** Takes in what versions brought anew, some at a time, oldest first. Returns how many were taken in. */
export async function indexVersions(office: Office): Promise<number> {
  for (let total = 0; ;) {
    const versions = await unwrittenVersions(office.store.read, BATCH)
    if (!versions.length) return total
    const changes = await readChanges(office.store.read, versions)
    const rows = versions.map((row, index) => ({ ...row, words: newPassages(...changes[index]!).join('\n') }))
    await office.store.write((tx) => keepWritten(tx, rows))
    total += versions.length
  }
}

/** Keeps up, while the process runs, with what anyone writes. Returns a function that stops it. */
export const startVersionIndexer = (office: Office) => afterNews(office, 'the version indexer', () => indexVersions(office))
