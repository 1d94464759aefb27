import { forgetOldBatches } from '../services/batches'
import { endOldInBin } from '../services/bin'
import type { Office } from '../services/office'
import { forgetOldAnswers } from '../services/answers'
import { every } from './every'

/** Ends by itself, looked at each hour, what has been in the bin, among batches or among answers of commands for longer than it is kept. Answers how to stop it. */
export const startBinKeeper = (office: Office) =>
  every(office, 3_600_000, 'looking after the bin', async () => {
    await endOldInBin(office)
    await forgetOldBatches(office)
    await forgetOldAnswers(office)
  })
