import { rewritten, type Hit, type Rewrite } from '../../../core/content/rewrite'
import { editsBetween } from '../../../core/content/between'
import { wordsOf } from '../../../core/query/query'
import { written } from '../../../core/query/parse'
import { hasField, type Kind } from '../../../core/kinds/kinds'
import { itemById, itemsByIds } from '../../store/items'
import { addressAt, liveByIds } from '../../store/live'
import { listedAfter } from '../../store/listing'
import { readContents, versionsByIds } from '../../store/versions'
import type { Actor } from '../people/access'
import { beginActs, mustReadAll, type OwnAct } from '../listing/batches'
import type { Foresight } from '../planning/foresight'
import { listingFor, type ListQuery } from '../listing/listing'
import { siteId, type Office } from '../office'
import { refusal } from '../refusal'

/** So many items are read at once, and so long one question may look before it answers with what it has. */
const ROWS = 200
const LOOK_MS = 400
/** So many items with hits one answer brings, and so many hits of one item. */
const MOST_ITEMS = 100
const MOST_HITS = 200

export interface FoundItem {
  item: string
  draft: string | null
  /** The version that the hits stand in. */
  version: string
  title: string
  kind: Kind
  section: string
  hits: Hit[]
}
export interface FoundHits {
  found: FoundItem[]
  /** How many items were looked through. */
  looked: number
  /** From where to look further; `null` when all was looked through. */
  next: number | null
}

/**
 * The query that finds every item that a rewrite could have a hit in: where the words of texts are looked for as whole words, or
 * something is missing, lists know it already.
 */
function narrowed(q: string, rewrite: Rewrite, labelName: string | undefined): string {
  const both = (more: string) => (q.trim() ? `(${q}) ${more}` : more)
  switch (rewrite.what) {
    case 'text':
      return rewrite.wholeWords && wordsOf(rewrite.words).length ? both(`text:${quoted(rewrite.words)}`) : q
    case 'alt':
      return rewrite.words ? q : both('lacks:alt')
    case 'description':
      return both(rewrite.words ? 'has:description' : 'lacks:description')
    case 'label':
      return rewrite.from === null ? both('lacks:label') : labelName === undefined ? q : both(`label:${written(labelName)}`)
    case 'link':
      return q
  }
}
const quoted = (words: string): string => `"${words.replaceAll('"', ' ')}"`

/**
 * Where a rewrite would change something, of the items of a list, in their sentences: as far as one question looks. What one may
 * not see is not looked through.
 */
export async function findHits(
  office: Office,
  foresight: Foresight,
  actor: Actor,
  { list, rewrite: asked, after = -1 }: { list: ListQuery; rewrite: Rewrite; after?: number | undefined },
): Promise<FoundHits> {
  const db = office.store.read
  const rewrite = await inEachForm(office, asked)
  const label = rewrite.what === 'label' && rewrite.from !== null ? await itemById(db, rewrite.from) : undefined
  const listing = await listingFor(office, foresight, actor, { ...list, q: narrowed(list.q ?? '', rewrite, label?.title) })
  const until = performance.now() + LOOK_MS
  const found: (Omit<FoundItem, 'title' | 'kind' | 'section'> & { item: string })[] = []
  let looked = 0
  let next: number | null = after
  while (next !== null && found.length < MOST_ITEMS && performance.now() < until) {
    const rows = await listedAfter(db, listing, next, ROWS)
    if (!rows.length) {
      next = null
      break
    }
    const each = await office.threads.run(actor.id, 'hits', {
      versions: rows.map(({ version }) => version),
      rewrite,
      most: MOST_HITS,
      items: MOST_ITEMS - found.length,
      ms: Math.max(0, until - performance.now()),
    })
    looked += each.length
    each.forEach((hits, index) => {
      const { n: _, ...row } = rows[index]!
      if (hits.length) found.push({ ...row, hits })
    })
    next = each.length === rows.length && rows.length < ROWS ? null : rows[each.length - 1]!.n
  }
  const items = await itemsByIds(
    db,
    found.map(({ item }) => item),
  )
  return {
    found: found.flatMap((one) => {
      const item = items.get(one.item)
      // What an item was given as another kind is not seen.
      const hits = item ? one.hits.filter(({ place }) => 'block' in place || hasField(item.kind, place.field)) : []
      if (!item || !hits.length) return []
      return [{ ...one, hits, title: item.title, kind: item.kind, section: actor.rights.sections.get(item.section_id)?.name ?? '' }]
    }),
    looked,
    next,
  }
}

