import { renameSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { destination, pino, stdTimeFunctions } from 'pino'
import { describedAction } from '../../core/journal/actions'
import type { JournalRow } from '../../core/journal/chain'

/** A file of it is at most about so large; the one before it is kept beside. */
const MOST_BYTES = 10 * 1024 * 1024

/** What touches the safety of the office, as lines of JSON in the data folder; never a password, code, link or text. */
export interface SecurityLog {
  note(event: 'sign-in-failed' | 'refused' | 'too-often' | 'failed' | 'changed', facts: Record<string, unknown>): void
  /** Puts the file aside when it is large, in the place of the one before. */
  turnOver(): void
  close(): void
}

export function openSecurityLog(
  folder: string,
  onNews: (listener: (rows: JournalRow[]) => void) => () => void,
  failed: (error: Error) => void,
): SecurityLog {
  const path = join(folder, 'security.jsonl')
  // At once: what was being done as the process ended is what one wants to read.
  const file = destination({ dest: path, sync: true, mode: 0o600 })
  // A disk that is full must not end the office.
  file.on('error', failed)
  const log = pino({ base: undefined, timestamp: stdTimeFunctions.isoTime }, file)
  let own = statSync(path).ino
  const stop = onNews((rows) => {
    for (const { seq, at, person, action, data } of rows)
      if (describedAction(action).security) log.info({ event: 'changed', seq, at, person, action, data })
  })
  return {
    note: (event, facts) => log.info({ event, ...facts }),
    turnOver() {
      const now = statSync(path)
      // Another process may have put it aside already.
      if (now.ino === own && now.size < MOST_BYTES) return
      if (now.ino === own) renameSync(path, join(folder, 'security.before.jsonl'))
      file.reopen()
      own = statSync(path).ino
    },
    close() {
      stop()
      file.end()
    },
  }
}
