import { blockText, blockWord } from '../../core/blocks/blocks'
import { contentLinks, findableText } from '../../core/content/content'
import type { Office } from '../services/office'
import { readContents } from '../store/versions'
import { afterNews } from './afterNews'
import { indexEntries, staleEntries } from '../store/liveIndex'

const BATCH = 200

/**
 * Brings the live site's word index, its table of links and that of blocks with times in line with what is live, some items at a time; follows
 * going live within moments, so that a large edition is not held up by it. Returns how many were taken in.
 */
export async function indexLive(office: Office): Promise<number> {
  let total = 0
  for (;;) {
    const stale = await staleEntries(office.store.read, BATCH)
    if (!stale.length) return total
    const contents = await readContents(
      office.store.read,
      stale.map((row) => row.version_id),
    )
    const made = stale.map((row) => {
      const content = contents.get(row.version_id)!
      const links = contentLinks(content)
      const windows = content.body.flatMap((block) =>
        block.window
          ? [{ block: block.id, spans: JSON.stringify(block.window), words: blockText(block).slice(0, 120) || blockWord(block) }]
          : [],
      )
      return {
        ...row,
        windows,
        title: content.fields.title ?? '',
        body: findableText(content),
        links,
      }
    })
    await office.store.write((tx) => indexEntries(tx, made))
    total += stale.length
  }
}

/** Keeps the index up to date while the process runs. Returns a function that stops it. */
export const startIndexer = (office: Office) => afterNews(office, 'the word index', () => indexLive(office))
