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
  tree: () => import('./tree'),
  menus: () => import('./menus'),
  access: () => import('./access'),
  worst: () => import('./worst'),
}
type Name = keyof typeof BENCHES
const isName = (name: string): name is Name => Object.hasOwn(BENCHES, name)
const asked = process.argv.slice(2)
const unknown = asked.filter((name) => !isName(name))
if (unknown.length) {
  process.stderr.write(`There is no bench called ${unknown.join(', ')}. There are: ${Object.keys(BENCHES).join(', ')}.\n`)
  process.exit(1)
}
const rows: Row[] = []
for (const name of asked.length ? asked.filter(isName) : (Object.keys(BENCHES) as Name[])) {
  process.stdout.write(`· ${name}\n`)
  const { measure } = await BENCHES[name]()
  rows.push(...(await measure()))
}
print(rows)
