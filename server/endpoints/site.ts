import { ACTION_GROUPS, type ActionGroup } from '../../core/journal/actions'
import { mailIsCaught } from '../services/mail/mail'
import { z } from 'zod'
import { languageTag } from '../../core/content/fields'
import { nameSchema } from '../../core/content/line'
import { heartbeatOf, SILENT_AFTER_MS } from '../jobs/scheduler'
import { abilities } from '../services/writing/itemPage'
import { flow } from '../services/reviewing/flow'
import { fetchPicture } from '../services/media/fetchPicture'
import { withIncoming } from '../services/media/incoming'
import { checkJournal, exportJournal, readJournal } from '../services/journal'
import { addFile, addPicture, cropPicture, findMedia, mediaFacts, mustAddMedia } from '../services/media/media'
import { banners, moveBanner } from '../services/site/banners'
import { addSection, changeSection, sections } from '../services/site/sections'
import { changeClock, changeLanguage, clockPreview } from '../services/planning/clockChange'
import { siteClock, today } from '../services/reviewing/today'
import { Download, endpoint, openEndpoint, pageLimit } from './endpoint'
import { withUpload } from './upload'
import * as common from './answers/common'
import * as answers from './answers/site'

const id = z.object({ id: z.string().max(60) })
const name = nameSchema(100)
const parent = z.string().max(60).nullable()
/** Another zone for the site’s clock, by its IANA name, and what of the plan stays. */
const clockChange = z.strictObject({ zone: z.string().min(1).max(60), stays: z.enum(['hours', 'instants']) })
const date = z.iso.date()
const journalQuery = z.strictObject({
  item: z.string().max(60).optional(),
  person: z.string().max(60).optional(),
  /** Actions with commas between them; one that ends in a point stands for all that begin so. */
  actions: z
    .string()
    .regex(/^[a-z.,-]{1,500}$/)
    .transform((text) => text.split(',').filter(Boolean))
    .optional(),
  /** The actions of a group, beside those named. */
  group: z.enum(Object.keys(ACTION_GROUPS) as [ActionGroup, ...ActionGroup[]]).optional(),
  from: date.optional(),
  to: date.optional(),
})

