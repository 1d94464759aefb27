import { afterAll, beforeAll, expect, it } from 'vitest'
import { openOffice } from '../../server/services/office'
import { foundOffice, type FoundedOffice } from '../support/office'

let here: FoundedOffice
beforeAll(async () => {
  here = await foundOffice(() => new Date('2027-03-01T08:00:00.000Z'))
})
afterAll(() => here.end())

it('what could not be read of sites and rights is read again when it is asked next', async () => {
  const office = await openOffice(here.folder, { now: () => new Date('2027-03-01T08:00:00.000Z') }, { durable: false })
  const { read } = office.store
  const all = read.all
  /** Reading fails as long as this runs, as on a disk that does not answer. */
  const broken = async (work: () => Promise<unknown>) => {
    read.all = () => Promise.reject(new Error('disk I/O error'))
    await expect(work()).rejects.toThrow('disk I/O error')
    read.all = all
  }
  await broken(() => office.sites())
  const [site] = await office.sites()
  expect(site!.zone).toBe('Europe/Oslo')
  await broken(() => office.rights())
  expect((await office.rights()).people.has(here.founder.id)).toBe(true)
  await office.close()
})
