import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { post, sendMails } from '../../server/services/mail/mail'
import { caughtMails, mailStandIn } from '../../server/services/mail/caughtMail'
import { deleteExpired } from '../../server/jobs/cleanup'
import { notifications, sendNotifications } from '../../server/services/mail/news'
import { openOffice, type Office } from '../../server/services/office'
import { choosePassword } from '../../server/services/people/invitations'
import { addPerson, changeNow } from '../support/people'
import { foundOffice, type FoundedOffice } from '../support/office'

const MINUTE = 60_000
let present = Date.parse('2026-03-02T09:00:00.000Z')
const clock = { now: () => new Date(present) }
let here: FoundedOffice
let office: Office
/** Another process on the same file. */
let other: Office
let maren = ''
let noor = ''
const as = (id: string) => here.actor(id)

beforeAll(async () => {
  process.env.YIELDGATE_LOG = 'fatal'
  here = await foundOffice(clock.now)
  office = here.office
  maren = here.founder.id
  const added = await addPerson(office, await as(maren), {
    name: 'Noor Haddad',
    email: 'noor@larkholm.example',
    roles: [{ role: 'reviewer', section: null }],
  })
  noor = added.person
  await choosePassword(office, new URL(added.link!).searchParams.get('with')!, 'letters in every port')
  await office.settle()
  other = await openOffice(here.folder, clock)
})
afterAll(async () => {
  await other.close()
  await here.end()
})

interface Row {
  sent_at: string | null
  next_at: string | null
  tries: number
  error: string | null
}
const mailOf = (subject: string) =>
  office.store.read.one<Row>('SELECT sent_at, next_at, tries, error FROM mail WHERE subject = $subject', { subject })
const write = (subject: string) =>
  office.store.write((tx) => post(office, tx, [{ site: null, person: noor, address: 'noor@larkholm.example', subject, text: 'Words.' }]))
const fails = { sendMail: () => Promise.reject(new Error('421 come back later')) }
const takes = (into: string[]) => ({ sendMail: ({ subject }: { subject?: unknown }) => (into.push(String(subject)), Promise.resolve({})) })

describe('a mail that is due', () => {
  it('is tried again after longer and longer waits, and left in the end, with why', async () => {
    await write('Stubborn')
    const waits: number[] = []
    for (let turn = 0; turn < 20; turn++) {
      await sendMails(office, fails as never)
      const { next_at } = (await mailOf('Stubborn'))!
      if (next_at === null) break
      waits.push((Date.parse(next_at) - present) / MINUTE)
      present = Date.parse(next_at)
    }
    expect(waits).toEqual([1, 5, 15, 60, 180, 360, 360, 360, 360])
    expect(await mailOf('Stubborn')).toMatchObject({ sent_at: null, tries: 10, error: 'Error: 421 come back later' })
  })
  it('goes once, though two processes look for it at the same moment', async () => {
    for (const subject of ['One', 'Two', 'Three']) await write(subject)
    const sent: string[] = []
    const counts = await Promise.all([sendMails(office, takes(sent) as never), sendMails(other, takes(sent) as never)])
    expect([counts[0] + counts[1], [...sent].sort()]).toEqual([3, ['One', 'Three', 'Two']])
    expect(await sendMails(office, takes(sent) as never)).toBe(0)
    expect((await mailOf('One'))!.next_at).toBeNull()
  })
  it('is sent by whoever comes after a process that ended in the middle of it', async () => {
    await write('Orphan')
    let asked = 0
    // The first never hears that it was taken.
    void sendMails(office, { sendMail: () => (asked++, new Promise(() => {})) } as never)
    while (!asked) await new Promise((resolve) => setImmediate(resolve))
    const sent: string[] = []
    expect(await sendMails(other, takes(sent) as never)).toBe(0)
    present += 6 * MINUTE
    expect([await sendMails(other, takes(sent) as never), sent]).toEqual([1, ['Orphan']])
  })
  it('arrives at the stand-in as it was written, signs and all', async () => {
    await office.store.write((tx) =>
      post(office, tx, [
        {
          site: null,
          person: noor,
          address: 'noor@larkholm.example',
          subject: '“Påske” venter på deg',
          text: 'Først én linje.\nSå en til: https://x.example/ø\n',
        },
      ]),
    )
    expect(await sendMails(office, mailStandIn(office))).toBe(1)
    const [mail] = await caughtMails(office, await as(maren))
    expect(mail).toMatchObject({
      to: 'noor@larkholm.example',
      subject: '“Påske” venter på deg',
      text: 'Først én linje.\nSå en til: https://x.example/ø\n',
    })
    await expect(as(noor).then((actor) => caughtMails(office, actor))).rejects.toMatchObject({ kind: 'not-allowed' })
  })
})

describe('being told', () => {
  it('happens once, whichever process hears the journal first, and is let go of after a year', async () => {
    await sendNotifications(office)
    const time = { from: new Date(present).toISOString(), to: new Date(present + 60 * MINUTE).toISOString() }
    await changeNow(office, await as(noor), { change: 'deputy', absent: noor, deputy: maren, gates: null, ...time })
    await Promise.all([sendNotifications(office), sendNotifications(other), sendNotifications(office), sendNotifications(other)])
    const told = await notifications(office, await as(maren))
    expect(told.news.map(({ words }) => words)).toEqual([
      expect.stringMatching(/^You stand in for Noor Haddad from \w+day \d+ March 2026, \d\d:\d\d to /),
    ])
    // Who did it knows.
    expect((await notifications(office, await as(noor))).news).toEqual([])
    const mails = await office.store.read.one<{ n: number }>(
      "SELECT count(*) AS n FROM mail WHERE subject LIKE 'You stand in%' OR text LIKE '%You stand in%'",
    )
    expect(mails!.n).toBe(1)
    present += 400 * 24 * 60 * MINUTE
    await deleteExpired(office)
    // Unseen, it stays for a second year; seen, it goes.
    expect((await notifications(office, await as(maren))).news).toHaveLength(1)
    await office.store.write((tx) => tx.run('UPDATE notification SET seen_at = at'))
    await deleteExpired(office)
    expect((await notifications(office, await as(maren))).news).toEqual([])
  })
})
