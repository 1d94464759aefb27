import { pageTree, treeLines } from '../core/tree/pageTree'
import { addEntries } from '../server/services/planning/editionEntries'
import { makeEdition, putEditionLive } from '../server/services/planning/editions'
import { routes, saveRules } from '../server/services/reviewing/routes'
import { pagesInTree } from '../server/services/site/pageTree'
import { moveImpact } from '../server/services/site/treeImpact'
import { movePages } from '../server/services/site/treeMoves'
import { createItem } from '../server/services/writing/items'
import { pageRows } from '../server/store/pageTree'
import { median, type Row } from './report'
import { benchSite } from './site'

const BRANCHES = 10
/** Each branch is a page with so many below it, of which each has so many more below it. */
const WIDE = 44
const ROUNDS = 5
const ms = (value: number) => `${value.toFixed(0)} ms`

/** A tree of about 20,000 live pages: opened, a branch of about 2,000 looked at before it is moved, and moved at once. */
export async function measure(): Promise<Row[]> {
  const site = await benchSite({ now: () => new Date() })
  const { office, actor, section } = site
  const open = (await routes(office, actor)).routes.find(({ steps }) => !steps.length)!
  await saveRules(office, actor, [{ kind: null, section: null, route: open.id }])
  const page = async (name: string, parent: string | null, order: number) => {
    const content = { fields: { segment: name, order }, body: [] }
    return createItem(office, actor, { kind: 'page', section, title: name, parent, content, sent: true })
  }
  const tops: string[] = []
  for (let branch = 0; branch < BRANCHES; branch++) {
    const made = [await page(`branch-${branch}`, null, branch)]
    tops.push(made[0]!.item)
    for (let n = 0; n < WIDE; n++) {
      const below = await page(`page-${n}`, tops[branch]!, n)
      made.push(below)
      for (let m = 0; m < WIDE; m++) made.push(await page(`page-${m}`, below.item, m))
    }
    const { edition } = await makeEdition(office, actor, { name: `Branch ${branch}` })
    const entries = made.map(({ item, draft }) => ({ item, draft }))
    for (let at = 0; at < entries.length; at += 500) await addEntries(office, actor, edition, entries.slice(at, at + 500))
    await putEditionLive(office, actor, edition)
  }
  const each = async (work: () => Promise<unknown>) => {
    const times: number[] = []
    for (let round = 0; round < ROUNDS; round++) {
      const start = performance.now()
      await work()
      times.push(performance.now() - start)
    }
    return median(times)
  }
  const { id } = (await office.site())!
  const bare = await each(async () => JSON.stringify(await pageRows(office.store.read, id)))
  // The first time after a change, all is read; until the next one it is at hand.
  const began = performance.now()
  JSON.stringify({ pages: await pagesInTree(office, actor) })
  const first = performance.now() - began
  let count = 0
  const opened = await each(async () => {
    const pages = await pagesInTree(office, actor)
    JSON.stringify({ pages })
    count = pages.length
  })
  const pages = await pagesInTree(office, actor)
  const drawn = await each(async () => treeLines(pageTree(pages), () => true).length)
  const branch = 1 + WIDE + WIDE * WIDE
  const move = { pages: [tops[3]!], parent: tops[5]!, before: null }
  const looked = await each(() => moveImpact(office, actor, move))
  const { mark } = await moveImpact(office, actor, move)
  const start = performance.now()
  await movePages(office, actor, { ...move, into: { how: 'now', name: 'One branch' }, seen: mark })
  const moved = performance.now() - start
  await site.end()
  return [
    {
      what: `The tree of ${count} pages as the office gets it`,
      ours: ms(opened),
      reference: `${ms(bare)} for the bare rows`,
      ratio: opened / bare,
      budget: 'under 200 ms',
      met: opened < 200,
    },
    {
      what: `The tree of ${count} pages, the first time after something changed`,
      ours: ms(first),
      reference: `${ms(bare)} for the bare rows`,
      ratio: first / bare,
      budget: 'under 200 ms',
      met: first < 200,
    },
    {
      what: `All ${count} rows of the tree arranged, as the screen does it`,
      ours: ms(drawn),
      reference: 'none',
      ratio: null,
      budget: 'under 200 ms',
      met: drawn < 200,
    },
    {
      what: `What moving a branch of ${branch} pages would do`,
      ours: ms(looked),
      reference: `${ms(bare)} for the bare rows of the tree`,
      ratio: looked / bare,
      budget: 'under 300 ms',
      met: looked < 300,
    },
    {
      what: `A branch of ${branch} pages moved at once, draft, edition and all`,
      ours: ms(moved),
      reference: `${ms(bare)} for the bare rows of the tree`,
      ratio: moved / bare,
      budget: 'none',
      met: true,
    },
  ]
}
