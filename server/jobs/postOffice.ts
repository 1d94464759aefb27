import { mailStandIn } from '../services/mail/caughtMail'
import { mailIsCaught, mailTransport, sendMails } from '../services/mail/mail'
import { tellNews, writeDigests } from '../services/mail/news'
import type { Office } from '../services/office'
import { every } from './every'
import { forEachSite } from './forEachSite'

/**
 * Tells people what they should know, in the office within a moment and by mail as each wants it. Without a mail server
 * (`YIELDGATE_SMTP`) the stand-in takes the mails. Answers how to stop it.
 */
export function startPostOffice(office: Office): () => Promise<void> {
  const transport = mailIsCaught() ? mailStandIn(office) : mailTransport(process.env.YIELDGATE_SMTP!)
  const stops = [
    every(office, 300, 'telling the news', () => tellNews(office)),
    forEachSite(office, (own) => every(own, 5_000, 'writing the mails of the day', () => writeDigests(own))),
    every(office, 500, 'sending mails', () => sendMails(office, transport)),
  ]
  return async () => {
    for (const stop of stops) await stop()
  }
}
