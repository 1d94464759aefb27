import { dropAnswersBefore } from '../store/answers'
import type { Office } from './office'

/** How long a command may be asked again under its key: a line that dropped is back sooner. */
const DAYS = 2

/** Forgets the answers of commands that are too old to be asked for again. */
export const forgetOldAnswers = (office: Office): Promise<void> =>
  office.store.write((tx) => dropAnswersBefore(tx, new Date(office.clock.now().getTime() - DAYS * 86_400_000).toISOString()))
