import { readFileSync, statSync } from 'node:fs'

/** The one source of the present. */
export interface Clock {
  now(): Date
}

export const systemClock: Clock = { now: () => new Date() }

/**
 * A clock that a file moves: it holds a number of milliseconds to add to the machine's time. Only the variable
 * YIELDGATE_CLOCK_FILE, read at start, brings it in; no request can.
 */
export function fileClock(file: string): Clock {
  let offset = 0
  let readAt = -1
  return {
    now() {
      const changed = statSync(file, { throwIfNoEntry: false })?.mtimeMs ?? 0
      if (changed !== readAt) {
        readAt = changed
        offset = changed ? Number(readFileSync(file, 'utf8').trim()) || 0 : 0
      }
      return new Date(Date.now() + offset)
    },
  }
}

export const clockFromEnvironment = (): Clock =>
  process.env.YIELDGATE_CLOCK_FILE ? fileClock(process.env.YIELDGATE_CLOCK_FILE) : systemClock
