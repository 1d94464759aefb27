import { mkdir, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import nodemailer from 'nodemailer'
import { z } from 'zod'
import { may, must, type Actor } from '../people/access'
import { mailIsCaught, SITE_HEADER, type MailTransport } from './mail'
import { listPeople } from '../../store/people'
import type { Office } from '../office'
import { refusal } from '../refusal'

const MOST_SHOWN = 100
const folderOf = (office: Office) => join(office.store.folder, 'mail')
/** Mails that an earlier version caught end in `.eml`; they are let go of and not shown. */
const isName = (name: string) => /^\d{13}-[0-9a-f-]{36}\.(json|eml)$/.test(name)
/** A mail as nodemailer writes it as JSON. */
const mailSchema = z.object({
  to: z.array(z.object({ address: z.string(), name: z.string().optional() })),
  subject: z.string(),
  text: z.string(),
  headers: z.object({ [SITE_HEADER]: z.string().optional() }).optional(),
})

/** What stands in for a mail server: it takes what that would have got and keeps it as files. */
export function mailStandIn(office: Office): MailTransport {
  const folder = folderOf(office)
  const writer = nodemailer.createTransport({ jsonTransport: true })
  return {
    async sendMail(mail) {
      const { message } = await writer.sendMail(mail)
      const file = join(folder, `${office.clock.now().getTime()}-${office.newId()}.json`)
      await mkdir(folder, { recursive: true })
      await writeFile(`${file}.part`, message)
      await rename(`${file}.part`, file)
    },
  }
}

function mustBeCaught(actor: Actor): void {
  must(actor, 'people.change', null)
  if (!mailIsCaught()) throw refusal('unknown', 'mail-goes-out')
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
  /** The site that it tells of; `null` where it is about an account. */
  site: string | null
  at: string
  to: string
  subject: string
  text: string
}

async function read(office: Office, name: string): Promise<CaughtMail> {
  const { to, subject, text, headers } = mailSchema.parse(JSON.parse(await readFile(join(folderOf(office), name), 'utf8')))
  return {
    id: name,
    site: headers?.[SITE_HEADER] ?? null,
    at: new Date(Number(name.slice(0, 13))).toISOString(),
    to: to.map(({ name: called, address }) => (called ? `${called} <${address}>` : address)).join(', '),
    subject,
    text,
  }
}

/** The mails that the stand-in took for a site and its people, the newest first; to who may not read all work, those to themselves. */
export async function caughtMails(office: Office, actor: Actor): Promise<CaughtMail[]> {
  mustBeCaught(actor)
  const names = await caughtNames(office)
  const addresses = new Set((await listPeople(office.store.read, actor.rights.site)).map(({ email }) => email.toLowerCase()))
  const all = await Promise.all(
    names
      .filter((name) => name.endsWith('.json'))
      .reverse()
      .slice(0, MOST_SHOWN)
      .map((name) => read(office, name)),
  )
  const mails = all.filter(({ site, to }) => (site === null ? addresses.has(to.toLowerCase()) : site === actor.rights.site))
  // They have the titles of what waits for others.
  return may(actor, 'item.read', null) ? mails : mails.filter(({ to }) => to.toLowerCase().includes(actor.email.toLowerCase()))
}
