import { mkdir, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { LRUCache } from 'lru-cache'
import { simpleParser } from 'mailparser'
import { SMTPServer } from 'smtp-server'
import { may, must, type Actor } from '../people/access'
import { mailIsCaught } from './mail'
import type { Office } from '../office'
import { refusal } from '../refusal'

const MOST_SHOWN = 100
/** A mail that was read once is not parsed again while someone looks. */
const parsed = new LRUCache<string, CaughtMail>({ max: 500 })
const MOST_BYTES = 1024 * 1024
const folderOf = (office: Office) => join(office.store.folder, 'mail')
const isName = (name: string) => /^\d{13}-[0-9a-f-]{36}\.eml$/.test(name)

/**
 * A mail server that stands in for a real one: it takes what it is given, on the loopback alone, and keeps it as files.
 * Answers its port and how to stop it.
 */
export async function startMailStandIn(office: Office): Promise<{ port: number; stop: () => Promise<void> }> {
  const folder = folderOf(office)
  await mkdir(folder, { recursive: true })
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    size: MOST_BYTES,
    onData(stream, _session, done) {
      const parts: Buffer[] = []
      stream.on('data', (part: Buffer) => parts.push(part))
      stream.on('end', () => {
        const file = join(folder, `${office.clock.now().getTime()}-${office.newId()}.eml`)
        writeFile(`${file}.part`, Buffer.concat(parts))
          .then(() => rename(`${file}.part`, file))
          .then(() => done(), done)
      })
    },
  })
  server.on('error', (error) => office.log.error({ error }, 'the mail stand-in failed'))
  const port = await new Promise<number>((resolve, reject) => {
    server.once('error', reject)
    server.listen(0, '127.0.0.1', () => {
      const address = server.server.address()
      resolve(typeof address === 'object' && address ? address.port : 0)
    })
  })
  return { port, stop: () => new Promise((resolve) => server.close(() => resolve())) }
}

function mustBeCaught(actor: Actor): void {
  must(actor, 'people.change', null)
  if (!mailIsCaught()) throw refusal('unknown', 'mail-goes-out', 'Mails go to a mail server; they are not kept here')
}

/** The files of caught mails, the oldest first; none where no mail was ever caught here. */
async function caughtNames(office: Office): Promise<string[]> {
  try {
    return (await readdir(folderOf(office))).filter(isName).sort()
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error
    return []
  }
}

/** So long a caught mail is kept, and so many at most. */
const KEPT_MS = 30 * 86_400_000
const MOST_KEPT = 2_000

/** Lets go of caught mails that are old, or more than anyone looks through. */
export async function forgetCaughtMails(office: Office): Promise<void> {
  const names = (await caughtNames(office)).reverse()
  const since = office.clock.now().getTime() - KEPT_MS
  for (const [place, name] of names.entries())
    if (place >= MOST_KEPT || Number(name.slice(0, 13)) < since) await rm(join(folderOf(office), name), { force: true })
}

export interface CaughtMail {
  id: string
  at: string
  to: string
  subject: string
  text: string
}

async function read(office: Office, name: string): Promise<CaughtMail> {
  const known = parsed.get(`${office.store.folder} ${name}`)
  if (known) return known
  const mail = await simpleParser(await readFile(join(folderOf(office), name)))
  const to = Array.isArray(mail.to) ? mail.to.map((entry) => entry.text).join(', ') : (mail.to?.text ?? '')
  const caught = { id: name, at: new Date(Number(name.slice(0, 13))).toISOString(), to, subject: mail.subject ?? '', text: mail.text ?? '' }
  parsed.set(`${office.store.folder} ${name}`, caught)
  return caught
}

/** The mails that the stand-in took, the newest first; to who may not read all work, those to themselves. */
export async function caughtMails(office: Office, actor: Actor): Promise<CaughtMail[]> {
  mustBeCaught(actor)
  const names = await caughtNames(office)
  const mails = await Promise.all(
    names
      .reverse()
      .slice(0, MOST_SHOWN)
      .map((name) => read(office, name)),
  )
  // They have the titles of what waits for others.
  return may(actor, 'item.read', null) ? mails : mails.filter(({ to }) => to.toLowerCase().includes(actor.email.toLowerCase()))
}
