import { v7 } from 'uuid'
import type { Block } from '../core/blocks/blocks'
import { sha256Hex } from '../core/content/canonical'
import { manifestOf, type Content } from '../core/content/content'
import { makeSegment } from '../core/address/segment'
import { defaultFields } from '../core/content/fields'
import { indexVersions } from '../server/jobs/versionIndexer'
import { updateLists } from '../server/jobs/listUpdater'
import { indexLive } from '../server/jobs/searchIndex'
import { changeLive } from '../server/services/publishing/live'
import type { LiveChange } from '../server/services/publishing/judging'
import { openOffice } from '../server/services/office'
import { syncItems, type ItemRow } from '../server/store/items'
import { addVersions, bytesOf, versionsByIds, type NewVersion } from '../server/store/versions'
import { seeded } from './random'
import { makePosts } from './texts/posts'
import { blocksOf } from './prose'

const BATCH = 1_000
const MOST_LINES = 4

/**
 * Fills a seeded folder up to `size` items with posts, in bulk: the same rows that the services write, a thousand items
 * a transaction, three quarters of them live. For measuring at size.
 */
export async function growDemo(folder: string, size: number, progress: (words: string) => void): Promise<void> {
  const random = seeded(size)
  let moment = Date.now()
  const office = await openOffice(
    folder,
    { now: () => new Date(moment) },
    { newId: () => v7({ msecs: moment, random: random.bytes(16) }), durable: false },
  )
  try {
    const site = (await office.site())!
    const read = office.store.read
    const section = (await read.one<{ id: string }>("SELECT id FROM section WHERE segment = 'news'"))!.id
    const writer = (await read.one<{ id: string }>("SELECT id FROM person WHERE name = 'Anton Arrieta'"))!.id
    const texts = makePosts(random, 400, (index) => new Date(moment - (400 - index) * 86_400_000))
    const there = (await read.one<{ n: number }>('SELECT count(*) AS n FROM item'))!.n
    for (let made = there; made < size; made += BATCH) {
      const count = Math.min(BATCH, size - made)
      await office.store.write(async (tx) => {
        const versions: NewVersion[] = []
        /** What was written of some before: first drafts, a month apart. */
        const earlier: NewVersion[][] = [[], []]
        const items: ItemRow[] = []
        for (let index = 0; index < count; index++) {
          const text = texts[(made + index) % texts.length]!
          const title = `${text.title}, no. ${made + index}`
          const at = new Date(moment - random.whole(0, 540 * 86_400_000)).toISOString()
          const [item, draft] = [office.newId(), office.newId()]
          const body: Block[] = blocksOf(
            // Their first lines, so that what is measured stays as long as it was.
            text.text.split('\n').slice(0, MOST_LINES).join('\n'),
            new Map(),
            () =>
              `b${v7({ msecs: 0, random: random.bytes(16) })
                .replaceAll('-', '')
                .slice(-18)}`,
          )
          const content: Content = {
            fields: {
              ...defaultFields('post', site.language),
              title,
              segment: makeSegment(`${made + index} ${text.title}`),
              summary: text.summary,
              shownDate: at.slice(0, 10),
            },
            body,
          }
          const written = writings(content, 1 + (index % (earlier.length + 1)))
          let parent: NewVersion['parent'] = null
          written.forEach((one, turn) => {
            const manifest = manifestOf(one)
            const version: NewVersion = {
              id: office.newId(),
              item,
              draft,
              number: turn + 1,
              parent,
              author: writer,
              at: new Date(Date.parse(at) - (written.length - 1 - turn) * 30 * 86_400_000).toISOString(),
              cause: 'import',
              note: '',
              manifest,
              blocks: bytesOf(one),
            }
            parent = { id: version.id, manifestHash: sha256Hex(JSON.stringify(manifest)), manifest }
            ;(turn === written.length - 1 ? versions : earlier[turn]!).push(version)
          })
          items.push({
            id: item,
            site_id: site.id,
            kind: 'post',
            section_id: section,
            language: site.language,
            translation_group: item,
            internal_name: '',
            owner_id: writer,
            review_by: null,
            notes: '',
            created_at: at,
            created_by: writer,
            binned_at: null,
            binned_by: null,
            ended_at: null,
            embargo_at: null,
            window_id: null,
            under_version: null,
            title,
            on_site: 'none',
            live_version: null,
            draft_id: draft,
            draft_state: null,
            next_at: null,
            ends_at: null,
            author_id: writer,
            changed_at: at,
            versions: written.length,
          })
        }
        await tx.insert(
          'item',
          items.map(({ draft_id: _, ...item }) => item),
        )
        for (const part of [...earlier, versions]) await addVersions(tx, part)
        await tx.insert(
          'draft',
          versions.map((version) => ({
            id: version.draft,
            item_id: version.item,
            name: 'First draft',
            base_version: null,
            head_version: version.id,
            route_id: 'reviewed',
            route_version: 1,
            review: 'draft',
            created_at: version.at,
            created_by: writer,
          })),
        )
        await tx.insert(
          'draft_author',
          versions.map((version) => ({ draft_id: version.draft, person_id: writer })),
        )
        const rows = new Map(
          (
            await versionsByIds(
              tx,
              versions.map((version) => version.id),
            )
          ).map((row) => [row.id, row]),
        )
        const live = versions.filter((_, index) => index % 4 !== 0)
        moment += 1_000
        const changes: LiveChange[] = live.map((version) => ({
          do: 'put',
          item: items.find((item) => item.id === version.item)!,
          version: rows.get(version.id)!,
          manifest: version.manifest,
          draft: version.draft,
          cleared: true,
          behind: false,
          shownDate: 'keep',
          cause: 'put-live',
          person: writer,
          event: null,
          about: { bulk: true },
        }))
        const refused = (await changeLive(office, tx, site, changes)).find((outcome) => !outcome.ok)
        if (refused && !refused.ok) throw new Error(refused.reasons[0]!.detail)
        await syncItems(
          tx,
          items.map((item) => item.id),
        )
      })
      if ((made / BATCH) % 10 < 1) progress(`${made + count} of ${size} items`)
    }
    progress('taking in the words for search')
    await indexLive(office)
    progress('taking in what lists know')
    await updateLists(office)
    progress('taking in what was ever written')
    await indexVersions(office)
  } finally {
    await office.close()
  }
}

/** A text as it grew: each earlier writing lacks the last block of the next, and ends otherwise. */
const writings = ({ fields, body }: Content, count: number): Content[] =>
  Array.from({ length: count }, (_, turn) => {
    const left = count - 1 - turn
    return left
      ? {
          fields: { ...fields, summary: `${fields.summary ?? ''} (draft ${turn + 1})` },
          body: body.slice(0, Math.max(1, body.length - left)),
        }
      : { fields, body }
  })
