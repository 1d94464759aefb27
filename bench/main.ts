import { print, type Row } from './report'

const BENCHES = {
  script: () => import('./officeScript'),
  save: () => import('./saving'),
  models: () => import('./models'),
  versions: () => import('./versions'),
  compare: () => import('./comparing'),
  history: () => import('./history'),
  beside: () => import('./beside'),
  events: () => import('./events'),
  page: () => import('./livePage'),
  rights: () => import('./rights'),
  time: () => import('./time'),
  recurrence: () => import('./recurrence'),
  editions: () => import('./editions'),
  month: () => import('./month'),
  lists: () => import('./lists'),
  batches: () => import('./batches'),
  screen: () => import('./listScreen'),
  worst: () => import('./worst'),
}
const wanted = process.argv.slice(2).filter((name): name is keyof typeof BENCHES => name in BENCHES)
const rows: Row[] = []
for (const name of wanted.length ? wanted : (Object.keys(BENCHES) as (keyof typeof BENCHES)[])) {
  process.stdout.write(`· ${name}\n`)
  const { measure } = await BENCHES[name]()
  rows.push(...(await measure()))
}
print(rows)
