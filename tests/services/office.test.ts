import { afterAll, beforeAll, expect, it } from 'vitest'
import { openOffice } from '../../server/services/office'
import { actorOf } from '../../server/services/people/access'
import { changeRights } from '../../server/services/people/rightsChange'
import { openSession } from '../../server/services/people/sessions'
import { beginSite } from '../../server/services/site/sites'
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

it('nobody signs in on a site that they do not work on, however they come', async () => {
  const { office, founder } = here
  const at = { zone: 'UTC', language: 'en' }
  const second = await beginSite(office, founder, { siteName: 'Grey Skerry', host: 'skerry.example', ...at })
  const [first] = await office.sites()
  const [own, other] = [office.ofSite(first!.id), office.ofSite(second)]
  const { person } = await changeRights<{ person: string }>(own, founder, {
    change: 'person',
    name: 'Wen Zhao',
    email: 'wen@larkholm.example',
    roles: [{ role: 'writer', section: null }],
  }).then((made) => (made.waits ? expect.unreachable('a second steward is asked') : made))
  await office.settle()
  for (const way of ['password', 'openid', 'demo'] as const) {
    await expect(openSession(other, person, 'a browser', way)).rejects.toMatchObject({ reasons: [{ code: 'account-elsewhere' }] })
    expect(await openSession(own, person, 'a browser', way)).toMatch(/./)
  }
  const token = await openSession(own, person, 'a browser', 'password')
  expect([(await actorOf(own, token))?.id, await actorOf(other, token)]).toEqual([person, undefined])
})
