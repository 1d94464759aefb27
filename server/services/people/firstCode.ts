import { randomInt, timingSafeEqual } from 'node:crypto'
import { link, readFile, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { limitTries } from './guessing'
import type { Office } from '../office'
import { refusal } from '../refusal'

/** Without letters that look like others. */
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789'
const LENGTH = 12

export const firstCodeFile = (folder: string): string => join(folder, 'first-start.code')

/**
 * The code with which a site is begun: only whoever can read the console or the data folder of a new site becomes its first
 * steward. Made once, the same for all processes of the folder.
 */
export async function firstCode(office: Office): Promise<string> {
  const file = firstCodeFile(office.store.folder)
  const code = Array.from({ length: LENGTH }, () => LETTERS[randomInt(LETTERS.length)]!).join('')
  // Whole under another name first: a crash, or another process that reads meanwhile, never meets an empty one.
  const part = `${file}.${code}`
  await writeFile(part, code, { mode: 0o600 })
  try {
    await link(part, file)
    return code
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error
    return await readFile(file, 'utf8')
  } finally {
    await rm(part, { force: true })
  }
}

/** Throws a refusal unless it is the code, however it is typed; tries are counted. */
export async function mustKnowFirstCode(office: Office, typed: string, from: string): Promise<void> {
  const [known, told] = [await firstCode(office), typed.toLowerCase().replace(/[^a-z0-9]/g, '')].map((text) => Buffer.from(text))
  const isRight = known!.length === told!.length && timingSafeEqual(known!, told!)
  await limitTries(office, { key: `first-code:${from}`, free: 5 }, [], async () =>
    isRight
      ? { right: true }
      : {
          wrong: refusal('not-allowed', 'first-code-wrong', { at: 'code' }),
        },
  )
}

/** The code is of no use any more. */
export const deleteFirstCode = (office: Office): Promise<void> => rm(firstCodeFile(office.store.folder), { force: true })
