import { forgetOldBatches } from '../services/listing/batches'
import { endOldInBin } from '../services/writing/bin'
import { forgetCaughtMails } from '../services/mail/caughtMail'
import { forgetIncoming } from '../services/media/incoming'
import type { Office } from '../services/office'
import { endOldRows } from '../store/ends'
import { repeatEvery } from './repeatEvery'

/** Ends, once, what has been kept for as long as it is kept: in the bin, in tables, in files. */
export async function deleteExpired(office: Office): Promise<void> {
  for (const { id } of await office.sites()) await endOldInBin(office.ofSite(id))
  await forgetOldBatches(office)
  await office.store.write((tx) => endOldRows(tx, office.clock.now()))
  await forgetCaughtMails(office)
  await forgetIncoming(office)
  office.security.turnOver()
}

/** Does so each hour. Returns a function that stops it. */
export const startCleanup = (office: Office) => repeatEvery(office, 3_600_000, 'forgetting what is old', () => deleteExpired(office))
