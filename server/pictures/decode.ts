import sharp, { type Sharp } from 'sharp'
import type { PictureFormat } from '../../core/render/picture'

/** A part of a picture in its own pixels. */
export interface Crop {
  left: number
  top: number
  width: number
  height: number
}

/** What is made of a picture: the one that is kept, one of a person, a part of one that is kept, or one of the sizes that readers get. */
export type Making =
  | { make: 'kept' }
  | { make: 'portrait'; side: number }
  | { make: 'part'; crop: Crop }
  | { make: 'size'; width: number; format: PictureFormat }

/** A picture that was made: its bytes and its size in pixels. */
export interface Made {
  bytes: Uint8Array
  width: number
  height: number
}
/** A picture that was made, or why there is none: it cannot be read, or takes too long or too many pixels. */
export type Decoded = ({ ok: true } & Made) | { ok: false; why: 'unread' | 'slow' }

/** The most pixels that are decoded, and the most seconds that one picture may take. */
export const MAX_PIXELS = 50_000_000
export const MAX_SECONDS = 20

sharp.concurrency(1)

/** Lets this process start no decoder but those of the formats taken, whatever else would ask for one. */
export function blockOtherDecoders(): void {
  sharp.block({ operation: ['VipsForeignLoad'] })
  sharp.unblock({
    operation: ['VipsForeignLoadJpeg', 'VipsForeignLoadPng', 'VipsForeignLoadWebp', 'VipsForeignLoadNsgif', 'VipsForeignLoadHeif'],
  })
}

const OUT: Record<PictureFormat, (picture: Sharp) => Sharp> = {
  // The least effort that is still smaller than WebP: a reader waits for the first of each.
  avif: (picture) => picture.avif({ quality: 58, effort: 2 }),
  webp: (picture) => picture.webp({ quality: 80 }),
  jpg: (picture) => picture.flatten({ background: '#ffffff' }).jpeg({ quality: 82, mozjpeg: true }),
}
function made(picture: Sharp, making: Making): Sharp {
  switch (making.make) {
    case 'kept':
      return picture.rotate().webp({ quality: 86 })
    case 'portrait':
      return picture.rotate().resize(making.side, making.side, { fit: 'cover' }).webp({ quality: 82 })
    case 'part':
      return picture.extract(making.crop).webp({ quality: 86 })
    case 'size':
      return OUT[making.format](picture.resize({ width: making.width }))
  }
}

/** Makes a picture of the bytes of another, or of a file. */
export async function decode(from: Uint8Array | string, making: Making): Promise<Decoded> {
  try {
    const picture = sharp(from, { limitInputPixels: MAX_PIXELS, failOn: 'error' }).timeout({ seconds: MAX_SECONDS })
    const { data, info } = await made(picture, making).toBuffer({ resolveWithObject: true })
    return { ok: true, bytes: data, width: info.width, height: info.height }
  } catch (error) {
    return { ok: false, why: error instanceof Error && /timeout|pixel limit/i.test(error.message) ? 'slow' : 'unread' }
  }
}
