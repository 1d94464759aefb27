import { afterAll, beforeAll, expect, it } from 'vitest'
import { Client, foundTeam, PASSWORD, startServer, type Team, type TestServer } from '../support/server'

/** A minute shows more; a few seconds keep the suite short. */
const SECONDS = Number(process.env.LOAD_SECONDS ?? 6)
const CLIENTS = 50

let server: TestServer
let team: Team
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
})
afterAll(() => server.stop())

interface Saved {
  version: string
  number: number
}
interface Refused {
  head: string
}
const paragraph = (id: string, text: string) => ({ id, kind: 'paragraph', text: [{ text }] })

it(
  `${CLIENTS} people save into one item for ${SECONDS} s: each acknowledged save is in the history, and none replaced another unseen`,
  async () => {
    const own = Array.from({ length: CLIENTS }, (_, index) => `own${String(index).padStart(3, '0')}`)
    const made = await team.writer.need<{ item: string; draft: string; version: string }>('POST', '/items', {
      body: {
        kind: 'page',
        section: team.section,
        title: 'Much at once',
        content: { body: [paragraph('shared', 'start'), ...own.map((id) => paragraph(id, 'start'))] },
      },
    })
    const acknowledged: { version: string; block: string; text: string }[] = []
    const until = Date.now() + SECONDS * 1000
    let conflicts = 0
    // On a slow machine it goes on until enough has met to say something.
    const enough = () =>
      acknowledged.length > CLIENTS * 2 && conflicts > 5 && acknowledged.filter(({ block }) => block === 'shared').length > 5

    /** Saves a block of one's own each time, and each fifth time the one that all share, saying which text it follows. */
    async function write(client: Client, id: string): Promise<void> {
      let base = made.version
      for (let turn = 1; Date.now() < until || !enough(); turn++) {
        const block = turn % 5 ? id : 'shared'
        // One word, so that two texts of the shared block never merge: who saves it has replaced it whole.
        const text = block === 'shared' ? `${id}_${turn}_after_${await seen(client, base)}` : `${id} ${turn}`
        const answer = await client.ask<Saved & Refused>('POST', `/drafts/${made.draft}/edits`, {
          body: { base, edits: [{ op: 'replace', block: paragraph(block, text) }] },
        })
        if (answer.status === 200) {
          acknowledged.push({ version: answer.body.version, block, text })
          base = answer.body.version
        } else {
          expect(answer.status).toBe(409)
          conflicts++
          base = answer.body.head
        }
      }
    }
    /** What the shared block said in the version that the person has on the screen. */
    const seen = async (client: Client, version: string) => {
      const { content } = await client.need<{ content: { body: { text: { text: string }[] }[] } }>('GET', `/versions/${version}`)
      return content.body[0]!.text[0]!.text.split('_after_')[0]
    }
    const clients: Client[] = []
    for (const _ of own) clients.push(await new Client(server.origin).signIn('writer@larkholm.example', PASSWORD))
    await Promise.all(clients.map((client, index) => write(client, own[index]!)))

    const history: { id: string; number: number }[] = []
    for (let below = 1_000_000; ;) {
      const page = await team.writer.need<{ versions: { id: string; number: number }[]; next: number | null }>(
        'GET',
        `/items/${made.item}/versions?limit=200&below=${below}`,
      )
      history.push(...page.versions)
      if (page.next === null) break
      below = page.next
    }
    const numbers = new Map(history.map((version) => [version.id, version.number]))
    expect(acknowledged.filter(({ version }) => !numbers.has(version))).toEqual([])
    expect(new Set(acknowledged.map(({ version }) => version)).size).toBe(acknowledged.length)
    expect(history.map(({ number }) => number)).toEqual(Array.from({ length: history.length }, (_, index) => history.length - index))

    // The last acknowledged text of each block is what the draft says now.
    const inOrder = acknowledged.toSorted((a, b) => numbers.get(a.version)! - numbers.get(b.version)!)
    const last = new Map(inOrder.map(({ block, text }) => [block, text]))
    const { draft } = await team.writer.need<{ draft: { content: { body: { id: string; text: { text: string }[] }[] } } }>(
      'GET',
      `/items/${made.item}`,
    )
    for (const block of draft.content.body) expect(block.text[0]!.text).toBe(last.get(block.id) ?? 'start')
    // Each text of the shared block follows the one before it: whoever replaced it had seen it.
    const chain = inOrder.filter(({ block }) => block === 'shared').map(({ text }) => text.split('_after_'))
    chain.forEach(([, after], index) => expect(after).toBe(index ? chain[index - 1]![0] : 'start'))
    expect(chain.length).toBeGreaterThan(5)
    expect(conflicts).toBeGreaterThan(5)
    expect(acknowledged.length).toBeGreaterThan(CLIENTS * 2)
    if (process.env.LOAD_SECONDS)
      process.stdout.write(`${acknowledged.length} saves acknowledged, ${conflicts} conflicts, ${history.length} versions\n`)
  },
  SECONDS * 1000 + 60_000,
)
