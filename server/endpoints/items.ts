import { z } from 'zod'
import { dateIn } from '../../core/time/date'
import { nameSchema } from '../../core/content/line'
import { officeFieldsSchema } from '../../core/content/fields'
import { contentSchema, contentWords, manifestMedia, namedItems } from '../../core/content/content'
import { can, hasPage, KIND_NAMES, KINDS, KINDS_TO_START } from '../../core/kinds/kinds'
import { normalisePath, pathOf } from '../../core/address/path'
import { renderItem } from '../../core/render/page'
import type { Subject } from '../site/itemView'
import type { Actor } from '../services/people/access'
import type { Office } from '../services/office'
import { blame } from '../services/writing/blame'
import { compareVersions, nameVersion } from '../services/writing/versions'
import { OTHER_CHANGES } from '../../core/flow/route'
import { openDraft } from '../services/writing/drafts'
import { propose } from '../services/writing/otherChanges'
import { itemPage } from '../services/writing/itemPage'
import { binItem, changeOfficeFields, createItem, moveItem, readableItem } from '../services/writing/items'
import { mediaViews } from '../services/media/media'
import { previewRollBack, rollBack, withdraw } from '../services/publishing/publishing'
import { receipt } from '../services/publishing/receipt'
import { found, refusal } from '../services/refusal'
import type { ItemRow } from '../store/items'
import { addressAt, intervalsOf, liveByIds } from '../store/live'
import { readContent, readManifest, sizesOf, versionById, versionsOf, type VersionRow } from '../store/versions'
import { endpoint, pageLimit } from './endpoint'
import * as common from './answers/common'
import * as answers from './answers/items'

const id = z.object({ id: z.string().max(60) })
const filingShape = z.strictObject({ section: z.string().max(60).optional(), kind: z.enum(KIND_NAMES).optional() })
const title = nameSchema(200)
/** A preview of so many words, without blocks that come again, is made at once; others in a thread. */
const AT_ONCE_WORDS = 20_000

async function readableVersion(office: Office, actor: Actor, id: string) {
  const version = found(await versionById(office.store.read, id), 'version')
  const item = await readableItem(office, actor, version.item_id)
  return { version, item, site: found(await office.site(), 'site') }
}

/** A version in the place it would have on the site; `null` for kinds without a page of their own. */
async function subjectOf(office: Office, item: ItemRow, version: VersionRow): Promise<Subject | null> {
  if (!hasPage(item.kind)) return null
  const db = office.store.read
  const manifest = await readManifest(db, version.manifest)
  const { parent } = manifest.fields
  const [[now], above] = await Promise.all([liveByIds(db, item.site_id, [item.id]), parent ? liveByIds(db, item.site_id, [parent]) : []])
  const moment = office.now()
  return {
    item: item.id,
    kind: item.kind,
    section: item.section_id,
    manifest,
    path: pathOf(item.kind, manifest.fields, above[0]?.path ?? null) ?? '/',
    // Dated today by the site's own clock, as it would be if it went live now.
    shownDate: manifest.fields.shownDate ?? now?.shownDate ?? dateIn(moment, (await office.site())?.zone ?? 'UTC'),
    firstLive: now?.firstLive ?? moment,
    changed: now && now.version === version.id ? now.changed : moment,
  }
}

