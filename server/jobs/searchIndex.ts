import { blockText, blockWord } from '../../core/blocks/blocks'
import { contentLinks, findableText } from '../../core/content/content'
import type { Office } from '../services/office'
import { readContents } from '../store/versions'
import { keepUp } from './keepUp'

const BATCH = 200

/**
 * Brings the live site's word index, its table of links and that of blocks with times in line with what is live, some items at a time; follows
 * going live within moments, so that a large edition is not held up by it. Answers how many were taken in.
 */
export async function indexLive(office: Office): Promise<number> {
  let total = 0
  for (;;) {
    const stale = await office.store.read.all<{ n: number; item_id: string; version_id: string }>(
      'SELECT n, item_id, version_id FROM live_entry WHERE indexed_version IS NOT version_id ORDER BY n LIMIT $limit',
      { limit: BATCH },
    )
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
    await office.store.write(async (tx) => {
      // Only what is still live in that version; a newer one comes in the next turn.
      const rows = { rows: JSON.stringify(made.map(({ n, version_id, title, body }) => [n, version_id, title, body])) }
      const still =
        'SELECT value ->> 0 AS n, value ->> 2 AS title, value ->> 3 AS body FROM json_each($rows) JOIN live_entry e ON e.n = value ->> 0 AND e.version_id = value ->> 1'
      await tx.run(`DELETE FROM live_text WHERE rowid IN (SELECT n FROM (${still}))`, rows)
      await tx.run(`INSERT INTO live_text (rowid, title, body) SELECT n, title, body FROM (${still})`, rows)
      await tx.run("DELETE FROM live_ref WHERE relation = 'link' AND item_id IN (SELECT value FROM json_each($ids))", {
        ids: JSON.stringify(made.map((row) => row.item_id)),
      })
      await tx.insert(
        'live_ref',
        made.flatMap((row) => row.links.map((target) => ({ item_id: row.item_id, relation: 'link', target }))),
        'IGNORE',
      )
      await tx.run('DELETE FROM live_window WHERE item_id IN (SELECT value FROM json_each($ids))', {
        ids: JSON.stringify(made.map((row) => row.item_id)),
      })
      await tx.insert(
        'live_window',
        made.flatMap(({ item_id, windows }) => windows.map((window) => ({ item_id, ...window }))),
        'IGNORE',
      )
      await tx.run(
        'UPDATE live_entry SET indexed_version = version_id WHERE n IN (SELECT value ->> 0 FROM json_each($rows) JOIN live_entry e ON e.n = value ->> 0 AND e.version_id = value ->> 1)',
        rows,
      )
    })
    total += stale.length
  }
}

/** Keeps the index up to date while the process runs. Answers how to stop. */
export const startIndexer = (office: Office) => keepUp(office, 'the word index', () => indexLive(office))
