import fc from 'fast-check'
import * as rrule from 'rrule'
import { describe, expect, it } from 'vitest'
import type { Block } from '../../core/blocks/blocks'
import { blockSchema } from '../../core/blocks/blocks'
import { blockWindowSchema, blockWindowWords, type BlockWindow } from '../../core/content/blockWindow'
import { blockBytes, findableText, hasTooManyRules, MAX_RECURRING_BLOCKS } from '../../core/content/content'
import { isShown, nextShown } from '../../core/content/shownBlocks'
import { markBlock } from '../../core/history/mark'
import { mergeBlock } from '../../core/history/merge'
import { NO_REFS } from '../../core/render/text'
import { renderItem, type ItemView, type SiteView } from '../../core/render/page'

const ZONE = 'Europe/Oslo'
const block = (window?: BlockWindow, words = 'Lane three'): Block => ({
  id: 'timed',
  kind: 'paragraph',
  text: [{ text: words }],
  ...(window ? { window } : {}),
})
const once = { from: '2027-03-05T15:00', until: '2027-03-07T22:00', rule: null }
const weekly = { ...once, rule: 'FREQ=WEEKLY;BYDAY=FR' }
const shown = (window: BlockWindow, at: string) => isShown(block(window), ZONE, at)

describe('the times of a block', () => {
  it('come again in so many blocks of a page at most; words that look like them are words', () => {
    const many = (count: number, one: Block) => Array.from({ length: count }, () => blockBytes(one))
    const words = block(undefined, '"window":{"from":"2027-03-05T15:00","rule":"FREQ=DAILY","until":"2027-03-06T15:00"}')
    expect(hasTooManyRules([...many(MAX_RECURRING_BLOCKS, block(weekly)), ...many(300, block(once)), ...many(300, words)])).toBe(false)
    expect(hasTooManyRules(many(MAX_RECURRING_BLOCKS + 1, block(weekly)))).toBe(true)
  })
  it('are half-open, by the clock on the wall, and open at either side', () => {
    expect(
      ['2027-03-05T13:59:59.999Z', '2027-03-05T14:00:00.000Z', '2027-03-07T20:59:59.999Z', '2027-03-07T21:00:00.000Z'].map((at) =>
        shown(once, at),
      ),
    ).toEqual([false, true, true, false])
    expect(shown({ ...once, from: null }, '1990-01-01T00:00:00.000Z')).toBe(true)
    expect(shown({ ...once, until: null }, '2190-01-01T00:00:00.000Z')).toBe(true)
    // After the clocks went forward the same hour on the wall is another instant.
    expect(shown(weekly, '2027-04-02T12:59:00.000Z')).toBe(false)
    expect(shown(weekly, '2027-04-02T13:00:00.000Z')).toBe(true)
  })
  it('come again as `rrule` says', () => {
    const rules = fc.constantFrom(
      'FREQ=DAILY;INTERVAL=3',
      'FREQ=WEEKLY;BYDAY=MO,FR',
      'FREQ=MONTHLY;BYMONTHDAY=5',
      'FREQ=MONTHLY;BYDAY=-1FR',
      'FREQ=YEARLY',
      'FREQ=WEEKLY;COUNT=7',
    )
    fc.assert(
      fc.property(
        rules,
        fc.integer({ min: 0, max: 900 }),
        fc.integer({ min: 0, max: 23 }),
        fc.integer({ min: 1, max: 40 }),
        (rule, day, hour, long) => {
          const window = {
            from: '2026-01-05T10:00',
            until: `2026-01-0${long > 13 ? 6 : 5}T${String((10 + long) % 24).padStart(2, '0')}:00`,
            rule,
          }
          fc.pre(window.until > window.from)
          const wall = new Date(Date.UTC(2026, 0, 1 + day, hour, 30))
          const starts = rrule.rrulestr(`DTSTART:20260105T100000Z\nRRULE:${rule}`).between(new Date(Date.UTC(2025, 0, 1)), wall, true)
          const length = Date.parse(`${window.until}Z`) - Date.parse(`${window.from}Z`)
          // On a zone without summer time the wall is the instant, and the oracle needs no zones.
          const covers = starts.some((start) => start.getTime() <= wall.getTime() && wall.getTime() < start.getTime() + length)
          expect(isShown(block(window), 'UTC', wall.toISOString())).toBe(covers)
        },
      ),
      { numRuns: 400 },
    )
  })
  it('change next at the moment until which nothing changes', () => {
    const walls = fc.integer({ min: 0, max: 400 }).map((hours) => new Date(Date.UTC(2027, 1, 1, hours)).toISOString().slice(0, 16))
    const windows = fc
      .record({ from: fc.option(walls), until: fc.option(walls), rule: fc.option(fc.constantFrom('FREQ=DAILY', 'FREQ=WEEKLY')) })
      .filter((window) => blockWindowSchema.safeParse(window).success)
    fc.assert(
      fc.property(
        fc.array(windows, { minLength: 1, maxLength: 3 }),
        fc.integer({ min: -48, max: 600 }),
        fc.nat(1_000),
        (list, hours, part) => {
          const body = list.map((window) => block(window))
          const at = new Date(Date.UTC(2027, 1, 1, hours)).toISOString()
          const next = nextShown(body, ZONE, at)
          const state = (moment: string) => body.map((one) => isShown(one, ZONE, moment)).join()
          const until = next === null ? Date.parse(at) + 40 * 86_400_000 : Date.parse(next) - 1
          const between = Date.parse(at) + Math.floor(((until - Date.parse(at)) * part) / 1_000)
          expect(state(new Date(between).toISOString())).toBe(state(at))
          if (next !== null) expect(next > at).toBe(true)
        },
      ),
      { numRuns: 500 },
    )
    expect(nextShown([block(once), block()], ZONE, '2027-03-01T00:00:00.000Z')).toBe('2027-03-05T14:00:00.000Z')
    expect(nextShown([block(once)], ZONE, '2027-03-05T14:00:00.000Z')).toBe('2027-03-07T21:00:00.000Z')
    expect(nextShown([block(once)], ZONE, '2027-03-07T21:00:00.000Z')).toBeNull()
  })
  it('are refused where they say nothing, run backwards, name no day or follow a rule that is none', () => {
    const bad = [
      { from: null, until: null, rule: null },
      { from: '2027-03-05T15:00', until: '2027-03-05T15:00', rule: null },
      { from: '2027-02-30T15:00', until: null, rule: null },
      { from: '2027-03-05T24:00', until: null, rule: null },
      { from: '2027-03-05T15:00', until: null, rule: 'FREQ=DAILY' },
      { ...once, rule: 'FREQ=HOURLY' },
    ]
    expect(bad.map((window) => blockWindowSchema.safeParse(window).success)).toEqual(bad.map(() => false))
    expect(blockSchema.safeParse(block(weekly)).success).toBe(true)
    expect(blockSchema.safeParse({ id: 'outer', kind: 'box', tone: 'note', title: '', blocks: [block(weekly)] }).success).toBe(false)
    expect(blockWindowWords(weekly)).toBe('from 5 Mar 2027, 15:00 until 7 Mar 2027, 22:00, every week on Friday')
  })
  it('are a part of the words: a comparison names them, and two changes of a block merge beside them', () => {
    expect(markBlock(block(once), block(weekly)).settings).toEqual([
      { name: 'window', before: blockWindowWords(once), after: blockWindowWords(weekly) },
    ])
    expect(markBlock(block(once), block()).settings[0]).toMatchObject({ after: 'always' })
    expect(mergeBlock(block(once), block(weekly), block(once, 'Lane four'))).toEqual(block(weekly, 'Lane four'))
    expect(mergeBlock(block(once), block(weekly), block({ ...once, until: null }))).toBeNull()
  })
})

