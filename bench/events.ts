import { startScheduler } from '../server/jobs/scheduler'
import { plannedPosts } from './plannedPosts'
import { percentile, type Row } from './report'
import { benchSite } from './site'

const EVENTS = 10_000
/** So long before its moment the scheduler begins to look at what is planned. */
const BEFORE_MS = 20_000

/** 10,000 cleared posts planned for one moment: how late the scheduler puts each live, and that it does so once. */
export async function measure(): Promise<Row[]> {
  let ahead = 0
  const site = await benchSite({ now: () => new Date(Date.now() + ahead) })
  const { office } = site
  try {
    // On the hour, so long from now that all are planned before.
    const due = new Date((Math.floor(Date.now() / 3_600_000) + 2) * 3_600_000).toISOString()
    await plannedPosts(site, EVENTS, due)
    ahead = Date.parse(due) - BEFORE_MS - Date.now()
    const intervals = () =>
      office.store.read.one<{ n: number; events: number; first: string }>(
        'SELECT count(*) AS n, count(DISTINCT event_id) AS events, min(from_at) AS first FROM live_interval WHERE event_id IS NOT NULL',
      )
    const late: number[] = []
    let [slowest, before] = [0, performance.now()]
    const beat = setInterval(() => {
      slowest = Math.max(slowest, performance.now() - before - 5)
      before = performance.now()
    }, 5)
    const all = new Promise<void>((done) => {
      let counting = Promise.resolve()
      office.store.onCommit(() => {
        const ms = office.clock.now().getTime() - Date.parse(due)
        // A batch is live when its transaction is committed: each of its events is that late.
        counting = counting.then(async () => {
          const { n } = (await intervals())!
          while (late.length < n) late.push(ms)
          if (n === EVENTS) done()
        })
      })
    })
    const stop = startScheduler(office)
    await all
    clearInterval(beat)
    await stop()
    const { n, events, first } = (await intervals())!
    const p99 = percentile(late, 0.99)
    return [
      {
        what: '10,000 events due at one moment',
        ours: `p99 ${p99} ms late, first ${late[0]} ms; ${n} intervals of ${events} events, the first at ${first}; longest stall ${slowest.toFixed(0)} ms`,
        reference: '2,000 ms',
        ratio: p99 / 2_000,
        budget: 'each once, p99 late < 2 s, none early',
        met: p99 < 2_000 && n === EVENTS && events === EVENTS && first >= due && late[0]! >= 0,
      },
    ]
  } finally {
    await site.close()
  }
}
