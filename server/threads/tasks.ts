import { serviceReason } from '../../core/words/serviceReasons'
import { parse } from 'csv-parse/sync'
import type { Block } from '../../core/blocks/blocks'
import { applyEdits, type Edit } from '../../core/content/edits'
import type { Kind } from '../../core/kinds/kinds'
import { manifestOf, type Content, type Manifest } from '../../core/content/content'
import { hitsIn, type Hit, type Rewrite } from '../../core/content/rewrite'
import { merge, type Choices, type Disagreement } from '../../core/history/merge'
import { accept, refuse, type Outcome } from '../../core/outcome'
import { passagesOf } from '../../core/query/contentFacts'
import { renderItem, type ItemView, type SiteView } from '../../core/render/page'
import { snippetOf, type Snippet, type Sought } from '../../core/query/snippet'
import type { Reader } from '../store/database'
import { bytesOf, readContent, readContents, readManifest } from '../store/versions'

/** A version in which a piece of text is looked for, with how many characters may stand before what is found. */
export interface WantedPiece {
  version: string
  sought: Sought[]
  before?: number | undefined
}

/** The three contents of a merge, each by the hash of its manifest. */
export interface MergeSides {
  base: string
  draft: string
  live: string
}

const contentsOf = (db: Reader, { base, draft, live }: MergeSides): Promise<Content[]> =>
  Promise.all([base, draft, live].map(async (hash) => readContent(db, await readManifest(db, hash))))

/** So many whole texts are held at once while many are looked through. */
const READ_AT_ONCE = 20

/** A line of a file is at most so many characters: all cells of an item with room to spare. */
const LONGEST_LINE = 100_000

/**
 * Work that can take long, by its name. What it reads it reads by itself through a connection of its own, so that ids go in
 * and only what was asked for comes out. Nothing here writes.
 */
export const TASKS = {
  /** The piece of each version that shows best what was sought in it; `null` where nothing of it stands there. */
  async pieces(db: Reader, wanted: readonly WantedPiece[]): Promise<(Snippet | null)[]> {
    const pieces: (Snippet | null)[] = []
    for (let at = 0; at < wanted.length; at += READ_AT_ONCE) {
      const part = wanted.slice(at, at + READ_AT_ONCE)
      const contents = await readContents(
        db,
        part.map(({ version }) => version),
      )
      for (const { version, sought, before } of part) {
        const content = contents.get(version)
        pieces.push(content ? snippetOf([...passagesOf(content), content.fields.title ?? ''], sought, before) : null)
      }
    }
    return pieces
  },

  /**
   * Where a rewrite would change something in versions, one after another: until so many of them have a hit, or so many
   * milliseconds have gone. The answer has one entry for each version that was looked through, at least one.
   */
  async hits(
    db: Reader,
    { versions, rewrite, most, items, ms }: { versions: readonly string[]; rewrite: Rewrite; most: number; items: number; ms: number },
  ): Promise<Hit[][]> {
    const end = performance.now() + ms
    const found: Hit[][] = []
    let withHits = 0
    for (let at = 0; at < versions.length; at += READ_AT_ONCE) {
      const part = versions.slice(at, at + READ_AT_ONCE)
      const contents = await readContents(db, [...part])
      for (const version of part) {
        const hits = hitsIn(contents.get(version)!, rewrite, most)
        found.push(hits)
        if (hits.length) withHits++
        if (withHits === items || performance.now() >= end) return found
      }
    }
    return found
  },

  /** What a merge would meet: the three contents, each with what is told of it, and the places that both sides changed; as JSON. */
  async meeting(db: Reader, { about, ...sides }: MergeSides & { about: Record<keyof MergeSides, object> }): Promise<string> {
    const [base, draft, live] = (await contentsOf(db, sides)) as [Content, Content, Content]
    const merged = merge(base, draft, live)
    return JSON.stringify({
      behind: true,
      base: { ...about.base, content: base },
      draft: { ...about.draft, content: draft },
      live: { ...about.live, content: live },
      conflicts: merged.ok ? [] : merged.conflicts,
    })
  },

  /** Merges two contents that began from a base. */
  async merge(db: Reader, { choices, ...sides }: MergeSides & { choices: Choices }): Promise<MergedSides> {
    const [base, draft, live] = (await contentsOf(db, sides)) as [Content, Content, Content]
    const merged = merge(base, draft, live, choices)
    return merged.ok ? { ok: true, manifest: manifestOf(merged.content), blocks: bytesOf(merged.content) } : merged
  },

  /** Edits made on `base` laid over `head`, with the blocks that both changed; for texts so long that their words take a while to compare. */
  async edits(
    _db: Reader,
    { kind, base, head, edits, blocks }: { kind: Kind; base: Manifest; head: Manifest; edits: Edit[]; blocks: ReadonlyMap<string, Block> },
  ): Promise<ReturnType<typeof applyEdits>> {
    return applyEdits(kind, base, head, edits, blocks)
  },

  /** A page as readers would get it (HTML). */
  async page(_db: Reader, { site, view }: { site: SiteView; view: ItemView }): Promise<string> {
    return renderItem(site, view)
  },

  /** The lines of a CSV file (RFC 4180) with their cells: its head, and so many more at most. */
  async lines(_db: Reader, { bytes, most }: { bytes: Uint8Array; most: number }): Promise<Outcome<string[][]>> {
    try {
      const lines = parse(Buffer.from(bytes), {
        bom: true,
        relax_column_count: true,
        skip_empty_lines: true,
        max_record_size: LONGEST_LINE,
        to: most + 2,
      }) as string[][]
      if (lines.length > most + 1) return refuse(serviceReason('too-many', { what: 'lines', most }))
      return accept(lines)
    } catch (error) {
      const why = error instanceof Error ? error.message : 'it is broken'
      return refuse(serviceReason('csv-wrong', { problem: why }))
    }
  },
}

/** A merged content as it is stored, or what both sides changed differently. */
export type MergedSides =
  { ok: true; manifest: Manifest; blocks: Map<string, { bytes: string; id: string }> } | { ok: false; conflicts: Disagreement[] }

type Tasks = typeof TASKS
export type TaskName = keyof Tasks
export type Input<N extends TaskName> = Parameters<Tasks[N]>[1]
export type Output<N extends TaskName> = Awaited<ReturnType<Tasks[N]>>

/** Does one task. */
export const perform = <N extends TaskName>(db: Reader, task: N, input: Input<N>): Promise<Output<N>> =>
  (TASKS[task] as (db: Reader, input: Input<N>) => Promise<Output<N>>)(db, input)