describe('a page with such blocks', () => {
  const site: SiteView = {
    name: 'Larkholm',
    tagline: '',
    footer: '',
    language: 'en',
    zone: ZONE,
    at: null,
    origin: 'https://ferries.example',
    menu: [],
    menus: [],
    bars: [],
  }
  const view: ItemView = {
    kind: 'page',
    path: '/lanes',
    content: { fields: { title: 'Lanes' }, body: [block(once), { id: 'always', kind: 'paragraph', text: [{ text: 'Every day' }] }] },
    refs: NO_REFS,
    breadcrumb: [],
    labels: [],
    byline: [],
    section: { path: '/sections/news', title: 'News' },
    within: [],
    previous: null,
    next: null,
    series: null,
    posts: [],
    firstLive: '2027-01-01T00:00:00.000Z',
    changed: '2027-01-01T00:00:00.000Z',
  }
  it('shows them in their time, and all of them to who writes them; no description or search tells of them before', () => {
    const at = (moment: string | null) => renderItem({ ...site, at: moment }, view)
    expect(at('2027-03-06T00:00:00.000Z')).toContain('Lane three')
    expect(at('2027-03-04T00:00:00.000Z')).not.toContain('Lane three')
    expect(at(null)).toContain('Lane three')
    expect(at('2027-03-06T00:00:00.000Z')).toContain('<meta name="description" content="Every day">')
    expect(findableText(view.content)).not.toContain('Lane three')
  })
})
