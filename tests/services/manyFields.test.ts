import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Done } from '../../core/batch/action'
import type { Kind } from '../../core/kinds/kinds'
import type { Outcome } from '../../core/outcome'
import type { Actor } from '../../server/services/people/access'
import { act, type Target } from '../../server/services/listing/act'
import { openDraft } from '../../server/services/writing/drafts'
import type { FieldAction } from '../../server/services/listing/fieldChange'
import { binItem, createItem } from '../../server/services/writing/items'
import { manyFields } from '../../server/services/listing/manyFields'
import type { Office } from '../../server/services/office'
import { putLiveNow } from '../../server/services/publishing/publishing'
import { Refusal } from '../../server/services/refusal'
import { sendDraft } from '../../server/services/reviewing/sending'
import { within } from '../../server/services/within'
import type { Tx } from '../../server/store/database'
import { foundOffice, type FoundedOffice } from '../support/office'

const now = new Date('2026-11-25T11:00:00Z')
let founded: FoundedOffice
let office: Office
let actor: Actor
let tag: string
const targets: Target[] = []

type State = 'begun' | 'live' | 'worked-on' | 'labelled' | 'sent' | 'binned' | 'other-draft'
const STATES: [State, Kind][] = [
  ...Array.from({ length: 5 }, () => ['live', 'post'] as [State, Kind]),
  ...Array.from({ length: 4 }, () => ['begun', 'page'] as [State, Kind]),
  ['worked-on', 'post'],
  ['labelled', 'post'],
  ['sent', 'post'],
  ['binned', 'post'],
  ['begun', 'author'],
  ['other-draft', 'post'],
]

beforeAll(async () => {
  founded = await foundOffice(() => now)
  const { section } = founded
  office = founded.office
  actor = founded.founder
  tag = (await createItem(office, actor, { kind: 'label', section, title: 'Winter', content: { fields: { labelType: 'tag' } } })).item
  for (const [index, [state, kind]] of STATES.entries()) {
    const title = `${kind} ${index} ${state}`
    const content = state === 'labelled' ? { fields: { labels: [tag] } } : undefined
    const { item, draft, version } = await createItem(office, actor, { kind, section, title, content })
    let wanted: string | null = null
    if (state === 'live' || state === 'worked-on' || state === 'other-draft')
      await putLiveNow(office, actor, draft, { head: version, exception: 'To begin with' })
    if (state === 'worked-on' || state === 'other-draft') await openDraft(office, actor, item)
    if (state === 'other-draft') wanted = (await openDraft(office, actor, item, 'Beside')).draft
    if (state === 'sent') await sendDraft(office, actor, draft, version, '')
    if (state === 'binned') await binItem(office, actor, item, true)
    targets.push({ item, draft: wanted })
  }
})
afterAll(() => founded.end())

/** All that an edit could leave behind, without ids that are made anew each time. */
const everything = (tx: Tx) =>
  Promise.all([
    tx.all(
      `SELECT i.title, d.name, d.change, d.review, d.route_id, d.route_version, d.created_at, d.created_by, b.number AS base, h.number AS head,
         (SELECT group_concat(person_id) FROM draft_author a WHERE a.draft_id = d.id) AS authors
       FROM draft d JOIN item i ON i.id = d.item_id LEFT JOIN version b ON b.id = d.base_version JOIN version h ON h.id = d.head_version ORDER BY i.title, d.created_at, d.name`,
    ),
    tx.all(
      `SELECT i.title, v.number, v.author_id, v.at, v.cause, v.note, hex(v.fingerprint) AS fingerprint, o.hash AS manifest, p.number AS parent
       FROM version v JOIN item i ON i.id = v.item_id JOIN object o ON o.id = v.manifest LEFT JOIN version p ON p.id = v.parent_id ORDER BY i.title, v.number`,
    ),
    tx.all('SELECT title, on_site, draft_state, draft_id IS NULL AS free, changed_at, author_id, versions FROM item ORDER BY title'),
    tx.all(
      'SELECT i.title, r.rank, v.number, r.by_id, r.place FROM pair r JOIN item i ON i.id = r.item_id JOIN version v ON v.id = r.version_id ORDER BY i.title, r.rank, v.number',
    ),
    tx.all(
      "SELECT i.title, j.action, j.person_id, j.at, data ->> 'number' AS number, data ->> 'cause' AS cause FROM journal j LEFT JOIN item i ON i.id = j.item_id ORDER BY j.seq",
    ),
  ])
