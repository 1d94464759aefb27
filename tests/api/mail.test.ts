import { describe, expect, it } from 'vitest'
import { Client, PASSWORD, until } from '../support/server'
import { codes, sent, toldOf, withTeam, type Problem } from '../support/team'

const { here, pass, now } = withTeam({ YIELDGATE_ORIGIN: 'https://office.larkholm.example' })
interface Mail {
  to: string
  subject: string
  text: string
}
const mails = (to: string) => here.team.founder.need<Mail[]>('GET', '/mail').then((all) => all.filter((mail) => mail.to.includes(to)))
const mailTo = (to: string, about: string): Promise<Mail> =>
  until(async () => (await mails(to)).find(({ subject }) => subject.includes(about)), `a mail to ${to} about ${about}`)
const tokenIn = ({ text }: Mail) => /\/office\/join\?with=([\w-]+)/.exec(text)![1]!
// The server knows its public address, from which cookies and links are made; requests name it as theirs.
const stranger = () => new Client(here.server.origin)

describe('an invitation', () => {
  it('goes by mail to a stand-in server, opens once, and lets choose a password', async () => {
    const { team } = here
    const email = 'dina.moe@larkholm.example'
    const { person } = await team.founder.need('POST', '/people', {
      body: { name: 'Dina Moe', email, roles: [{ role: 'writer', section: null }] },
    })
    expect((await stranger().ask('POST', '/session', { body: { email, password: '' } })).status).toBe(401)
    const mail = await mailTo(email, 'invites you')
    expect(mail.subject).toBe('Maren Ostby invites you to the office of Larkholm Ferries')
    const token = tokenIn(mail)
    expect(mail.text).toContain(`https://office.larkholm.example/office/join?with=${token}`)
    expect(await stranger().need('GET', `/invitation?with=${token}`)).toEqual({ name: 'Dina Moe', email })
    const join = (password: string, who = stranger(), link = token) =>
      who.ask<Problem>('POST', '/invitation', { body: { with: link, password } })
    expect((await join('short')).status).toBe(422)
    const dina = stranger()
    expect((await join(PASSWORD, dina)).status).toBe(200)
    expect((await dina.need<{ person: { name: string } }>('GET', '/session')).person.name).toBe('Dina Moe')
    expect(await codes(join(PASSWORD))).toEqual([404, 'invitation-over'])
    await stranger().signIn(email, PASSWORD)

    // A new link makes the one before it void, and a used one ends the sessions there were.
    await team.founder.need('POST', `/people/${person}/invitation`)
    const first = tokenIn(await until(async () => (await mails(email)).find((one) => tokenIn(one) !== token), 'the second mail'))
    await team.founder.need('POST', `/people/${person}/invitation`)
    const second = tokenIn(
      await until(async () => (await mails(email)).find((one) => ![token, first].includes(tokenIn(one))), 'the third mail'),
    )
    expect(await codes(join('another boat at seven', stranger(), first))).toEqual([404, 'invitation-over'])
    expect((await join('another boat at seven', stranger(), second)).status).toBe(200)
    expect((await dina.ask('GET', '/me/sessions')).status).toBe(401)
  })
  it('is over after a week, and with the account', async () => {
    const { team } = here
    const email = 'late@larkholm.example'
    const { person } = await team.founder.need('POST', '/people', { body: { name: 'Late Comer', email, roles: [] } })
    const token = tokenIn(await mailTo(email, 'invites you'))
    await team.founder.need('PATCH', `/people/${person}`, { body: { active: false } })
    expect((await stranger().ask('GET', `/invitation?with=${token}`)).status).toBe(404)
    await team.founder.need('PATCH', `/people/${person}`, { body: { active: true } })
    expect((await stranger().ask('GET', `/invitation?with=${token}`)).status).toBe(200)
    await pass(7 * 24 + 1)
    expect((await stranger().ask('GET', `/invitation?with=${token}`)).status).toBe(404)
  })
})

describe('being written to', () => {
  it('is of each thing, once a day at seven by one’s own clock, or never', async () => {
    const { team } = here
    // A week has passed: the team signs in again.
    for (const role of ['reviewer', 'writer', 'founder', 'steward'] as const) await team[role].signIn(`${role}@larkholm.example`, PASSWORD)
    await sent(team, 'post', 'Each')
    const each = await mailTo('reviewer@larkholm.example', '“Each” waits for you')
    expect(each.text).toMatch(
      /- “Each” waits for you at “Review”: “Please”\n {2}https:\/\/office\.larkholm\.example\/office\/items\/[\w-]+/,
    )
    await team.reviewer.need('PATCH', '/me', { body: { mail: 'none' } })
    await sent(team, 'post', 'Never')
    await toldOf(team.reviewer, 'Never', 'waits')
    await team.reviewer.need('PATCH', '/me', { body: { mail: 'daily', zone: 'UTC' } })
    await sent(team, 'post', 'Daily one')
    await sent(team, 'post', 'Daily two')
    await toldOf(team.reviewer, 'Daily two', 'waits')
    const hours = (31 - now().getUTCHours()) % 24
    await pass(hours === 0 ? 24 : hours)
    const day = await mailTo('reviewer@larkholm.example', '2 things since yesterday')
    expect(day.text).toContain('“Daily one” waits for you')
    expect(day.text).toContain('“Daily two” waits for you')
    expect((await mails('reviewer@larkholm.example')).filter(({ text }) => text.includes('“Never”'))).toEqual([])
    expect((await mails('founder@larkholm.example')).filter(({ text }) => text.includes('“Each”'))).toHaveLength(1)
  })
  it('marks as seen what was seen, for oneself alone', async () => {
    const { team } = here
    const of = (client: Client) => client.need<{ unseen: number; news: { id: string }[] }>('GET', '/me/notifications')
    const before = await of(team.reviewer)
    expect(before.unseen).toBeGreaterThan(2)
    await team.founder.need('POST', '/me/notifications/seen', { body: { upTo: before.news[0]!.id } })
    expect((await of(team.reviewer)).unseen).toBe(before.unseen)
    await team.reviewer.need('POST', '/me/notifications/seen', { body: { upTo: before.news[0]!.id } })
    expect((await of(team.reviewer)).unseen).toBe(0)
  })
  it('ends with the right: what one may no longer see is not named, and who has not come is not written to', async () => {
    const { team } = here
    const { founder } = team
    const email = 'guest@larkholm.example'
    const { person } = await founder.need('POST', '/people', {
      body: { name: 'Guest Reader', email, roles: [{ role: 'reviewer', section: null }] },
    })
    const invited = await mailTo(email, 'invites you')
    await sent(team, 'post', 'Before they came')
    await toldOf(team.reviewer, 'Before they came', 'waits')
    const guest = stranger()
    await guest.need('POST', '/invitation', { body: { with: tokenIn(invited), password: PASSWORD } })
    await toldOf(guest, 'Before they came', 'waits')
    await sent(team, 'post', 'After they came')
    await mailTo(email, '“After they came”')
    expect((await mails(email)).filter(({ text }) => text.includes('“Before they came”'))).toEqual([])
    await founder.need('PUT', `/people/${person}/roles`, { body: { roles: [] } })
    expect((await guest.need<{ news: object[] }>('GET', '/me/notifications')).news).toEqual([])
  })
})
