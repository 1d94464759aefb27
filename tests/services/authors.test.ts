import { afterAll, beforeAll, expect, it } from 'vitest'
import type { Block } from '../../core/blocks/blocks'
import { sha256Hex } from '../../core/content/canonical'
import { blockBytes } from '../../core/content/content'
import type { Actor } from '../../server/services/people/access'
import { act } from '../../server/services/listing/act'
import { discardDraft, openDraft } from '../../server/services/writing/drafts'
import { restoreVersion, saveEdits } from '../../server/services/writing/saving'
import { createItem } from '../../server/services/writing/items'
import { addNote, takeSuggestion } from '../../server/services/reviewing/notes'
import type { Office } from '../../server/services/office'
import { addPerson } from '../support/people'
import { putLiveNow } from '../../server/services/publishing/publishing'
import { Refusal } from '../../server/services/refusal'
import { clearDraft } from '../../server/services/reviewing/review'
import { sendDraft } from '../../server/services/reviewing/sending'
import { bringUpToDate } from '../../server/services/writing/upToDate'
import { draftById } from '../../server/store/items'
import { keepTexts, readTexts } from '../../server/store/objects'
import { readBlocks, readContents, readManifest, versionById } from '../../server/store/versions'
import { foundOffice, type FoundedOffice } from '../support/office'

let founded: FoundedOffice
let office: Office
/** Writes, and may put live; reviews; writes alone, without the right to source blocks. */
let steward: Actor
let reviewer: Actor
let writer: Actor

beforeAll(async () => {
  founded = await foundOffice(() => new Date('2026-11-25T11:00:00Z'))
  office = founded.office
  const join = (name: string, role: string) =>
    addPerson(office, founded.founder, {
      name,
      email: `${name.toLowerCase()}@larkholm.example`,
      roles: [{ role, section: null }, ...(role === 'reviewer' ? [{ role: 'writer', section: null }] : [])],
    })
  const ids = [(await join('Noor', 'reviewer')).person, (await join('Wen', 'writer')).person]
  await office.settle()
  ;[steward, reviewer, writer] = (await Promise.all([founded.founder.id, ...ids].map(founded.actor))) as [Actor, Actor, Actor]
})
afterAll(() => founded.end())

const paragraph = (id: string, text: string): Block => ({ id, kind: 'paragraph', text: [{ text }] })
const headOf = async (draft: string) => (await draftById(office.store.read, draft))!.head_version
const livePost = async () => {
  const made = await createItem(office, writer, {
    kind: 'post',
    section: founded.section,
    title: 'Winter',
    content: { body: [paragraph('first', 'First words.')] },
  })
  await putLiveNow(office, steward, made.draft, { head: made.version, exception: 'To begin with' })
  return made.item
}
const write = async (actor: Actor, draft: string, text: string, from?: string[]) =>
  (await saveEdits(office, actor, draft, { base: await headOf(draft), edits: [{ op: 'replace', block: paragraph('first', text) }], from }))
    .version
/** What comes of it when the reviewer clears a draft that the writer sent. */
async function cleared(draft: string): Promise<string> {
  await sendDraft(office, writer, draft, await headOf(draft), '')
  try {
    return await clearDraft(office, reviewer, draft, await headOf(draft), 'review', '')
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    return error.reasons[0]!.code
  }
}

