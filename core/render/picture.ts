import type { Focus } from '../content/focus'
import { esc } from './escape'

/** A media file as the live site serves it: its id and the pixels of a picture; a document has none, but says what it is. */
export interface MediaView {
  id: string
  width: number
  height: number
  /** What a document is: the name it is saved under, its type, and its size in bytes. */
  file?: { name: string; type: string; size: number }
}

/** The widths in pixels that a picture is served at, besides its own where that is less than the last. */
export const PICTURE_WIDTHS = [480, 960, 1600, 2400] as const

/** The formats a picture is served in, best first; a browser takes the first that it knows. */
export const PICTURE_FORMATS = { avif: 'image/avif', webp: 'image/webp', jpg: 'image/jpeg' } as const
export type PictureFormat = keyof typeof PICTURE_FORMATS

/** The widths that a picture of this width exists at, rising. */
export const widthsOf = (width: number): number[] => [
  ...PICTURE_WIDTHS.filter((wide) => wide < width),
  ...(width <= PICTURE_WIDTHS.at(-1)! ? [width] : []),
]

/** Where a picture is, at one of its widths. */
export const picturePath = (id: string, width: number, format: PictureFormat): string => `/media/${id}/${width}.${format}`

/** Where a document is, under its own name; none for a picture. */
export const filePath = ({ id, file }: MediaView): string | null => (file ? `/media/${id}/file/${encodeURIComponent(file.name)}` : null)

/**
 * The places of the live site that show pictures: how wide at most (CSS pixels), in which shape (width to height; `null`
 * for the picture's own), and how a browser is told the width.
 */
export const SLOTS = {
  cover: { words: 'the top of the page', width: 960, ratio: 2, sizes: '(min-width: 64rem) 60rem, 100vw' },
  text: { words: 'the text', width: 750, ratio: null, sizes: '(min-width: 48rem) 44rem, 100vw' },
  card: { words: 'a card', width: 340, ratio: 16 / 9, sizes: '(min-width: 48rem) 20rem, 100vw' },
  teaser: { words: 'a list', width: 192, ratio: 4 / 3, sizes: '12rem' },
  banner: { words: 'a banner', width: 350, ratio: 350 / 170, sizes: '(min-width: 48rem) 22rem, 100vw' },
  opening: { words: 'the front page', width: 1220, ratio: null, sizes: '(min-width: 60rem) 76rem, 100vw' },
  sharing: { words: 'a shared link', width: 1200, ratio: 1200 / 630, sizes: '100vw' },
} as const satisfies Record<string, { words: string; width: number; ratio: number | null; sizes: string }>
export type Slot = keyof typeof SLOTS

/** How a picture meets what a place needs: on every screen, on simple screens alone, or not. `has` and `needs` are pixels of width. */
export function fitOf(
  media: Pick<MediaView, 'width' | 'height'>,
  slot: Slot,
): { fit: 'sharp' | 'plain' | 'small'; has: number; needs: number } {
  const { width, ratio } = SLOTS[slot]
  // Of a picture higher or wider than its place only a part is seen.
  const has = Math.min(media.width, ratio ? Math.round(media.height * ratio) : media.width)
  return { fit: has >= width * 2 ? 'sharp' : has >= width ? 'plain' : 'small', has, needs: width * 2 }
}

/** A focal point in tenths, as the theme has classes for it: pages carry no styles of their own. The middle needs none. */
export const focusClass = (focus: Focus | undefined): string => {
  const tenth = (part: number) => Math.round(part / 10) * 10
  const [x, y] = focus ? [tenth(focus.x), tenth(focus.y)] : [50, 50]
  return [...(x === 50 ? [] : [`fx-${x}`]), ...(y === 50 ? [] : [`fy-${y}`])].join(' ')
}

/** A picture in its place, in the sizes and formats that exist; without alternative text it is decorative. */
export function renderPicture(
  media: MediaView,
  alt: string,
  slot: Slot,
  { eager = false, focus }: { eager?: boolean; focus?: Focus | undefined } = {},
): string {
  const { sizes } = SLOTS[slot]
  const widths = widthsOf(media.width)
  const source = (format: PictureFormat) =>
    `<source type="${PICTURE_FORMATS[format]}" srcset="${widths.map((width) => `${picturePath(media.id, width, format)} ${width}w`).join(', ')}" sizes="${sizes}">`
  const plain = widths.find((width) => width >= SLOTS[slot].width) ?? widths.at(-1)!
  const seen = focusClass(focus)
  return `<picture>${source('avif')}${source('webp')}<img src="${picturePath(media.id, plain, 'jpg')}" width="${media.width}" height="${media.height}" alt="${esc(alt)}"${seen ? ` class="${seen}"` : ''}${eager ? '' : ' loading="lazy"'} decoding="async"></picture>`
}
