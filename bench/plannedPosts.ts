import { manifestOf, projectionsOf } from '../core/content/content'
import { defaultFields } from '../core/content/fields'
import { syncItems } from '../server/store/items'
import { addVersions } from '../server/store/versions'
import type { BenchSite } from './site'

/** Writes so many cleared posts that are planned for one moment, each alone or all in an edition. */
export async function plannedPosts(
  { office, actor, section }: BenchSite,
  count: number,
  at: string,
  edition: string | null = null,
): Promise<void> {
  const row = (await office.site())!
  const now = office.now()
  for (let batch = 0; batch < count; batch += 1_000)
    await office.store.write(async (tx) => {
      const made = Array.from({ length: Math.min(1_000, count - batch) }, (_, index) => {
        const n = batch + index
        const manifest = manifestOf({
          fields: { ...defaultFields('post', 'en'), title: `Post ${n}`, segment: `post-${n}`, shownDate: '2026-01-01' },
          body: [{ id: 'aaaa', kind: 'paragraph', text: [{ text: `Words of post ${n}` }] }],
        })
        return {
          item: office.newId(),
          draft: office.newId(),
          version: office.newId(),
          event: office.newId(),
          manifest,
          title: `Post ${n}`,
        }
      })
      await tx.insert(
        'item',
        made.map((entry) => ({
          id: entry.item,
          site_id: row.id,
          kind: 'post',
          section_id: section,
          language: 'en',
          translation_group: entry.item,
          created_at: now,
          created_by: actor.id,
          title: entry.title,
          author_id: actor.id,
          changed_at: now,
          versions: 1,
        })),
      )
      await addVersions(
        tx,
        made.map((entry) => ({
          id: entry.version,
          item: entry.item,
          draft: entry.draft,
          number: 1,
          parent: null,
          author: actor.id,
          at: now,
          cause: 'import',
          note: '',
          manifest: entry.manifest,
          blocks: new Map(),
        })),
      )
      await tx.insert(
        'draft',
        made.map((entry) => ({
          id: entry.draft,
          item_id: entry.item,
          name: 'x',
          base_version: null,
          head_version: entry.version,
          route_id: 'reviewed',
          route_version: 1,
          review: 'cleared',
          created_at: now,
          created_by: actor.id,
        })),
      )
      await tx.insert(
        'clearance',
        made.map((entry) => ({
          id: office.newId(),
          draft_id: entry.draft,
          version_id: entry.version,
          gate: 'review',
          person_id: actor.id,
          at: now,
          note: '',
          fingerprint: '',
          projection: projectionsOf(entry.manifest)['all-but-shown-date'],
        })),
      )
      await tx.insert(
        'planned_event',
        made.map((entry) => ({
          id: entry.event,
          site_id: row.id,
          kind: 'put-live',
          item_id: entry.item,
          draft_id: entry.draft,
          at,
          edition_id: edition,
          wall_date: '2026-01-01',
          wall_time: '04:00',
          zone: row.zone,
          owner_id: actor.id,
          state: 'planned',
          created_at: now,
        })),
      )
      await syncItems(
        tx,
        made.map((entry) => entry.item),
      )
    })
}
