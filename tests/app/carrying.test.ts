import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { useCarrying } from '../../app/components/calendar/carrying'
import type { CalendarEntry } from '../../app/components/calendar/entries'

const DAYS = ['mon', 'tue', 'wed']
const entry = (more: Partial<CalendarEntry> = {}): CalendarEntry => ({
  id: 'e',
  what: 'put-live',
  at: '2026-12-01T09:00:00.000Z',
  until: null,
  title: 'Ramp',
  item: 'i',
  kind: 'post',
  section: 's',
  sectionName: 'News',
  person: 'Wen Zhao',
  event: 'e',
  edition: null,
  state: 'planned',
  ready: null,
  cleared: true,
  repeats: null,
  reasons: [],
  troubles: { stops: 0, warns: 0 },
  ...more,
})

/** A calendar of three days that is used by keys, with what was dropped where. */
function calendar(of = entry()) {
  const state = { lifted: null as CalendarEntry | null, over: null as string | null, dropped: [] as string[] }
  const put = () => Object.assign(state, { lifted: null, over: null })
  const { key, leave } = useCarrying({
    lifted: () => state.lifted,
    over: () => state.over,
    cellOf: () => 'tue',
    next: (cell, pressed) => DAYS[DAYS.indexOf(cell) + ({ ArrowLeft: -1, ArrowRight: 1 }[pressed] ?? NaN)] ?? null,
    lift: (one) => (state.lifted = one),
    hover: (cell) => (cell === null ? put() : (state.over = cell)),
    drop(cell) {
      state.dropped.push(cell)
      put()
    },
  })
  /** Presses keys; answers those whose usual effect was kept from happening. */
  const press = (...keys: string[]) =>
    keys.filter((pressed) => {
      let kept = false
      const event = { key: pressed, ctrlKey: false, metaKey: false, altKey: false, preventDefault: () => (kept = true) }
      key(event as unknown as KeyboardEvent, of)
      return kept
    })
  return { state, press, leave: () => leave(of) }
}

describe('moving an entry of a calendar by keys', () => {
  it('lifts it with Space, carries it by arrows and drops it with Enter', () => {
    const { state, press } = calendar()
    press(' ', 'ArrowRight', 'Enter')
    expect([state.dropped, state.lifted]).toEqual([['wed'], null])
    press(' ', 'ArrowLeft', ' ')
    expect(state.dropped).toEqual(['wed', 'mon'])
  })
  it('puts it back with Escape or where the focus leaves, and keeps it where an arrow leads nowhere', () => {
    const { state, press, leave } = calendar()
    press(' ', 'ArrowRight', 'ArrowRight', 'ArrowRight')
    expect(state.over).toBe('wed')
    press('Escape', 'Enter')
    expect([state.dropped, state.lifted]).toEqual([[], null])
    press(' ')
    leave()
    expect(state.lifted).toBeNull()
  })
  it('leaves other keys, and what cannot be moved, to the browser', () => {
    expect(calendar().press('Enter', 'ArrowDown', 'Tab', 'a')).toEqual([])
    expect(calendar(entry({ state: 'done' })).press(' ', 'ArrowRight', 'Enter')).toEqual([])
    expect(calendar().press(' ', 'Tab', 'ArrowUp')).toEqual([' ', 'ArrowUp'])
  })
  it('drops only what is lifted, and always on a cell of the calendar', () => {
    const keys = fc.array(fc.constantFrom(' ', 'ArrowLeft', 'ArrowRight', 'ArrowUp', 'Enter', 'Escape', 'x'), { maxLength: 30 })
    fc.assert(
      fc.property(keys, (pressed) => {
        const { state, press } = calendar()
        for (const one of pressed) {
          const [lifted, before] = [state.lifted !== null, state.dropped.length]
          press(one)
          expect(state.dropped.length - before).toBe(lifted && (one === 'Enter' || one === ' ') ? 1 : 0)
          expect(state.lifted === null).toBe(state.over === null)
        }
        expect(state.dropped.every((cell) => DAYS.includes(cell))).toBe(true)
      }),
    )
  })
})
