import { join } from 'node:path'
import { createItem } from '../server/services/writing/items'
import { saveEdits } from '../server/services/writing/saving'
import { openBare } from './bare'
import { median, type Row } from './report'
import { benchSite, paragraph } from './site'

/** The first saves of a process wait for its compiler; they are made and not measured. */
const WARM_UP = 200
const SAVES = 400

interface Written {
  objects: { id: number; hash: Buffer; base: number | null; depth: number; packed: number; bytes: Buffer }[]
  version: Record<string, string | number | Buffer | null>
  journal: Record<string, string | number | null>
}

/** Each column of a row with its value, for a plain INSERT. */
const insert = (table: string, row: object): [string, unknown[]] => [
  `INSERT INTO ${table} (${Object.keys(row).join(', ')}) VALUES (${Object.keys(row)
    .map(() => '?')
    .join(', ')})`,
  Object.values(row) as unknown[],
]

/**
 * One edit of a 200-block page, against the bare driver's transaction of the same bytes: the very rows that the save
 * wrote, put by plain INSERTs into a copy of the file taken before the first save.
 */
export async function measure(): Promise<Row[]> {
  const site = await benchSite()
  try {
    const body = Array.from({ length: 200 }, (_, index) => paragraph(`blk${String(index).padStart(4, '0')}`, index))
    const made = await createItem(site.office, site.actor, {
      kind: 'page',
      section: site.section,
      title: 'Two hundred blocks',
      content: { fields: {}, body },
    })
    const { store } = site.office
    await store.read.all('VACUUM INTO $file', { file: join(site.folder, 'bare.sqlite') })
    const bare = await openBare(join(site.folder, 'bare.sqlite'))
    const [ours, theirs]: number[][] = [[], []]
    let head = made.version
    let objects = (await store.read.one<{ n: number }>('SELECT max(id) AS n FROM object'))!.n
    for (let turn = 0; turn < WARM_UP + SAVES; turn++) {
      const block = paragraph(body[(turn * 37) % 200]!.id, 1_000 + turn)
      const start = performance.now()
      head = (await saveEdits(site.office, site.actor, made.draft, { base: head, edits: [{ op: 'replace', block }] })).version
      ours!.push(performance.now() - start)
      await site.office.settle()
      const written: Written = {
        objects: await store.read.all('SELECT * FROM object WHERE id > $objects ORDER BY id', { objects }),
        version: (await store.read.one<Written['version']>('SELECT * FROM version WHERE id = $head', { head }))!,
        journal: (await store.read.one<Written['journal']>('SELECT * FROM journal ORDER BY seq DESC LIMIT 1'))!,
      }
      objects = written.objects.at(-1)!.id
      const statements = [
        ...written.objects.map((row) => insert('object', row)),
        insert('version', written.version),
        insert('journal', written.journal),
      ]
      const again = performance.now()
      await bare.run('BEGIN IMMEDIATE')
      for (const [sql, values] of statements) await bare.run(sql, values)
      await bare.run('COMMIT')
      theirs!.push(performance.now() - again)
    }
    await bare.close()
    const [a, b] = [median(ours!.slice(WARM_UP)), median(theirs!.slice(WARM_UP))]
    return [
      {
        what: `save one edit in a 200-block page (median of ${SAVES})`,
        ours: `${a.toFixed(2)} ms`,
        reference: `bare transaction ${b.toFixed(2)} ms`,
        ratio: a / b,
        budget: '≤ 2',
        met: a / b <= 2,
      },
    ]
  } finally {
    await site.close()
  }
}
