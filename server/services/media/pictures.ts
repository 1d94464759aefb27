import { serviceReason } from '../../../core/words/serviceReasons'
import { fork, type ChildProcess } from 'node:child_process'
import { availableParallelism, setPriority } from 'node:os'
import { fileURLToPath } from 'node:url'
import { fileTypeFromBuffer, fileTypeFromFile } from 'file-type'
import PQueue from 'p-queue'
import { refusal, Refusal } from '../refusal'
import { decode, MAX_PIXELS, MAX_SECONDS, type Decoded, type Made, type Making } from '../../pictures/decode'

/** The picture formats taken, by their first bytes and never by the name. */
export const PICTURE_TYPES = ['image/jpeg', 'image/png', 'image/webp', 'image/gif', 'image/avif'] as const
type PictureType = (typeof PICTURE_TYPES)[number]

/** Bytes or a file that someone brought, or a file of ours. */
export type Source = { brought: Uint8Array | string } | { ours: string }

/** Makes pictures, so that nothing in one can harm or hold up who answers. */
export interface Pictures {
  /**
   * Makes one picture of another. Throws a refusal: `wrong-type` for what is none of the formats taken, `too-large` for what
   * takes too long, `busy` while too many wait.
   */
  make(source: Source, making: Making): Promise<Made>
  close(): void
}

const unread = () => refusal('wrong-type', 'picture-type', { megapixels: MAX_PIXELS / 1_000_000 })
const tooMuch = () => refusal('too-large', 'picture-slow', { megapixels: MAX_PIXELS / 1_000_000, seconds: MAX_SECONDS })

/** The format of a picture by its first bytes. Throws a refusal (`wrong-type`) for what is none that is taken. */
export async function pictureType(from: Uint8Array | string): Promise<PictureType> {
  const mime = (await (typeof from === 'string' ? fileTypeFromFile(from) : fileTypeFromBuffer(from)))?.mime
  const known = PICTURE_TYPES.find((type) => type === mime)
  if (!known) throw unread()
  return known
}

/** So many pictures that are brought may wait, and so many sizes of those we have, which come first; more are refused for the moment. */
const MOST_BROUGHT = 24
const MOST_SIZES = 500

/** Makes pictures in turn: so many at once, by a decoder that is told nothing but the picture and what is to become of it. */
function inTurn(atOnce: number, decoder: (from: Uint8Array | string, making: Making, ours: boolean) => Promise<Decoded>): Pictures['make'] {
  const queue = new PQueue({ concurrency: atOnce })
  return async (source, making) => {
    const ours = 'ours' in source
    const from = ours ? source.ours : source.brought
    if (!ours) await pictureType(from)
    const priority = ours ? 1 : 0
    if (queue.sizeBy({ priority }) >= (ours ? MOST_SIZES : MOST_BROUGHT))
      throw new Refusal('busy', [serviceReason('pictures-wait')], {
        retryAfter: 10,
      })
    const decoded = await queue.add(() => decoder(from, making, ours), { priority })
    if (decoded.ok) return decoded
    throw decoded.why === 'slow' ? tooMuch() : unread()
  }
}

/** Longer than a decoder itself gives up; one that does not is ended. */
const PATIENCE_MS = (MAX_SECONDS + 5) * 1_000
const NICE = 10

/** Whether a process can be given another picture: one that was ended is still connected for a moment. */
const works = ({ connected, killed, exitCode, signalCode }: ChildProcess): boolean =>
  connected && !killed && exitCode === null && signalCode === null

/** One decoding in a process; one that dies of a picture, or does not come back from it, took a picture that cannot be read. */
function decodeIn(child: ChildProcess, from: Uint8Array | string, making: Making): Promise<Decoded> {
  return new Promise((resolve) => {
    const finish = (decoded: Decoded) => {
      clearTimeout(over)
      child.off('message', finish).off('exit', died)
      resolve(decoded)
    }
    const died = () => finish({ ok: false, why: 'unread' })
    const over = setTimeout(() => {
      child.kill('SIGKILL')
      finish({ ok: false, why: 'slow' })
    }, PATIENCE_MS)
    child.once('message', finish).once('exit', died)
    child.send({ from, making }, (error) => error && died())
  })
}

/** Processes beside the server's own, on half of the machine at most; each is begun when it is first needed. */
export function openPictures(): Pictures {
  // Built beside the server itself.
  const file = fileURLToPath(new URL('./pictures.mjs', import.meta.url))
  // Readers wait for the sizes of ours; what is brought comes last on the machine.
  const idle: { ours: ChildProcess[]; brought: ChildProcess[] } = { ours: [], brought: [] }
  const all = new Set<ChildProcess>()
  const begin = (ours: boolean): ChildProcess => {
    const child = fork(file, { serialization: 'advanced', stdio: ['ignore', 'inherit', 'inherit', 'ipc'] })
    all.add(child)
    child.once('exit', () => all.delete(child))
    child.once('error', () => all.delete(child))
    if (!ours && child.pid !== undefined) setPriority(child.pid, NICE)
    return child
  }
  const atOnce = Math.max(1, Math.floor(availableParallelism() / 2))
  return {
    make: inTurn(atOnce, async (from, making, ours) => {
      const those = ours ? idle.ours : idle.brought
      const waiting = those.pop()
      const child = waiting && works(waiting) ? waiting : begin(ours)
      const decoded = await decodeIn(child, from, making)
      if (works(child)) those.push(child)
      return decoded
    }),
    close() {
      for (const child of all) child.kill('SIGKILL')
    },
  }
}

/** The same in this process, for tools and tests that answer nobody meanwhile. */
export const picturesHere = (): Pictures => ({ make: inTurn(1, decode), close: () => undefined })
