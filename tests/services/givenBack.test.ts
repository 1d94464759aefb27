import fc from 'fast-check'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { Action } from '../../core/batch/action'
import { editsBetween } from '../../core/content/between'
import type { Content } from '../../core/content/content'
import { isCleared } from '../../core/flow/draft'
import type { Actor } from '../../server/services/people/access'
import { act } from '../../server/services/listing/act'
import { discardDraft, reopenDraft } from '../../server/services/writing/drafts'
import { restoreVersion, saveEdits } from '../../server/services/writing/saving'
import { makeEdition } from '../../server/services/planning/editions'
import { addToEdition } from '../../server/services/planning/editionEntries'
import { plan } from '../../server/services/planning/events'
import { binItem, createItem } from '../../server/services/writing/items'
import { loadDraft } from '../../server/services/writing/loadedDraft'
import type { Office } from '../../server/services/office'
import { addPerson } from '../support/people'
import { clearDraft } from '../../server/services/reviewing/review'
import { sendDraft } from '../../server/services/reviewing/sending'
import { draftById, itemById } from '../../server/store/items'
import { readContent, readManifest, versionById } from '../../server/store/versions'
import { foundOffice, type FoundedOffice } from '../support/office'

let now = new Date('2026-11-25T11:00:00Z')
let founded: FoundedOffice
let office: Office
let writer: Actor
let reviewer: Actor
let tag: string
let winter = ''
let edition: string

beforeAll(async () => {
  founded = await foundOffice(() => now)
  office = founded.office
  writer = founded.founder
  const { person: id } = await addPerson(office, writer, {
    name: 'Noor Haddad',
    email: 'noor@larkholm.example',
    roles: [{ role: 'reviewer', section: null }],
  })
  await office.settle()
  reviewer = await founded.actor(id)
  writer = await founded.actor(writer.id)
  tag = (
    await createItem(office, writer, {
      kind: 'label',
      section: founded.section,
      title: 'Winter',
      content: { fields: { labelType: 'tag' } },
    })
  ).item
  edition = (await makeEdition(office, writer, { name: 'Winter' })).edition
  winter = (await makeEdition(office, writer, { name: 'Winter boats' })).edition
})
afterAll(() => founded.end())

type Stage = 'draft' | 'sent' | 'cleared' | 'planned' | 'gathered'
const STAGES: Stage[] = ['draft', 'sent', 'cleared', 'planned', 'gathered']
/** A post that stands at a stage of its way. */
async function postAt(stage: Stage) {
  const { item, draft, version } = await createItem(office, writer, {
    kind: 'post',
    section: founded.section,
    title: `A post that is ${stage}`,
    content: { body: [{ id: 'first', kind: 'paragraph', text: [{ text: 'First words.' }] }] },
  })
  const at = STAGES.indexOf(stage)
  if (at >= 1) await sendDraft(office, writer, draft, version, '')
  const { route } = await loadDraft(office.store.read, draft)
  if (at >= 2)
    for (const { gates } of route.steps) for (const gate of gates) await clearDraft(office, reviewer, draft, version, gate.id, '')
  if (stage === 'planned') await plan(office, writer, item, { kind: 'put-live', draft, date: '2026-12-20', time: '09:00' })
  if (stage === 'gathered') await addToEdition(office, writer, { edition, item: (await itemById(office.store.read, item))!, draft })
  return { item, draft }
}

/** Where a draft stands, as all that asks about it sees it. */
async function standing({ item, draft }: { item: string; draft: string }) {
  const loaded = await loadDraft(office.store.read, draft)
  const row = (await itemById(office.store.read, item))!
  return {
    review: loaded.draft.review,
    fingerprint: loaded.head.fingerprint,
    cleared: isCleared(loaded.route, loaded.state),
    open: loaded.draft.closed_at === null && row.binned_at === null,
    list: [row.draft_state, row.next_at],
    waits: await office.store.read.all('SELECT gate, since, due_at, handed_to FROM gate_wait WHERE draft_id = $draft ORDER BY gate', {
      draft,
    }),
    events: await office.store.read.all(
      "SELECT id, state, at, edition_id, reasons FROM planned_event WHERE item_id = $item AND state <> 'cancelled' ORDER BY id",
      { item },
    ),
  }
}
const headOf = async (draft: string) => (await draftById(office.store.read, draft))!.head_version
const contentOf = async (version: string): Promise<Content> =>
  readContent(office.store.read, await readManifest(office.store.read, (await versionById(office.store.read, version))!.manifest))

