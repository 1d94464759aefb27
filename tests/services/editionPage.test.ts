import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { SiteFacts } from '../../server/services/publishing/siteFacts'
import { Foresight } from '../../server/services/planning/foresight'
import { heldNext } from '../../server/services/planning/troubles'
import { addEntries } from '../../server/services/planning/editionEntries'
import { editionPage } from '../../server/services/planning/editionPage'
import { changeEdition, makeEdition } from '../../server/services/planning/editions'
import { plan } from '../../server/services/planning/events'
import { putLiveNow } from '../../server/services/publishing/publishing'
import { openDraft } from '../../server/services/writing/drafts'
import { createItem } from '../../server/services/writing/items'
import { itemPage } from '../../server/services/writing/itemPage'
import { saveEdits } from '../../server/services/writing/saving'
import { foundOffice, type FoundedOffice } from '../support/office'

let here: FoundedOffice
let live: { item: string; draft: string }
beforeAll(async () => {
  here = await foundOffice(() => new Date('2026-03-02T09:00:00.000Z'))
  const { office, founder, section } = here
  const made = await createItem(office, founder, {
    kind: 'page',
    section,
    title: 'Night boats',
    content: { fields: { segment: 'night-boats' }, body: [] },
  })
  await putLiveNow(office, founder, made.draft, { head: made.version, exception: 'The boats sail tonight' })
  const { draft, head } = await openDraft(office, founder, made.item, 'Shorter')
  await saveEdits(office, founder, draft, { base: head, edits: [{ op: 'field', name: 'segment', value: 'late-boats' }] })
  live = { item: made.item, draft }
})
afterAll(() => here.end())

const pageOf = (id: string) => editionPage(here.office, here.founder, id)

describe('an edition', () => {
  it('says which address changes with it, and what another one changes too', async () => {
    const { office, founder } = here
    const { edition: spring } = await makeEdition(office, founder, { name: 'Spring' })
    const { edition: summer } = await makeEdition(office, founder, { name: 'Summer' })
    await addEntries(office, founder, spring, [{ item: live.item, draft: live.draft }])
    expect((await pageOf(spring)).entries).toMatchObject([{ address: { from: '/night-boats', to: '/late-boats' }, elsewhere: [] }])
    const other = await openDraft(office, founder, live.item, 'Longer')
    await addEntries(office, founder, summer, [{ item: live.item, draft: other.draft }])
    expect((await pageOf(spring)).entries).toMatchObject([{ elsewhere: [{ id: summer, name: 'Summer' }] }])
    expect((await pageOf(summer)).entries).toMatchObject([{ elsewhere: [{ id: spring, name: 'Spring' }], address: null }])
  })

  it('takes a draft over from another one, and says so there and here', async () => {
    const { office, founder } = here
    const { edition } = await makeEdition(office, founder, { name: 'Autumn' })
    const { left } = await addEntries(office, founder, edition, [{ item: live.item, draft: live.draft }])
    expect(left).toEqual([{ title: 'Night boats', edition: 'Spring' }])
    const told = await office.store.read.all<{ data: string }>("SELECT data FROM journal WHERE action = 'edition.taken-out'")
    expect(told.map(({ data }) => (JSON.parse(data) as { name: string }).name)).toEqual(['Spring'])
  })
})

describe('what would be held at the next moment', () => {
  it('is counted for the clock: what is not cleared, and an edition whole', async () => {
    const { office, founder, section } = here
    const foresight = new Foresight(office, new SiteFacts(office))
    expect(await heldNext(office, foresight)).toBeNull()
    const [one, two] = [
      await createItem(office, founder, { kind: 'post', section, title: 'Not cleared' }),
      await createItem(office, founder, { kind: 'post', section, title: 'Not cleared either' }),
    ]
    const { at } = await plan(office, founder, one.item, { kind: 'put-live', draft: one.draft, date: '2026-03-05', time: '06:30' })
    expect(await heldNext(office, foresight)).toEqual({ at, held: 1 })
    const { edition } = await makeEdition(office, founder, { name: 'Winter' })
    await addEntries(office, founder, edition, [{ item: two.item, draft: two.draft }])
    await changeEdition(office, founder, edition, { moment: { date: '2026-03-04', time: '04:00' } })
    expect(await heldNext(office, foresight)).toEqual({ at: (await pageOf(edition)).at, held: 1 })
  })
})

describe('a page that is live past its gates', () => {
  it('says why, who put it there, and who is to look', async () => {
    const { owed } = await itemPage(here.office, here.founder, live.item)
    expect(owed).toMatchObject({ by: 'Maren Ostby', reason: 'The boats sail tonight', gates: [{ name: 'Review' }] })
  })
})
