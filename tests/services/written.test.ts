import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Fields } from '../../core/content/fields'
import { newPassages } from '../../core/history/written'
import { indexVersions } from '../../server/jobs/versionIndexer'
import { updateLists } from '../../server/jobs/listUpdater'
import type { Actor } from '../../server/services/people/access'
import { saveEdits } from '../../server/services/writing/saving'
import { Foresight } from '../../server/services/planning/foresight'
import { createItem } from '../../server/services/writing/items'
import { findItems } from '../../server/services/listing/listing'
import type { Office } from '../../server/services/office'
import { addPerson } from '../support/people'
import { SiteFacts } from '../../server/services/publishing/siteFacts'
import { foundOffice, type FoundedOffice } from '../support/office'

let now = new Date('2026-11-25T11:00:00Z')
let founded: FoundedOffice
let office: Office
let maren: Actor
let wen: Actor
let section: string

beforeAll(async () => {
  founded = await foundOffice(() => now)
  ;({ office, section } = founded)
  maren = founded.founder
  const { person: writer } = await addPerson(office, maren, {
    name: 'Wen Zhao',
    email: 'wen@larkholm.example',
    roles: [{ role: 'writer', section: null }],
  })
  await office.settle()
  maren = await founded.actor(maren.id)
  wen = await founded.actor(writer)
})
afterAll(() => founded.end())

const find = async (q: string) => {
  await updateLists(office)
  await indexVersions(office)
  const foresight = new Foresight(office, new SiteFacts(office))
  return findItems(office, foresight, maren, { q, sort: 'title', limit: 10 })
}
/** Who wrote what is sought first, where it is found. */
const writers = async (q: string) =>
  (await find(q)).items.map(({ snippet }) => [snippet?.written?.by, snippet?.written?.number, snippet?.text])
const rows = () =>
  office.store.read.all<{ version_id: string; base_id: string | null }>('SELECT version_id, base_id FROM written ORDER BY n')

/** A text that grows by savings; each answers its version. */
async function begin(title: string) {
  const { draft, version } = await createItem(office, maren, { kind: 'post', section, title })
  let head = version
  const save = async (actor: Actor, text: string, named = false, id = 'block1') => {
    now = new Date(now.getTime() + 60_000)
    const edit = { block: { id, kind: 'paragraph' as const, text: [{ text }] } }
    const exists = await office.store.read.one('SELECT 1 FROM version WHERE draft_id = $draft AND number > 1', { draft })
    head = (
      await saveEdits(office, actor, draft, {
        base: head,
        edits: [exists && id === 'block1' ? { op: 'replace', ...edit } : { op: 'insert', ...edit, after: null }],
        named,
      })
    ).version
    return head
  }
  return { save }
}

describe('what anyone ever wrote', () => {
  it('is found by who wrote it first, also where it is gone since', async () => {
    const { save } = await begin('Ramps')
    await save(wen, 'The old ramp at Innermost creaks.', true)
    await save(maren, 'The new ramp at Innermost is quiet.', true)
    expect(await writers('ever:creaks')).toEqual([['Wen Zhao', 2, '… at Innermost creaks.']])
    expect(await writers('ever:"at innermost"')).toEqual([['Wen Zhao', 2, 'The old ramp at Innermost creaks.']])
    expect(await writers('ever:quiet')).toEqual([['Maren Ostby', 3, '… Innermost is quiet.']])
    expect((await find('text:creaks')).total).toBe(0)
    expect((await find('live:quiet')).total).toBe(0)
  })
  it('stands once for savings by themselves of one person, as the last of them has it', async () => {
    const before = (await rows()).length
    const { save } = await begin('Slow typing')
    const [started] = (await rows()).slice(before)
    expect(started).toBeUndefined()
    await save(wen, 'Fog')
    await save(wen, 'Foghorns are')
    await indexVersions(office)
    await save(wen, 'Foghorns are loud')
    await save(wen, 'Foghorns are lovely')
    const last = await save(wen, 'Below', false, 'block2')
    await indexVersions(office)
    const kept = (await rows()).slice(before)
    expect(kept.map(({ version_id }) => version_id).at(-1)).toBe(last)
    // The version that it was begun with, and one for all that was typed since.
    expect(kept).toHaveLength(2)
    expect(await writers('ever:foghorns')).toEqual([['Wen Zhao', 6, 'Foghorns are lovely']])
    expect((await find('ever:loud')).total).toBe(0)
    await save(maren, 'Foghorns are gone')
    expect(await writers('ever:lovely')).toEqual([['Wen Zhao', 6, 'Foghorns are lovely']])
    expect(await writers('ever:gone')).toEqual([['Maren Ostby', 7, 'Foghorns are gone']])
  })
  it('is what is new: the same words in another style, or elsewhere, are not', () => {
    const block = (id: string, text: string, bold = false) => ({
      id,
      kind: 'paragraph' as const,
      text: [{ text, ...(bold ? { marks: ['bold' as const] } : {}) }],
    })
    const fields = (more: Fields = {}): Fields => ({ title: 'Title', ...more })
    const before = { fields: fields(), body: [block('one1', 'One'), block('two1', 'Two')] }
    expect(newPassages(null, before)).toEqual(['Title', 'One', 'Two'])
    expect(
      newPassages(before, {
        fields: fields({ summary: 'Sum' }),
        body: [block('two1', 'Two'), block('one1', 'One', true), block('new1', 'Three')],
      }),
    ).toEqual(['Sum', 'Three'])
  })
})
