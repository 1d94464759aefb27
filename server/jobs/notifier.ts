import { mailStandIn } from '../services/mail/caughtMail'
import { mailIsCaught, mailTransport, sendMails } from '../services/mail/mail'
import { sendNotifications, writeDigests } from '../services/mail/news'
import type { Office } from '../services/office'
import { repeatEvery } from './repeatEvery'
import { forEachSite } from './forEachSite'

/**
 * Tells people what they should know, in the office within a moment and by mail as each wants it. Without a mail server
 * (`YIELDGATE_SMTP`) the stand-in takes the mails. Returns a function that stops it.
 */
export function startNotifier(office: Office): () => Promise<void> {
  const transport = mailIsCaught() ? mailStandIn(office) : mailTransport(process.env.YIELDGATE_SMTP!)
  const stops = [
    repeatEvery(office, 300, 'telling the news', () => sendNotifications(office)),
    forEachSite(office, (own) => repeatEvery(own, 5_000, 'writing the mails of the day', () => writeDigests(own))),
    repeatEvery(office, 500, 'sending mails', () => sendMails(office, transport)),
  ]
  return async () => {
    for (const stop of stops) await stop()
  }
}
