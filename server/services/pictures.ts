import { availableParallelism } from 'node:os'
import { fileTypeFromBuffer } from 'file-type'
import PQueue from 'p-queue'
import sharp, { type Sharp } from 'sharp'
import { refusal, Refusal } from './refusal'

/** The picture formats taken, by their first bytes and never by the name. */
export const PICTURE_TYPES = ['image/jpeg', 'image/png', 'image/webp', 'image/gif', 'image/avif'] as const
type PictureType = (typeof PICTURE_TYPES)[number]

/** Lets this process start no decoder but those of the formats taken, whatever else would ask for one. */
export function blockOtherDecoders(): void {
  sharp.block({ operation: ['VipsForeignLoad'] })
  sharp.unblock({
    operation: ['VipsForeignLoadJpeg', 'VipsForeignLoadPng', 'VipsForeignLoadWebp', 'VipsForeignLoadNsgif', 'VipsForeignLoadHeif'],
  })
}
sharp.concurrency(1)

/** The most pixels that are decoded, and the most seconds that one picture may take. */
export const MAX_PIXELS = 50_000_000
const MAX_SECONDS = 20
/** So many pictures that are brought may wait, and so many sizes of those we have, which come first; more are refused for the moment. */
const MOST_BROUGHT = 24
const MOST_SIZES = 500

/** Pictures are worked on beside the process, on half of the machine at most: whoever reads and writes goes on. */
const queue = new PQueue({ concurrency: Math.max(1, Math.floor(availableParallelism() / 2)) })

const tooMuch = () =>
  refusal(
    'too-large',
    'picture-slow',
    `A picture has at most ${MAX_PIXELS / 1_000_000} million pixels and is read within ${MAX_SECONDS} seconds`,
  )

/** What makes one picture of another. */
export type Making = (picture: Sharp) => Sharp

const unread = () =>
  refusal('wrong-type', 'picture-type', 'That is no picture we can read. JPEG, PNG, WebP, GIF and AVIF are taken, up to 50 million pixels')

/** The format of a picture by its first bytes. Throws a refusal (`wrong-type`) for what is none that is taken. */
export async function pictureType(bytes: Uint8Array): Promise<PictureType> {
  const mime = (await fileTypeFromBuffer(bytes))?.mime
  const known = PICTURE_TYPES.find((type) => type === mime)
  if (!known) throw unread()
  return known
}

/**
 * Makes a picture of the bytes of another, or of a file of ours. Answers its bytes and size. Throws a refusal: `wrong-type`
 * for what is none of the formats taken, `too-large` for what takes too long, `busy` while too many wait.
 */
export async function makePicture(from: Uint8Array | string, making: Making): Promise<{ bytes: Buffer; width: number; height: number }> {
  const ours = typeof from === 'string'
  if (!ours) await pictureType(from)
  const priority = ours ? 1 : 0
  if (queue.sizeBy({ priority }) >= (ours ? MOST_SIZES : MOST_BROUGHT))
    throw new Refusal('busy', [{ code: 'pictures-wait', detail: 'Many pictures are being worked on; try again in a moment' }], {
      retryAfter: 10,
    })
  const make = async () => {
    try {
      const picture = sharp(from, { limitInputPixels: MAX_PIXELS, failOn: 'error' }).timeout({ seconds: MAX_SECONDS })
      const { data, info } = await making(picture).toBuffer({ resolveWithObject: true })
      return { bytes: data, width: info.width, height: info.height }
    } catch (error) {
      throw error instanceof Error && /timeout|pixel limit/i.test(error.message) ? tooMuch() : unread()
    }
  }
  return queue.add(make, { priority })
}
