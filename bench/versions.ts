import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { blockBytes } from '../core/content/content'
import { createItem } from '../server/services/writing/items'
import { saveEdits } from '../server/services/writing/saving'
import type { Row } from './report'
import { benchSite, paragraph } from './site'

const VERSIONS = 1_000

/** One commit of one file in git's fast-import format. */
const commit = (second: number, text: string) =>
  `commit refs/heads/main\ncommitter b <b@b.example> ${second} +0000\ndata 1\nx\nM 644 inline text.json\ndata ${Buffer.byteLength(text)}\n${text}\n`

/** The size of 1,000 versions of a long text, against git's pack of the same texts, one commit each. */
export async function measure(): Promise<Row[]> {
  const site = await benchSite()
  const repo = mkdtempSync(join(tmpdir(), 'yieldgate-git-'))
  const git = (args: string[], input?: string) =>
    execFileSync('git', ['-C', repo, '-c', 'gc.auto=0', '-c', 'pack.threads=1', ...args], {
      input,
      stdio: ['pipe', 'pipe', 'ignore'],
    }).toString()
  try {
    const body = Array.from({ length: 120 }, (_, index) => paragraph(`blk${String(index).padStart(4, '0')}`, index, 80))
    const pages = async () =>
      (await site.office.store.read.one<{ n: number }>(
        "SELECT sum(pgsize) AS n FROM dbstat WHERE name IN ('version', 'version_number', 'object', 'object_hash', 'sqlite_autoindex_version_1')",
      ))!.n
    const content = async () => (await site.office.store.read.one<{ n: number }>('SELECT sum(length(bytes)) AS n FROM object'))!.n
    const [before, contentBefore] = [await pages(), await content()]
    const made = await createItem(site.office, site.actor, {
      kind: 'page',
      section: site.section,
      title: 'A long text',
      content: { fields: {}, body },
    })
    git(['init', '-q'])
    const commits: string[] = []
    let head = made.version
    for (let turn = 0; turn < VERSIONS; turn++) {
      const at = (turn * 37) % body.length
      const words = blockBytes(body[at]!).length ? (body[at] as { text: { text: string }[] }).text[0]!.text.split(' ') : []
      words[(turn * 13) % words.length] = `word${turn}`
      body[at] = { id: body[at]!.id, kind: 'paragraph', text: [{ text: words.join(' ') }] }
      head = (await saveEdits(site.office, site.actor, made.draft, { base: head, edits: [{ op: 'replace', block: body[at]! }] })).version
      commits.push(commit(turn + 1, body.map(blockBytes).join('\n')))
    }
    git(['fast-import', '--quiet'], commits.join(''))
    git(['repack', '-a', '-d', '-f', '-q', '--depth=50', '--window=10'])
    const packed = Number(/size-pack: (\d+)/.exec(git(['count-objects', '-v']))![1]) * 1024
    const [ours, bytes] = [(await pages()) - before, (await content()) - contentBefore]
    const kb = (value: number) => `${(value / 1024).toFixed(0)} KB`
    return [
      {
        what: '1,000 versions of a long text (whole pages of the version and object tables with their indexes)',
        ours: `${kb(ours)}, of which content ${kb(bytes)}`,
        reference: `git pack ${kb(packed)}`,
        ratio: ours / packed,
        budget: '≤ 1.5',
        met: ours / packed <= 1.5,
      },
    ]
  } finally {
    rmSync(repo, { recursive: true, force: true })
    await site.close()
  }
}