it('a reviewer clears what others wrote', async () => {
  const { draft } = await openDraft(office, writer, await livePost())
  await write(writer, draft, 'Other words.')
  expect(await cleared(draft)).toBe('cleared')
})
it('but not their own words that were restored from another draft, by whoever’s hand', async () => {
  const item = await livePost()
  const other = await openDraft(office, reviewer, item, 'Beside')
  const version = await write(reviewer, other.draft, 'Words of the reviewer.')
  const { draft } = await openDraft(office, writer, item, 'Here')
  await restoreVersion(office, writer, draft, version, await headOf(draft))
  expect(await cleared(draft)).toBe('own-work')
})
it('nor those that were copied, kept or taken from another draft into this one', async () => {
  const other = await openDraft(office, reviewer, await livePost())
  const version = await write(reviewer, other.draft, 'Words of the reviewer.')
  for (const from of [other.draft, version]) {
    const { draft } = await openDraft(office, writer, await livePost())
    await write(writer, draft, 'Words of the reviewer.', [from])
    expect(await cleared(draft)).toBe('own-work')
  }
})
it('nor those in a copy of the item, or in a draft begun on one that was never live', async () => {
  const { item, draft } = await createItem(office, reviewer, { kind: 'post', section: founded.section, title: 'By the reviewer' })
  const copy = await act(office, writer, { item, draft: null }, { do: 'duplicate' })
  expect(await cleared(copy.draft!)).toBe('own-work')
  const beside = await openDraft(office, writer, item, 'Beside')
  await discardDraft(office, reviewer, draft, await headOf(draft))
  await write(writer, beside.draft, 'More.').catch(() => undefined)
  expect(await cleared(beside.draft)).toBe('own-work')
})
it('nor those that came in by a merge, or by their suggestion in the draft that was restored', async () => {
  const item = await livePost()
  const behind = await openDraft(office, writer, item, 'Behind')
  await saveEdits(office, writer, behind.draft, {
    base: await headOf(behind.draft),
    edits: [{ op: 'field', name: 'summary', value: 'Winter' }],
  })
  const fix = await openDraft(office, reviewer, item, 'Fix')
  await write(reviewer, fix.draft, 'Fixed by the reviewer.')
  await putLiveNow(office, steward, fix.draft, { head: await headOf(fix.draft), exception: 'It cannot wait' })
  await bringUpToDate(office, writer, behind.draft, await headOf(behind.draft), {})
  expect(await cleared(behind.draft)).toBe('own-work')

  const post = await livePost()
  const one = await openDraft(office, writer, post, 'One')
  await write(writer, one.draft, 'Words to be changed.')
  await addNote(office, reviewer, one.draft, {
    text: '',
    place: 'first',
    quote: { exact: 'to be changed', before: 'Words ', after: '.' },
    suggestion: 'that the reviewer wants',
  })
  const note = (await office.store.read.one<{ id: string }>('SELECT id FROM note WHERE draft_id = $draft', { draft: one.draft }))!
  const taken = await takeSuggestion(office, writer, note.id, await headOf(one.draft))
  // In the draft itself two have agreed on the words, which is what a gate is for.
  const two = await openDraft(office, writer, post, 'Two')
  await restoreVersion(office, writer, two.draft, taken.version, await headOf(two.draft))
  expect(await cleared(two.draft)).toBe('own-work')
  expect(await cleared(one.draft)).toBe('cleared')
})
it('a source block is restored and copied only by who may write one', async () => {
  const item = await livePost()
  const { draft } = await openDraft(office, steward, item)
  const source: Block = { id: 'source', kind: 'source', html: '<p>Raw</p>' }
  const saved = await saveEdits(office, steward, draft, {
    base: await headOf(draft),
    edits: [{ op: 'insert', block: source, after: null }],
  })
  const beside = await openDraft(office, writer, item, 'Beside')
  const refused = (work: Promise<unknown>) =>
    work.then(
      () => 'done',
      (error: Refusal) => error.reasons[0]!.code,
    )
  expect(await refused(restoreVersion(office, writer, beside.draft, saved.version, await headOf(beside.draft)))).toBe('right-missing')
  expect(await refused(act(office, writer, { item, draft }, { do: 'duplicate' }))).toBe('right-missing')
  expect(await refused(restoreVersion(office, steward, beside.draft, saved.version, await headOf(beside.draft)))).toBe('done')
})

it('markup passes the sanitiser on every way in, and what was kept before on its way out', async () => {
  const raw = (text: string): Block => ({
    id: 'source',
    kind: 'source',
    html: `<p>${text}</p><form action="/x"><input></form><meta http-equiv="refresh" content="0;url=//evil.example"><script>x</script>`,
  })
  const markupOf = async (version: string) => {
    const content = (await readContents(office.store.read, [version])).get(version)!
    return content.body.flatMap((block) => (block.kind === 'source' ? [block.html] : []))
  }
  const kept = async (version: string) => {
    const { manifest } = (await versionById(office.store.read, version))!
    const [entry] = (await readManifest(office.store.read, manifest)).body
    return (await readTexts(office.store.read, new Set([entry![1]]))).get(entry![1])!
  }
  const made = await createItem(office, steward, {
    kind: 'post',
    section: founded.section,
    title: 'Raw',
    content: { body: [raw('Begun')] },
  })
  expect([await markupOf(made.version), await kept(made.version)]).toEqual([['<p>Begun</p>'], expect.not.stringContaining('script')])

  // Two drafts change the block differently; what one writes where both did comes in as well.
  const edit = async (draft: string, text: string) =>
    saveEdits(office, steward, draft, { base: await headOf(draft), edits: [{ op: 'replace', block: raw(text) }] })
  await putLiveNow(office, steward, made.draft, { head: made.version, exception: 'For the test' })
  const [one, two] = [await openDraft(office, steward, made.item, 'One'), await openDraft(office, steward, made.item, 'Two')]
  await edit(one.draft, 'Mine')
  const { version } = await edit(two.draft, 'Theirs')
  await putLiveNow(office, steward, two.draft, { head: version, exception: 'For the test' })
  const own = await bringUpToDate(office, steward, one.draft, await headOf(one.draft), { source: { block: raw('Both') } })
  expect([await markupOf(own.version), await kept(own.version)]).toEqual([['<p>Both</p>'], expect.not.stringContaining('script')])

  const text = blockBytes(raw('Old'))
  const hash = sha256Hex(text)
  await office.store.write((tx) => keepTexts(tx, [{ hash, text, like: undefined }]))
  expect((await readBlocks(office.store.read, [hash])).get(hash)).toMatchObject({ html: '<p>Old</p>' })
})
