import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { codeAt } from '../../server/services/people/secondFactor'
import { tokenIn, type Letter } from '../support/mailbox'
import { Client, PASSWORD, until } from '../support/server'
import { codes, sent, toldOf, withTeam, type Problem } from '../support/team'

const { here, pass, now, colleague } = withTeam({ YIELDGATE_ORIGIN: 'https://office.larkholm.example' }, { mail: true })
const mails = (to: string) => here.box.to(to)
const mailTo = (to: string, about: string): Promise<Letter> =>
  until(async () => mails(to).find(({ subject }) => subject.includes(about)), `a mail to ${to} about ${about}`)
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
    expect(await stranger().need('GET', `/invitation?with=${token}`)).toEqual({ name: 'Dina Moe', email, back: false })
    const choose = (password: string, who = stranger(), link = token) =>
      who.ask<Problem>('POST', '/invitation', { body: { with: link, password } })
    expect((await choose('short')).status).toBe(422)
    const dina = stranger()
    expect((await choose(PASSWORD, dina)).status).toBe(200)
    expect((await dina.need<{ person: { name: string } }>('GET', '/session')).person.name).toBe('Dina Moe')
    expect(await codes(choose(PASSWORD))).toEqual([404, 'link-over'])
    await stranger().signIn(email, PASSWORD)

    // A new link makes the one before it void, and a used one ends the sessions there were.
    await team.founder.need('POST', `/people/${person}/invitation`)
    const first = tokenIn(await mailTo(email, 'A link for a new password'))
    await team.founder.need('POST', `/people/${person}/invitation`)
    const second = tokenIn(
      await until(
        async () =>
          mails(email).find(({ text }) => text.includes('with=') && ![token, first].includes(tokenIn({ to: '', subject: '', text }))),
        'the third mail',
      ),
    )
    expect(await codes(choose('another boat at seven', stranger(), first))).toEqual([404, 'link-over'])
    expect((await choose('another boat at seven', stranger(), second)).status).toBe(200)
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

describe('a forgotten password', () => {
  const ask = (email: string, who = stranger()) => who.ask<Problem>('POST', '/session/forgotten', { body: { email } })
  const links = (email: string) => mails(email).filter(({ subject }) => subject === 'A link for a new password')

  it('is chosen anew by a link that comes by mail; the answer is the same for an address that nobody has', async () => {
    const { email, client } = await colleague('writer')
    expect(await ask('nobody@larkholm.example')).toMatchObject({ status: 204, body: {} })
    expect(await ask(email)).toMatchObject({ status: 204, body: {} })
    const token = tokenIn(await mailTo(email, 'A link for a new password'))
    expect(await stranger().need('GET', `/invitation?with=${token}`)).toMatchObject({ email, back: true })
    await stranger().need('POST', '/invitation', { body: { with: token, password: 'another boat at seven' } })
    expect((await client.ask('GET', '/me/sessions')).status).toBe(401)
    await stranger().signIn(email, 'another boat at seven')
    expect((await mailTo(email, 'A new password was chosen')).text).toContain('If it was not you, tell a steward at once')
    expect(mails('nobody@larkholm.example')).toEqual([])
  })
  it('brings at most three mails in an hour, and says no more than before', async () => {
    const { email } = await colleague('writer')
    for (let times = 0; times < 5; times++) expect((await ask(email)).status).toBe(204)
    // One that comes after shows that all before it went.
    await ask((await colleague('writer')).email)
    await mailTo('colleague3@larkholm.example', 'A link for a new password')
    expect(links(email)).toHaveLength(3)
  })
  it('is asked for by one origin twenty times in an hour', async () => {
    const answers = []
    for (let times = 0; times < 20; times++) answers.push((await ask(`any${times}@larkholm.example`)).status)
    expect(answers).toContain(429)
    expect(answers.lastIndexOf(204)).toBeLessThan(answers.indexOf(429))
  })
})

describe('one’s own account', () => {
  it('tells its owner by mail of each change that they would want to know of', async () => {
    const { id, email, client } = await colleague('writer')
    await client.need('PUT', '/me/password', { body: { current: PASSWORD, next: 'another boat at seven' } })
    await mailTo(email, 'Your password was changed')
    const elsewhere = await stranger().signIn(email, 'another boat at seven')
    const { secret } = await client.need('POST', '/me/second-factor', { body: { current: 'another boat at seven' } })
    await client.need('PUT', '/me/second-factor', { body: { code: codeAt(secret!, now()) } })
    await mailTo(email, 'Your second factor was turned on')
    // Whoever was signed in elsewhere signs in again, with the factor.
    expect((await elsewhere.ask('GET', '/me/sessions')).status).toBe(401)
    await here.team.founder.need('DELETE', `/people/${id}/second-factor`)
    await mailTo(email, 'A steward took your second factor off')
    expect((await client.ask('GET', '/me/sessions')).status).toBe(401)
  })
})

describe('a link', () => {
  it('is read by whoever it is for alone: no answer, no row and no file of the office holds it', async () => {
    const { founder } = here.team
    const { email } = await colleague('writer')
    await founder.need(
      'POST',
      `/people/${(await founder.need<{ id: string; email: string }[]>('GET', '/people')).find((one) => one.email === email)!.id}/invitation`,
    )
    const token = tokenIn(await mailTo(email, 'A link for a new password'))
    expect((await founder.ask('GET', '/mail')).status).toBe(404)
    for (const name of readdirSync(here.server.folder, { recursive: true, withFileTypes: true }))
      if (name.isFile()) expect([name.name, readFileSync(join(name.parentPath, name.name)).includes(token)]).toEqual([name.name, false])
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
    expect(mails('reviewer@larkholm.example').filter(({ text }) => text.includes('“Never”'))).toEqual([])
    expect(mails('founder@larkholm.example').filter(({ text }) => text.includes('“Each”'))).toHaveLength(1)
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
    expect(mails(email).filter(({ text }) => text.includes('“Before they came”'))).toEqual([])
    await founder.need('PUT', `/people/${person}/roles`, { body: { roles: [] } })
    expect((await guest.need<{ news: object[] }>('GET', '/me/notifications')).news).toEqual([])
  })
})