/** Acts that change something of a post; each answers how it is taken back. */
const ACTS: Record<string, (post: { item: string; draft: string }) => Promise<() => Promise<unknown>>> = {
  label: (post) => done(post, { do: 'label', add: [tag], remove: [] }),
  summary: (post) => done(post, { do: 'field', name: 'summary', to: 'For winter' }),
  gather: (post) => done(post, { do: 'gather', edition: winter }),
  owner: (post) => done(post, { do: 'note', name: 'owner', to: reviewer.id }),
  words: async ({ draft }) => {
    const base = await headOf(draft)
    const before = await contentOf(base)
    const after: Content = { ...before, body: [{ id: 'first', kind: 'paragraph', text: [{ text: 'Other words.' }] }] }
    await saveEdits(office, writer, draft, { base, edits: editsBetween(before, after) })
    return async () => saveEdits(office, writer, draft, { base: await headOf(draft), edits: editsBetween(after, before) })
  },
  restore: async ({ draft }) => {
    const base = await headOf(draft)
    await saveEdits(office, writer, draft, { base, edits: [{ op: 'field', name: 'title', value: 'Another title' }] })
    return async () => restoreVersion(office, writer, draft, base, await headOf(draft))
  },
  discard: async ({ item, draft }) => {
    await discardDraft(office, writer, draft, await headOf(draft))
    // The only draft of what was never live takes the item along.
    const binned = (await itemById(office.store.read, item))!.binned_at !== null
    return () => (binned ? binItem(office, writer, item, false) : reopenDraft(office, writer, draft))
  },
  bin: async ({ item }) => {
    await binItem(office, writer, item, true)
    return () => binItem(office, writer, item, false)
  },
}
async function done(post: { item: string; draft: string }, action: Action) {
  const { undo } = await act(office, writer, post, action)
  return () => act(office, writer, { item: post.item, draft: undo && 'draft' in undo ? (undo.draft ?? null) : null }, undo!)
}

it('whatever is done to work on its way and taken back: state, gates, deadlines, clearances and plan are as before', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.constantFrom(...STAGES),
      fc.shuffledSubarray(Object.keys(ACTS), { minLength: 1, maxLength: 4 }),
      async (stage, acts) => {
        const post = await postAt(stage)
        const before = await standing(post)
        const undos: (() => Promise<unknown>)[] = []
        for (const name of acts) {
          now = new Date(now.getTime() + 60_000)
          const open = (await standing(post)).open
          if (!open) break
          undos.push(await ACTS[name]!(post))
        }
        for (const undo of undos.reverse()) {
          now = new Date(now.getTime() + 60_000)
          await undo()
        }
        expect(await standing(post)).toEqual(before)
      },
    ),
    { numRuns: 60 },
  )
})

it('what went with its draft to the bin is held, not live at once, when its time has passed there', async () => {
  const post = await postAt('planned')
  await discardDraft(office, writer, post.draft, await headOf(post.draft))
  const before = now
  now = new Date('2026-12-21T09:00:00Z')
  await binItem(office, writer, post.item, false)
  expect((await standing(post)).events).toMatchObject([
    { state: 'held', reasons: expect.stringContaining('passed while it was cancelled') as unknown },
  ])
  now = before
})

it('sent on anew or taken out of review, what lapsed is not given back', async () => {
  const post = await postAt('sent')
  const base = await headOf(post.draft)
  await saveEdits(office, writer, post.draft, { base, edits: [{ op: 'field', name: 'title', value: 'Another' }] })
  await sendDraft(office, writer, post.draft, await headOf(post.draft), '')
  const { undo } = await act(office, writer, post, { do: 'field', name: 'title', to: 'A post that is sent' })
  expect(undo).not.toBeNull()
  // It was in review as “Another”; the first title was given up by sending that.
  expect((await standing(post)).review).toBe('draft')
})

it('taking work out of an edition plans nothing again but what the draft itself had, for who may put it live', async () => {
  const [post, other] = [await postAt('planned'), await postAt('planned')]
  const eventsOf = async ({ item }: { item: string }) =>
    await office.store.read.all<{ id: string; state: string }>('SELECT id, state FROM planned_event WHERE item_id = $item ORDER BY id', {
      item,
    })
  const [[planned], [foreign]] = [await eventsOf(post), await eventsOf(other)]
  await discardDraft(office, writer, other.draft, await headOf(other.draft))
  const { undo } = await act(office, writer, post, { do: 'gather', edition: winter })
  if (undo?.do !== 'take-out') throw new Error('it is taken out again')
  expect(undo.resumes).toBe(planned!.id)
  const planner = {
    ...writer,
    rights: { ...writer.rights, grants: [{ holder: { person: writer.id }, role: 'section-editor', section: null }] },
  } as Actor
  await expect(act(office, planner, post, undo)).rejects.toThrow('put live')
  await act(office, writer, post, { ...undo, resumes: foreign!.id })
  expect((await eventsOf(post)).map(({ state }) => state)).toEqual(['cancelled', 'cancelled'])
  expect((await eventsOf(other)).map(({ state }) => state)).toEqual(['cancelled'])
})
