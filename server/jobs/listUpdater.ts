import { contentFacts } from '../../core/query/contentFacts'
import type { Office } from '../services/office'
import { staleListed, takeInListed } from '../store/listed'
import { readContents } from '../store/versions'
import { afterNews } from './afterNews'

const BATCH = 200

/**
 * Brings what lists know of contents in line with drafts and the live site, some items at a time: those given, or all. Returns
 * how many rows were taken in.
 */
export async function updateLists(office: Office, items?: string[]): Promise<number> {
  for (let total = 0; ;) {
    const stale = await staleListed(office.store.read, BATCH, items)
    if (!stale.length) return total
    const contents = await readContents(
      office.store.read,
      stale.map(({ version }) => version),
    )
    const known = stale.map((row) => ({ ...row, ...contentFacts(row.kind, contents.get(row.version)!) }))
    await office.store.write((tx) => takeInListed(tx, known))
    total += stale.length
  }
}

/** Keeps what lists know up to date while the process runs. Returns a function that stops it. */
export const startListUpdater = (office: Office) => afterNews(office, 'the list updater', () => updateLists(office))
