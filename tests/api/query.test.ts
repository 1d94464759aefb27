import { describe, expect, it } from 'vitest'
import { writePost, type Client } from '../support/server'
import { withTeam, type Problem } from '../support/team'

const { here, colleague } = withTeam()
interface Listed {
  total: number
  items: { title: string }[]
}
const find = async (q: string, client: Client = here.team.publisher) => {
  const { total, items } = await client.need<Listed>('GET', `/items?limit=200&q=${encodeURIComponent(q)}`)
  return { total, titles: items.map(({ title }) => title).sort() }
}

describe('the list of items by a query', () => {
  it('finds what is meant, counts it exactly, and only where the person may read', async () => {
    const { team } = here
    await writePost(team, 'Quay repairs', 'live')
    await writePost(team, 'Quay music', 'cleared')
    await writePost(team, 'Quayside coffee')
    await team.founder.need('POST', '/items', { body: { kind: 'post', section: team.other, title: 'Quay elsewhere' } })
    expect(await find('quay')).toEqual({ total: 4, titles: ['Quay elsewhere', 'Quay music', 'Quay repairs', 'Quayside coffee'] })
    // Who turns pages knows how many there are.
    const turned = await team.publisher.need<{ total: null; items: unknown[] }>('GET', '/items?count=no&limit=2&from=2&q=quay')
    expect([turned.total, turned.items.length]).toEqual([null, 2])
    expect(await find('quay site:live')).toEqual({ total: 1, titles: ['Quay repairs'] })
    expect(await find('quay (draft:cleared or not has:draft)')).toEqual({ total: 2, titles: ['Quay music', 'Quay repairs'] })
    expect(await find('"quay" changed:today kind:post')).toMatchObject({ total: 3 })
    expect(await find('quay changed:..2001-01-01')).toEqual({ total: 0, titles: [] })
    const sections = await team.publisher.need<{ id: string; name: string }[]>('GET', '/sections')
    const other = sections.find(({ id }) => id === team.other)!.name
    expect(await find(`quay section:"${other.toUpperCase()}"`)).toEqual({ total: 1, titles: ['Quay elsewhere'] })
    // A right that is given for one section alone shows nothing of another, whatever is asked.
    const { client: anton, id } = await colleague()
    await team.founder.need('PUT', `/people/${id}/roles`, { body: { roles: [{ role: 'writer', section: team.section }] } })
    expect(await find('quay', anton)).toMatchObject({ total: 3 })
    expect(await find(`not section:Nowhere quay`, anton)).toMatchObject({ total: 3 })
  })
  it('is refused with the place that is wrong and what was expected there', async () => {
    const answer = await here.team.publisher.ask<Problem & { problem: { at: number; length: number; expected: string } }>(
      'GET',
      `/items?q=${encodeURIComponent('quay draft:gone')}`,
    )
    expect(answer.status).toBe(400)
    expect(answer.body.problem).toMatchObject({ at: 11, length: 4 })
    expect(answer.body.problem.expected).toContain('returned')
  })
})
