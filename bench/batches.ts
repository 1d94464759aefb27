import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startLogCopier } from '../server/jobs/logCopier'
import { actorFrom } from '../server/services/people/access'
import { batchView, beginBatch, runBatch } from '../server/services/listing/batches'
import { runNextPart } from '../server/services/listing/batchRun'
import { systemClock } from '../server/services/clock'
import { openOffice } from '../server/services/office'
import { personByEmail } from '../server/store/people'
import { listsFolder } from './lists'
import { percentile, type Row } from './report'

const ITEMS = 10_000

/** A label put on 10,000 items at once, in a site of 100,000: how long, and how long one part keeps others waiting. */
export async function measure(): Promise<Row[]> {
  const whole = await listsFolder()
  const folder = mkdtempSync(join(tmpdir(), 'yieldgate-batch-'))
  for (const file of ['yieldgate.sqlite', 'yieldgate.sqlite-wal'])
    if (existsSync(join(whole, file))) cpSync(join(whole, file), join(folder, file))
  const office = await openOffice(folder, systemClock)
  const stopCopying = startLogCopier(office)
  try {
    const db = office.store.read
    const actor = actorFrom((await personByEmail(db, 'idris.calloway@larkholm.example'))!, await office.rights())
    const tag = (await db.one<{ id: string }>("SELECT id FROM item WHERE kind = 'label' AND title = 'Bicycles'"))!.id
    const rows = await db.all<{ item: string }>(
      "SELECT i.id AS item FROM item i WHERE i.kind = 'post' AND i.on_site = 'live' AND i.draft_id IS NULL AND i.id NOT IN (SELECT p.item_id FROM listed_label b JOIN pair p ON p.n = b.n) LIMIT $n",
      { n: ITEMS },
    )
    const { batch } = await beginBatch(
      office,
      actor,
      { do: 'label', add: [tag], remove: [] },
      { items: rows.map(({ item }) => ({ item, draft: null })) },
    )
    const parts: number[] = []
    const all = async () => {
      const start = performance.now()
      for (;;) {
        const part = performance.now()
        const more = await runNextPart(office, batch)
        parts.push(performance.now() - part)
        if (!more) return performance.now() - start
      }
    }
    const tried = await all()
    await runBatch(office, actor, batch)
    const ran = await all()
    const { ended, refused } = await batchView(office, actor, batch)
    return [
      {
        what: `a label on ${ITEMS.toLocaleString('en')} items (${ended - refused} done, ${refused} refused)`,
        ours: `${(ran / 1000).toFixed(1)} s, tried before in ${(tried / 1000).toFixed(1)} s`,
        reference: 'none',
        ratio: null,
        budget: '< 10 s',
        met: ran < 10_000 && refused === 0,
      },
      {
        what: 'the write queue held by one part of it, the ninety-fifth of a hundred',
        ours: `${percentile(parts, 0.95).toFixed(0)} ms`,
        reference: 'none',
        ratio: null,
        budget: '≤ 50 ms',
        met: percentile(parts, 0.95) <= 50,
      },
    ]
  } finally {
    await stopCopying()
    await office.close()
    rmSync(folder, { recursive: true, force: true })
  }
}