class Undone extends Error {}
/** What some work leaves behind and answers, then undone. */
async function tried<T>(work: (tx: Tx) => Promise<T>): Promise<{ answer: T; left: unknown }> {
  let kept: { answer: T; left: unknown } | undefined
  await office.store
    .write(async (tx) => {
      const answer = await work(tx)
      kept = { answer, left: await everything(tx) }
      throw new Undone()
    })
    .catch((error: unknown) => {
      if (!(error instanceof Undone)) throw error
    })
  return kept!
}
const oneByOne = (action: FieldAction, those: readonly Target[]) => async (tx: Tx) => {
  const outcomes: Outcome<Done>[] = []
  for (const target of those) {
    try {
      outcomes.push({ ok: true, value: await act(within(office, tx), actor, target, action) })
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      outcomes.push({ ok: false, reasons: error.reasons as never })
    }
  }
  return outcomes
}
/** An outcome without the ids that were made for it. */
const plainly = (outcome: Outcome<Done>) =>
  outcome.ok ? { said: outcome.value.said, undo: outcome.value.undo?.do } : outcome.reasons.map(({ code, detail }) => [code, detail])

describe('a field of many items', () => {
  const actions: [string, () => FieldAction][] = [
    ['a label', () => ({ do: 'label', add: [tag], remove: [] })],
    ['a label off', () => ({ do: 'label', add: [], remove: [tag] })],
    ['a summary', () => ({ do: 'field', name: 'summary', to: 'For winter' })],
    ['a date that only some have', () => ({ do: 'field', name: 'shownDate', to: '2026-12-01' })],
    ['a wrong value', () => ({ do: 'field', name: 'shownDate', to: 'soon' })],
    ['what was expected to be other', () => ({ do: 'field', name: 'summary', to: 'For winter', from: 'For summer' })],
  ]
  it.each(actions)('leaves behind and answers what it does one by one: %s', async (_, action) => {
    const together = await tried((tx) => manyFields(office, tx, actor, targets, action()))
    const plain = targets.filter((_, index) => together.answer[index])
    const each = await tried(oneByOne(action(), plain))
    expect(together.answer.flatMap((outcome) => (outcome ? [plainly(outcome)] : []))).toEqual(each.answer.map(plainly))
    expect(together.left).toEqual(each.left)
    // What waits at a gate or lies in the bin is for the way that asks about those.
    const left = STATES.filter((_, index) => !together.answer[index]).map(([state]) => state)
    expect(left).toEqual(['sent', 'binned'])
  })
  it('leaves titles and addresses, items named twice, and what one may not see to the one way that asks', async () => {
    const title: FieldAction = { do: 'field', name: 'title', to: 'Another' }
    expect((await tried((tx) => manyFields(office, tx, actor, targets, title))).answer.filter(Boolean)).toEqual([])
    const twice = [targets[0]!, targets[0]!, { item: 'none', draft: null }, { item: targets[1]!.item, draft: targets[14]!.draft }]
    const { answer } = await tried((tx) => manyFields(office, tx, actor, twice, { do: 'label', add: [tag], remove: [] }))
    expect(answer.map((outcome) => outcome?.ok ?? null)).toEqual([true, null, null, null])
    const stranger = { ...actor, rights: { ...actor.rights, grants: [] }, id: 'stranger' } as unknown as Actor
    const unseen = await tried((tx) => manyFields(office, tx, stranger, targets, { do: 'label', add: [tag], remove: [] }))
    expect(unseen.answer.filter(Boolean)).toEqual([])
  })
})
