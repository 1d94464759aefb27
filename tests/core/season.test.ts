import { describe, expect, it } from 'vitest'
import { seeded } from '../../demo/random'
import { dayName, feastAfter, isNesting, monthAfter, seasonOf } from '../../demo/season'
import { makePosts, noticesOn } from '../../demo/texts/posts'

const day = (text: string) => new Date(`${text}T12:00:00Z`)
const MONTHS = Array.from({ length: 12 }, (_, month) => new Date(Date.UTC(2026, month, 15)))

describe('the season of the demo', () => {
  it('is that of its day', () => {
    expect(['2026-11-30', '2026-12-01', '2027-02-28', '2027-03-01', '2027-06-01', '2027-09-01'].map((text) => seasonOf(day(text)))).toEqual(
      ['autumn', 'winter', 'winter', 'spring', 'summer', 'autumn'],
    )
    expect([monthAfter(day('2026-12-01'), 1), monthAfter(day('2026-01-15'), -2)]).toEqual(['January', 'November'])
    expect([feastAfter(day('2026-05-17')), feastAfter(day('2026-12-13'))]).toEqual(['Midsummer Eve', '17 May'])
    expect(dayName(day('2026-12-03'))).toBe('Thursday 3 December')
  })

  it('is followed by its posts and notices', () => {
    for (const month of MONTHS) {
      const posts = makePosts(seeded(7), 60, () => month)
      const crossed = posts.flatMap(({ title }) => / people crossed in (\w+)$/.exec(title)?.[1] ?? [])
      expect(crossed.length).toBeGreaterThan(0)
      for (const name of crossed) expect([monthAfter(month, -1), monthAfter(month, -2)]).toContain(name)
      expect(posts.some(({ text }) => text.includes('eggs'))).toBe(isNesting(month))
      for (const [, feast] of posts.flatMap(({ title }) => [...title.matchAll(/^Music on the \w+ on (.+)$/g)]))
        expect(feast).toBe(feastAfter(month))
      expect(noticesOn(month).some(({ text }) => text.includes(`Fridays in ${monthAfter(month, 0)}`))).toBe(true)
    }
  })

  it('has as many posts as asked for, each with a picture and a title of its own', () => {
    const posts = makePosts(seeded(1911), 140, (index) => new Date(Date.UTC(2025, 5, 1 + index * 3)))
    expect(posts).toHaveLength(140)
    expect(new Set(posts.map(({ title }) => title)).size).toBe(140)
    expect(posts.filter(({ picture }) => picture).length).toBeGreaterThan(120)
  })
})