export const site = [
  openEndpoint({
    method: 'GET',
    path: '/health',
    tag: 'site',
    summary: 'Whether the server and its scheduler work',
    answer: answers.health,
    async run({ office }) {
      const { silent, heartbeat } = await siteClock(office, SILENT_AFTER_MS, heartbeatOf)
      return { store: 'works', scheduler: silent ? 'silent' : 'works', heartbeat }
    },
  }),
  endpoint({
    method: 'GET',
    path: '/site',
    tag: 'site',
    summary: 'The site’s name and clock, and what the person may do on it as a whole',
    answer: answers.site,
    async run({ office, live, actor }) {
      const row = await office.site()
      const frame = row && (await live.frame(row))
      return {
        name: frame?.settings.title ?? '',
        settings: row?.settings_item ?? null,
        language: row?.language ?? 'en',
        may: abilities(actor, null),
        mailIsCaught: mailIsCaught(),
        ...(await siteClock(office, SILENT_AFTER_MS, heartbeatOf)),
      }
    },
  }),
  endpoint({
    method: 'POST',
    path: '/site/clock/preview',
    tag: 'site',
    summary: 'Every planned moment before and after the site’s clock goes by another zone',
    body: clockChange,
    repeat: 'harmless',
    answer: answers.clockPreview,
    run: ({ office, actor, body }) => clockPreview(office, actor, body),
  }),
  endpoint({
    method: 'PUT',
    path: '/site/clock',
    tag: 'site',
    summary: 'Let the site’s clock go by another zone, as it was previewed',
    body: clockChange.extend({ mark: z.string().max(100) }),
    answer: 'nothing',
    run: ({ office, actor, body }) => changeClock(office, actor, body),
  }),
  endpoint({
    method: 'PUT',
    path: '/site/language',
    tag: 'site',
    summary: 'Set the language of the site’s own words',
    body: z.strictObject({ language: languageTag }),
    answer: 'nothing',
    run: ({ office, actor, body }) => changeLanguage(office, actor, body.language),
  }),
  endpoint({
    method: 'GET',
    path: '/banners',
    tag: 'site',
    summary: 'The banners of the front page, on the site or off it, in their order',
    answer: z.array(answers.bannerFacts),
    run: ({ office, actor }) => banners(office, actor),
  }),
  endpoint({
    method: 'POST',
    path: '/banners/:id/move',
    tag: 'site',
    summary: 'Put a banner before another, or last; the new order becomes a change in drafts that go their route',
    params: id,
    body: z.strictObject({ before: z.string().max(60).nullable() }),
    answer: answers.movedBanners,
    run: ({ office, actor, params, body }) => moveBanner(office, actor, params.id, body.before),
  }),
  endpoint({
    method: 'GET',
    path: '/today',
    tag: 'site',
    summary: 'The worklist of the signed-in person',
    answer: answers.today,
    run: ({ office, actor }) => today(office, actor),
  }),
  endpoint({
    method: 'GET',
    path: '/sections',
    tag: 'site',
    summary: 'The tree of sections, with what the person may do in each',
    answer: answers.sections,
    run: async ({ office, actor }) =>
      (await sections(office)).map((row) => ({
        id: row.id,
        name: row.name,
        segment: row.segment,
        parent: row.parent_id,
        items: row.items,
        may: { write: abilities(actor, row.id)['item.write'] === null, change: abilities(actor, row.id)['section.change'] === null },
      })),
  }),
  endpoint({
    method: 'POST',
    path: '/sections',
    tag: 'site',
    summary: 'Make a section',
    body: z.strictObject({ name, parent: parent.default(null) }),
    answer: z.strictObject({ section: z.string() }),
    run: async ({ office, actor, body }) => ({ section: await addSection(office, actor, body.name, body.parent) }),
  }),
  endpoint({
    method: 'PATCH',
    path: '/sections/:id',
    tag: 'site',
    summary: 'Rename or nest a section',
    params: id,
    body: z.strictObject({ name: name.optional(), parent: parent.optional() }),
    answer: common.changed,
    run: ({ office, actor, params, body }) => changeSection(office, actor, params.id, body),
  }),
  endpoint({
    method: 'GET',
    path: '/flow',
    tag: 'journal',
    summary: 'What waits at which gate where the person may read, and how work went through the gates in the days past',
    query: z.strictObject({ days: z.coerce.number().int().min(1).max(400).default(90) }),
    answer: answers.flow,
    run: ({ office, actor, query }) => flow(office, actor, query.days),
  }),
  endpoint({
    method: 'GET',
    path: '/journal',
    tag: 'journal',
    summary: 'Who did what, newest first; of one item for those who may see it, else with the right to the journal',
    query: journalQuery.extend({ before: z.coerce.number().int().min(1).default(1_000_000_000_000), limit: pageLimit }),
    answer: answers.journalPage,
    run: ({ office, actor, query: { before, limit, ...query } }) => readJournal(office, actor, query, before, limit),
  }),
  endpoint({
    method: 'GET',
    path: '/journal/file',
    tag: 'journal',
    summary: 'The same as a file, oldest first: CSV (RFC 4180), or JSON lines with all that the chain of hashes is made of',
    query: journalQuery.extend({ format: z.enum(['csv', 'jsonl']) }),
    answer: 'file',
    run: async ({ office, actor, query: { format, ...query } }) => new Download(await exportJournal(office, actor, query, format)),
  }),
  endpoint({
    method: 'GET',
    path: '/journal/check',
    tag: 'journal',
    summary: 'Verify the whole chain of the journal',
    answer: answers.journalCheck,
    run: ({ office, actor }) => checkJournal(office, actor),
  }),
  endpoint({
    method: 'POST',
    path: '/media',
    repeat: 'slow',
    tag: 'media',
    summary: 'Add a picture (5 MB at most) or a document (20 MB at most): a multipart form, one part named file',
    before: mustAddMedia,
    takes: 'file',
    answer: answers.mediaFile,
    run: ({ office, actor, event }) =>
      withUpload(event, (bytes, name) => withIncoming(office, bytes, (file) => addFile(office, actor, file, name))),
  }),
  endpoint({
    method: 'GET',
    path: '/media',
    tag: 'media',
    summary: 'Media files by words of their name, newest first',
    query: z.strictObject({
      text: z.string().max(120).default(''),
      sort: z.enum(['picture', 'document', 'any']).default('any'),
      limit: z.coerce.number().int().min(1).max(50).default(24),
    }),
    answer: z.strictObject({ media: z.array(answers.mediaFile) }),
    run: ({ office, actor, query }) => findMedia(office, actor, query),
  }),
  endpoint({
    method: 'GET',
    path: '/media/:id',
    tag: 'media',
    summary: 'The facts of a media file, and which picture it is a part of',
    params: z.strictObject({ id: z.uuid() }),
    answer: answers.mediaFile,
    run: ({ office, actor, params }) => mediaFacts(office, actor, params.id),
  }),
  endpoint({
    method: 'POST',
    path: '/media/:id/crop',
    repeat: 'slow',
    tag: 'media',
    summary: 'Cut a part out of a picture; the part is a picture of its own, the whole stays',
    params: z.strictObject({ id: z.uuid() }),
    body: z.strictObject({
      left: z.int().min(0),
      top: z.int().min(0),
      width: z.int().min(16),
      height: z.int().min(16),
    }),
    answer: answers.mediaFile,
    run: ({ office, actor, params, body }) => cropPicture(office, actor, params.id, body),
  }),
  endpoint({
    method: 'POST',
    path: '/media/from-address',
    repeat: 'slow',
    tag: 'media',
    summary: 'Copy a picture in from a web address; what is not on the open internet is refused',
    body: z.strictObject({ url: z.string().min(1).max(2_048) }),
    answer: answers.mediaFile,
    async run({ office, actor, body }) {
      mustAddMedia(actor)
      const { bytes, name } = await fetchPicture(body.url)
      return withIncoming(office, [bytes], (file) => addPicture(office, actor, file, name))
    },
  }),
]
