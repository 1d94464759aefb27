import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { accessKey, accessOf, opens, STRANGER, type Access, type Audience } from '../../core/members/access'
import { kindsThat } from '../../core/kinds/kinds'
import { SiteFacts } from '../../server/services/publishing/siteFacts'
import { putLiveNow, rollBack, withdraw } from '../../server/services/publishing/publishing'
import { Refusal } from '../../server/services/refusal'
import { sendDraft } from '../../server/services/reviewing/sending'
import { routes, saveRules } from '../../server/services/reviewing/routes'
import { makeMemberGroup } from '../../server/services/members/readersAccess'
import { openDraft } from '../../server/services/writing/drafts'
import { saveEdits } from '../../server/services/writing/saving'
import { createItem } from '../../server/services/writing/items'
import { LiveSite } from '../../server/site/answer'
import { momentSource } from '../../server/site/momentSource'
import { liveSource } from '../../server/site/source'
import { accessOfItem } from '../../server/store/live'
import { itemById } from '../../server/store/items'
import { foundOffice, type FoundedOffice } from '../support/office'

/*
 * Who may read what is live is written beside it as things go live. Here random sequences (put live, moved, closed, opened, withdrawn, rolled
 * back) are held against the rule itself, asked of the site as the past knows it; and what readers get against both.
 */
let here: FoundedOffice
let facts: SiteFacts
let site: LiveSite
let clock = Date.parse('2026-03-02T09:00:00.000Z')
let holders: string
const NAMES = ['a', 'b', 'c', 'd', 'e'] as const
type Name = (typeof NAMES)[number]
const items = new Map<Name, string>()
const first = new Map<Name, string>()
const ORIGIN = 'http://larkholm.example'

beforeAll(async () => {
  here = await foundOffice(() => new Date((clock += 1_000)))
  const { office, founder, section } = here
  facts = new SiteFacts(office)
  site = new LiveSite(office)
  const open = (await routes(office, founder)).routes.find(({ steps }) => !steps.length)!
  await saveRules(office, founder, [{ kind: null, section: null, route: open.id }])
  holders = (await makeMemberGroup(office, founder, 'Holders')).id
  for (const name of NAMES) {
    const made = await createItem(office, founder, {
      kind: 'page',
      section,
      title: name,
      content: { fields: { segment: name }, body: [] },
      sent: true,
    })
    items.set(name, made.item)
    first.set(name, made.version)
    await putLiveNow(office, founder, made.draft, { head: made.version })
  }
})
afterAll(() => here.end())

type Step =
  | { does: 'move'; page: Name; below: Name | null }
  | { does: 'for'; page: Name; access: Access | null }
  | { does: 'withdraw'; page: Name }
  | { does: 'roll back'; page: Name }

/** What such steps may meet: a loop, an address that is taken, pages that still stand below, nothing that changes. */
const REFUSED = new Set(['is-live', 'parent-loop', 'segment-taken', 'children-live', 'parent-not-live', 'not-live'])
/** Does a step as a person would; what is refused changes nothing. */
async function take(step: Step): Promise<void> {
  const { office, founder } = here
  const item = items.get(step.page)!
  try {
    if (step.does === 'withdraw') {
      const live = (await itemById(office.store.read, item))!.live_version
      if (live) await withdraw(office, founder, item, live)
      return
    }
    if (step.does === 'roll back') {
      const live = (await itemById(office.store.read, item))!.live_version
      return void (await rollBack(office, founder, item, first.get(step.page)!, live ?? 'none'))
    }
    const { draft, head } = await openDraft(office, founder, item, 'A change')
    const edit =
      step.does === 'move'
        ? ({ op: 'field', name: 'parent', value: step.below && items.get(step.below)! } as const)
        : ({ op: 'field', name: 'access', value: step.access } as const)
    const { version } = await saveEdits(office, founder, draft, { base: head, edits: [edit] })
    await sendDraft(office, founder, draft, version, '')
    await putLiveNow(office, founder, draft, { head: version })
  } catch (error) {
    if (!(error instanceof Refusal) || !error.reasons.every(({ code }) => REFUSED.has(code))) throw error
  }
}

const page = fc.constantFrom(...NAMES)
const step: fc.Arbitrary<Step> = fc.oneof(
  fc.record({ does: fc.constant('move' as const), page, below: fc.option(page) }),
  fc.record({
    does: fc.constant('for' as const),
    page,
    access: fc.option(
      fc
        .constantFrom<'everyone' | 'members' | 'groups'>('everyone', 'members', 'groups')
        .map((who): Access => (who === 'groups' ? { who, groups: [holders] } : { who })),
    ),
  }),
  fc.record({ does: fc.constant('withdraw' as const), page }),
  fc.record({ does: fc.constant('roll back' as const), page }),
)

describe('who may read what is live', () => {
  it('is what the rule says of the site at that moment, and what readers get, whatever was done before', async () => {
    const { office } = here
    const db = office.store.read
    const id = (await office.site())!.id
    const readers = (): Audience[] => [
      STRANGER,
      { member: true, groups: [], passwords: [] },
      { member: true, groups: [holders], passwords: [] },
    ]
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 6 }), async (steps) => {
        for (const one of steps) await take(one)
        await office.settle()
        const now = await facts.present()
        for (const item of items.values()) {
          const entry = now.entry(item)
          const rule = entry && accessOf(entry, (above) => now.entry(above))
          expect(await accessOfItem(db, item)).toBe(rule === null ? undefined : rule.who === 'everyone' ? null : accessKey(rule))
          for (const audience of readers())
            if (entry?.path) expect((await site.answer(ORIGIN, entry.path, { audience }))?.status).toBe(opens(rule!, audience) ? 200 : 403)
        }
        for (const audience of readers()) {
          const [live, then] = [await liveSource(db, id, audience), momentSource(db, id, now, audience, [])]
          const of = async (source: typeof then) => ({
            pages: (await source.pages()).map(({ item }) => item).sort(),
            listed: (await source.listing({ kinds: kindsThat('tree') }, 0, 50)).map(({ item }) => item),
            count: await source.count({ kinds: kindsThat('tree') }),
            byIds: (await source.byIds([...items.values()])).map(({ item }) => item).sort(),
            mapped: await source.countSitemap(),
            at: await Promise.all(['/a', '/b', '/a/b', '/a/b/c'].map(async (path) => (await source.at(path))?.item)),
            access: await Promise.all(['/a', '/b', '/a/b', '/a/b/c'].map((path) => source.accessAt(path))),
          })
          expect(await of(live)).toEqual(await of(then))
        }
      }),
      { numRuns: 40 },
    )
  })
})
