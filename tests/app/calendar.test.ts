import { describe, expect, it } from 'vitest'
import { shownEntries, type CalendarEntry } from '../../app/components/calendar/entries'
import { dayForView, periodOf, stepFrom } from '../../app/components/calendar/period'

describe('the period that the calendar shows', () => {
  const ZONE = 'Europe/Oslo'
  it('is a month with its whole weeks, from Monday on, by the zone’s midnights on either side of a clock change', () => {
    expect(periodOf('month', '2026-03-15', ZONE)).toEqual({ from: '2026-02-22T23:00:00.000Z', to: '2026-04-05T22:00:00.000Z' })
  })
  it('is the week of a day, or a month from it', () => {
    expect(periodOf('week', '2026-12-01', ZONE)).toEqual({ from: '2026-11-29T23:00:00.000Z', to: '2026-12-06T23:00:00.000Z' })
    expect(periodOf('agenda', '2026-12-01', ZONE)).toEqual({ from: '2026-11-30T23:00:00.000Z', to: '2027-01-01T23:00:00.000Z' })
  })
  it('goes on by a week, or by a month that ends within itself', () => {
    expect(stepFrom('week', '2026-12-28', 1)).toBe('2027-01-04')
    expect(stepFrom('month', '2026-01-31', 1)).toBe('2026-02-28')
    expect(stepFrom('agenda', '2026-03-31', -1)).toBe('2026-02-28')
  })
  it('as a list begins where the month or week began that one looked at, or today where that is in it', () => {
    const TODAY = '2026-12-09'
    expect(dayForView('agenda', 'month', '2027-03-15', TODAY)).toBe('2027-03-01')
    expect(dayForView('agenda', 'week', '2027-03-18', TODAY)).toBe('2027-03-15')
    expect([dayForView('agenda', 'month', '2026-12-01', TODAY), dayForView('agenda', 'week', '2026-12-07', TODAY)]).toEqual([TODAY, TODAY])
    expect([dayForView('week', 'month', '2027-03-15', TODAY), dayForView('agenda', 'agenda', '2027-03-15', TODAY)]).toEqual([null, null])
  })
})

describe('the entries that a filter lets through', () => {
  const sections = [
    { id: 'news', parent: null },
    { id: 'harbour', parent: 'news' },
    { id: 'fares', parent: null },
  ]
  const entry = (section: string | null, what: CalendarEntry['what'], person: string) => ({ section, what, person }) as CalendarEntry
  const inHarbour = entry('harbour', 'put-live', 'Wen Zhao')
  const inFares = entry('fares', 'window', 'Liv Marchetti')
  const anEdition = entry(null, 'edition', 'Wen Zhao')
  const all = [inHarbour, inFares, anEdition]
  const ALL = { section: '', kind: '', person: '' }

  it('are all without one, and of a section those of all below it', () => {
    expect(shownEntries(all, ALL, sections)).toEqual(all)
    expect(shownEntries(all, { ...ALL, section: 'news' }, sections)).toEqual([inHarbour])
    expect(shownEntries(all, { ...ALL, section: 'harbour' }, sections)).toEqual([inHarbour])
  })
  it('are of a kind and of a person, each condition with the others', () => {
    expect(shownEntries(all, { ...ALL, kind: 'window' }, sections)).toEqual([inFares])
    expect(shownEntries(all, { ...ALL, person: 'Wen Zhao' }, sections)).toEqual([inHarbour, anEdition])
    expect(shownEntries(all, { ...ALL, person: 'Wen Zhao', kind: 'window' }, sections)).toEqual([])
  })
})
