import { blame } from '../server/services/writing/blame'
import { saveEdits } from '../server/services/writing/saving'
import { createItem } from '../server/services/writing/items'
import { sizesOf, versionsOf } from '../server/store/versions'
import { median, type Row } from './report'
import { benchSite, paragraph } from './site'

const VERSIONS = 5_000

/** An item of 120 blocks with 5,000 versions: a page of its history, and who last changed each block over 1,000 versions. */
export async function measure(): Promise<Row[]> {
  const site = await benchSite()
  const { office, actor } = site
  try {
    const body = Array.from({ length: 120 }, (_, index) => paragraph(`blk${String(index).padStart(4, '0')}`, index, 40))
    const made = await createItem(office, actor, {
      kind: 'page',
      section: site.section,
      title: 'A long history',
      content: { fields: {}, body },
    })
    let head = made.version
    let thousandth = head
    for (let turn = 1; turn < VERSIONS; turn++) {
      const block = paragraph(body[(turn * 37) % body.length]!.id, turn, 40)
      head = (await saveEdits(office, actor, made.draft, { base: head, edits: [{ op: 'replace', block }] })).version
      if (turn === 999) thousandth = head
    }
    const time = async (run: () => Promise<unknown>) => {
      const rounds: number[] = []
      for (let round = 0; round < 7; round++) {
        const start = performance.now()
        await run()
        rounds.push(performance.now() - start)
      }
      return { first: rounds[0]!, median: median(rounds) }
    }
    const list = await time(async () => sizesOf(office.store.read, await versionsOf(office.store.read, made.item, 1_000_000, 200)))
    const who = await time(() => blame(office, actor, thousandth))
    const row = (what: string, { first, median: ms }: { first: number; median: number }, budget: number): Row => ({
      what,
      ours: `${ms.toFixed(0)} ms (first ${first.toFixed(0)} ms)`,
      reference: `${budget} ms`,
      ratio: ms / budget,
      budget: `< ${budget} ms`,
      met: ms < budget,
    })
    return [
      row('a page of 200 of a history of 5,000 versions, with the size of each change', list, 100),
      row('who last changed each block, over 1,000 versions of 120 blocks', who, 500),
    ]
  } finally {
    await site.close()
  }
}