/** A link to an item of ours is kept by its id: an address on the site means that too, and links are written so. */
async function inEachForm(office: Office, rewrite: Rewrite): Promise<Rewrite> {
  if (rewrite.what !== 'link') return rewrite
  const site = await siteId(office)
  const owner = async (href: string) => (href.startsWith('/') ? (await addressAt(office.store.read, site, href))?.item_id : undefined)
  const from = await Promise.all(
    rewrite.from.map(async (href) => {
      const item = await owner(href)
      const [live] = href.startsWith('item:') ? await liveByIds(office.store.read, site, [href.slice(5, 41)]) : []
      return [href, ...(item ? [`item:${item}`] : []), ...(live?.path ? [live.path] : [])]
    }),
  )
  return { ...rewrite, from: [...new Set(from.flat())], to: await targetOf(office, rewrite.to, owner) }
}

/** Where links are to lead, by the id of an item of ours where they lead to one. Refused where nothing is there. */
async function targetOf(office: Office, to: string, owner: (path: string) => Promise<string | undefined>): Promise<string> {
  if (to.startsWith('item:')) {
    if (!(await itemById(office.store.read, to.slice(5, 41)))) throw refusal('refused', 'link-nowhere', { at: 'to' })
    return to
  }
  if (!to.startsWith('/') || to.startsWith('/media/')) return to
  const [path = ''] = to.split(/[?#]/)
  const rest = to.slice(path.length)
  const item = await owner(path)
  if (!item) throw refusal('refused', 'link-nowhere', { at: 'to' })
  return /^(#[\w-]+)?$/.test(rest) ? `item:${item}${rest}` : to
}

/** An item with those of its hits that were chosen; each with the words that are to stand there, or those that the rewrite has. */
export interface ChosenHits {
  item: string
  draft: string | null
  version: string
  hits: { key: string; to: string | null }[]
}

/**
 * Begins to find out what would come of a rewrite in the places that were chosen: a draft for each item, gathered in an edition
 * where one is named. Nothing is done before the batch is told to run.
 */
export async function beginRewrite(
  office: Office,
  actor: Actor,
  { rewrite: asked, chosen, edition }: { rewrite: Rewrite; chosen: ChosenHits[]; edition: string | null },
): Promise<{ batch: string; total: number }> {
  // Before anything is read: what is refused later for its words would tell of them.
  await mustReadAll(office, actor, chosen)
  const rewrite = await inEachForm(office, asked)
  const into = edition === null ? null : { edition: office.newId(), name: edition }
  const acts: OwnAct[] = []
  for (let at = 0; at < chosen.length; at += ROWS) {
    const part = chosen.slice(at, at + ROWS)
    const ids = part.map(({ version }) => version)
    const [contents, versions] = await Promise.all([readContents(office.store.read, ids), versionsByIds(office.store.read, ids)])
    const owners = new Map(versions.map(({ id, item_id }) => [id, item_id]))
    for (const { item, draft, version, hits } of part) {
      const content = contents.get(version)
      if (!content || owners.get(version) !== item) throw refusal('unknown', 'unknown', { what: 'some-versions', at: 'chosen' })
      const after = rewritten(content, rewrite, new Map(hits.map(({ key, to }) => [key, to])))
      const edits = editsBetween(content, after)
      if (edits.length) acts.push({ item, draft, action: { do: 'rewrite', version, edits, into } })
    }
  }
  if (!acts.length) throw refusal('refused', 'nothing', { to: 'rewrite' })
  return beginActs(office, actor, 'Replaced', acts)
}