export const items = [
  endpoint({
    method: 'GET',
    path: '/addresses',
    tag: 'items',
    summary: 'The item that has an address of the live site now, or had it last',
    query: z.strictObject({ path: z.string().min(1).max(2_000) }),
    answer: z.strictObject({ item: z.string(), title: z.string(), kind: common.kind }),
    async run({ office, actor, query }) {
      const site = found(await office.site(), 'site')
      const path = normalisePath(query.path)
      const row = found(path === null ? undefined : await addressAt(office.store.read, site.id, path), 'address')
      const { id: item, title, kind } = await readableItem(office, actor, row.item_id)
      return { item, title, kind }
    },
  }),
  endpoint({
    method: 'POST',
    path: '/items',
    tag: 'items',
    summary: 'Start an item by kind, place and title',
    body: z.strictObject({
      kind: z.enum(KINDS_TO_START),
      section: z.string().max(60),
      title,
      parent: z.uuid().nullable().optional(),
      content: contentSchema.partial().optional(),
      /** Sends it on at once, where its kind has no gate. */
      sent: z.boolean().optional(),
    }),
    answer: answers.madeItem,
    run: ({ office, actor, body }) => createItem(office, actor, body),
  }),
  endpoint({
    method: 'GET',
    path: '/items/:id',
    tag: 'items',
    summary: 'All that the item page shows',
    params: id,
    query: z.strictObject({ draft: z.string().max(60).optional() }),
    answer: answers.itemPage,
    run: ({ office, actor, params, query }) => itemPage(office, actor, params.id, query.draft),
  }),
  endpoint({
    method: 'PATCH',
    path: '/items/:id/office',
    tag: 'items',
    summary: 'Change facts for the office alone; no version, no gate',
    params: id,
    body: officeFieldsSchema,
    answer: 'nothing',
    run: ({ office, actor, params, body }) => changeOfficeFields(office, actor, params.id, body),
  }),
  endpoint({
    method: 'POST',
    path: '/items/:id/move',
    tag: 'items',
    summary: 'Move to another section, or make it another kind',
    params: id,
    body: filingShape,
    answer: 'nothing',
    run: ({ office, actor, params, body }) => moveItem(office, actor, params.id, body),
  }),
  endpoint({
    method: 'POST',
    path: '/items/:id/proposals',
    tag: 'items',
    summary: 'Ask the gates for leave to take a live item off the site, to move it to another section, or to make it another kind',
    params: id,
    body: filingShape.extend({
      change: z.enum(OTHER_CHANGES),
      note: z.string().max(5_000).default(''),
    }),
    answer: z.strictObject({ draft: z.string() }),
    run: ({ office, actor, params, body }) => propose(office, actor, params.id, body),
  }),
  endpoint({
    method: 'POST',
    path: '/items/:id/bin',
    tag: 'items',
    summary: 'Put into the bin',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => binItem(office, actor, params.id, true),
  }),
  endpoint({
    method: 'POST',
    path: '/items/:id/unbin',
    tag: 'items',
    summary: 'Take out of the bin',
    params: id,
    answer: 'nothing',
    run: ({ office, actor, params }) => binItem(office, actor, params.id, false),
  }),
  endpoint({
    method: 'POST',
    path: '/items/:id/drafts',
    tag: 'drafts',
    summary: 'Begin a draft on the live version; without a name, answer the one that is open where there is one',
    params: id,
    body: z.strictObject({ name: nameSchema(100).optional() }),
    answer: z.strictObject({ draft: z.string(), head: z.string() }),
    run: ({ office, actor, params, body }) => openDraft(office, actor, params.id, body.name),
  }),
  endpoint({
    method: 'GET',
    path: '/items/:id/versions',
    tag: 'items',
    summary: 'Versions, newest first, with when each was live',
    params: id,
    query: z.strictObject({ below: z.coerce.number().int().min(1).default(1_000_000_000), limit: pageLimit }),
    answer: answers.versionList,
    async run({ office, actor, params, query }) {
      const db = office.store.read
      const item = await readableItem(office, actor, params.id)
      const [rows, intervals] = await Promise.all([versionsOf(db, params.id, query.below, query.limit + 1), intervalsOf(db, params.id)])
      const sizes = await sizesOf(db, rows.slice(0, query.limit))
      const versions = rows.slice(0, query.limit).map((row) => ({
        id: row.id,
        number: row.number,
        author: row.author,
        at: row.at,
        cause: row.cause,
        note: row.note,
        name: row.name,
        draft: row.draft,
        size: sizes.get(row.id) ?? null,
        cleared: row.cleared === 1,
        fingerprint: row.fingerprint,
        live: intervals
          .filter((interval) => interval.version_id === row.id)
          .map((interval) => ({ from: interval.from_at, to: interval.to_at, cause: interval.cause, by: interval.by })),
      }))
      return { versions, next: rows.length > query.limit ? versions.at(-1)!.number : null, liveVersion: item.live_version }
    },
  }),
  endpoint({
    method: 'GET',
    path: '/versions/:id',
    tag: 'items',
    summary: 'The content of one version',
    params: id,
    answer: answers.versionContent,
    async run({ office, actor, params }) {
      const db = office.store.read
      const version = found(await versionById(db, params.id), 'version')
      await readableItem(office, actor, version.item_id)
      const manifest = await readManifest(db, version.manifest)
      const content = await readContent(db, manifest)
      const items = await liveByIds(db, actor.rights.site, namedItems(content))
      return {
        id: version.id,
        item: version.item_id,
        number: version.number,
        at: version.at,
        note: version.note,
        fingerprint: version.fingerprint,
        content,
        items: items.map(({ item, path, title }) => ({ id: item, path, title })),
        media: [...(await mediaViews(db, actor.rights.site, manifestMedia(manifest))).values()],
      }
    },
  }),
  endpoint({
    method: 'PATCH',
    path: '/versions/:id',
    tag: 'items',
    summary: 'Name a version that matters, for the office alone; an empty name takes it away',
    params: id,
    body: z.strictObject({ name: nameSchema(100).or(z.literal('')) }),
    answer: 'nothing',
    run: ({ office, actor, params, body }) => nameVersion(office, actor, params.id, body.name),
  }),
  endpoint({
    method: 'GET',
    path: '/versions/:id/blame',
    tag: 'items',
    summary: 'Who last changed each block and field of a version',
    params: id,
    answer: answers.blame,
    run: ({ office, actor, params }) => blame(office, actor, params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/versions/:id/compare',
    tag: 'items',
    summary: 'What turns a version into another one of the same item: fields and blocks',
    params: id,
    query: z.strictObject({ with: z.string().max(60) }),
    answer: answers.script,
    run: ({ office, actor, params, query }) => compareVersions(office, actor, params.id, query.with),
  }),
  endpoint({
    method: 'GET',
    path: '/versions/:id/roll-back',
    tag: 'live',
    summary: 'What making a version live again would change for readers, and what stands against it',
    params: id,
    answer: answers.rollBackPreview,
    run: ({ office, actor, params }) => previewRollBack(office, actor, params.id),
  }),
  endpoint({
    method: 'GET',
    path: '/versions/:id/preview',
    tag: 'items',
    summary: 'A version as readers would get it, through the live site’s renderer (HTML)',
    params: id,
    answer: z.strictObject({ html: z.string() }),
    async run({ office, live, actor, params, origin }) {
      const { site, item, version } = await readableVersion(office, actor, params.id)
      const subject = await subjectOf(office, item, version)
      if (subject) {
        const around = await live.around(site, origin, subject, office.now())
        const { content } = around.view
        const long = content.body.some(({ window }) => window?.rule) || contentWords(content) > AT_ONCE_WORDS
        return { html: await (long ? office.threads.run(actor.id, 'page', around) : renderItem(around.site, around.view)) }
      }
      if (can(item.kind, 'turning') || can(item.kind, 'leading')) {
        const { fields } = await readManifest(office.store.read, version.manifest)
        const at = office.now()
        const shown = {
          item: item.id,
          kind: item.kind,
          section: item.section_id,
          version: version.id,
          path: null,
          // A menu that stands nowhere yet is looked at where it would be seen first.
          fields: fields.menuPlace === 'none' ? { ...fields, menuPlace: 'top' as const } : fields,
          title: fields.title ?? '',
          shownDate: null,
          firstLive: at,
          changed: at,
        }
        return { html: await live.frontWith(site, origin, shown) }
      }
      const answer = await live.answer(
        origin,
        KINDS[item.kind].address === null ? '/' : ((await liveByIds(office.store.read, actor.rights.site, [item.id]))[0]?.path ?? '/'),
      )
      return { html: answer?.body.toString() ?? '' }
    },
  }),
  endpoint({
    method: 'GET',
    path: '/versions/:id/around',
    tag: 'items',
    summary: 'The site around a version, for showing its page while it is written: all that the renderer needs but the content',
    params: id,
    answer: answers.siteAround,
    async run({ office, live, actor, params, origin }) {
      const { site, item, version } = await readableVersion(office, actor, params.id)
      const subject = await subjectOf(office, item, version)
      if (!subject) throw refusal('refused', 'no-page')
      const around = await live.around(site, origin, subject, null)
      const { content: _, refs, ...view } = around.view
      return { site: around.site, view, refs: { ...refs, items: [...refs.items], media: [...refs.media] } }
    },
  }),
  endpoint({
    method: 'GET',
    path: '/items/:id/receipt',
    tag: 'live',
    summary: 'What readers get of an item now, asked of the live site itself',
    params: id,
    answer: answers.receipt,
    run: ({ office, live, actor, params, origin }) => receipt(office, live, actor, origin, params.id),
  }),
  endpoint({
    method: 'POST',
    path: '/items/:id/withdraw',
    tag: 'live',
    summary:
      'Take off the site at once; If-Match names the live version. `note` says why. Past its gates only by `exception`, with a reason',
    params: id,
    guarded: true,
    body: z.strictObject({ exception: z.string().max(1_000).optional(), note: z.string().max(5_000).optional() }),
    answer: common.liveDone,
    run: ({ office, actor, params, body, ifMatch }) => withdraw(office, actor, params.id, ifMatch, body),
  }),
  endpoint({
    method: 'POST',
    path: '/items/:id/roll-back',
    tag: 'live',
    summary: 'Make an earlier live version live again; If-Match names the live version, or "none"',
    params: id,
    guarded: true,
    body: z.strictObject({ version: z.string().max(60) }),
    answer: common.liveDone,
    run: ({ office, actor, params, body, ifMatch }) => rollBack(office, actor, params.id, body.version, ifMatch),
  }),
]
