import { promisify } from 'node:util'
import { brotliCompress, constants, gzip } from 'node:zlib'

/** How the bytes of an answer are sent (RFC 9110 §8.4.1). */
export type Encoding = 'br' | 'gzip' | 'identity'

/** Shorter answers gain nothing. */
const SHORTEST_BYTES = 1_000
const COMPRESSIBLE = /^(text\/|application\/(json|xml|atom\+xml|javascript|link-format)|image\/svg)/

const [brotli, zip] = [promisify(brotliCompress), promisify(gzip)]

/** Whether an answer of a type and length is worth compressing. */
export const isCompressible = (type: string | undefined, bytes: number): boolean => bytes >= SHORTEST_BYTES && COMPRESSIBLE.test(type ?? '')

/** The best encoding that `Accept-Encoding` takes (RFC 9110 §12.5.3): brotli before gzip where both are liked as much. */
export function encodingFor(accepts: string | undefined): Encoding {
  if (!accepts) return 'identity'
  const liked = new Map<string, number>()
  for (const part of accepts.toLowerCase().split(',')) {
    const [name = '', ...parameters] = part.split(';').map((piece) => piece.trim())
    const weight = parameters.find((piece) => piece.startsWith('q='))
    liked.set(name, weight === undefined ? 1 : Number(weight.slice(2)) || 0)
  }
  const weightOf = (name: Encoding) => liked.get(name) ?? (name === 'identity' ? 0.001 : (liked.get('*') ?? 0))
  return (['br', 'gzip', 'identity'] as const).reduce((best, name) => (weightOf(name) > weightOf(best) ? name : best))
}

/** Bytes in an encoding; pages are made once and read often, so brotli may take its time (quality 7 of 11). */
export async function encoded(body: Buffer, encoding: Exclude<Encoding, 'identity'>): Promise<Buffer> {
  return encoding === 'br'
    ? brotli(body, { params: { [constants.BROTLI_PARAM_QUALITY]: 7, [constants.BROTLI_PARAM_SIZE_HINT]: body.length } })
    : zip(body, { level: 7 })
}

/** The entity tag of the same answer in another encoding: strong tags tell bytes apart (RFC 9110 §8.8.3). */
export const tagIn = (etag: string, encoding: Encoding): string => (encoding === 'identity' ? etag : etag.replace(/"$/, `-${encoding}"`))

/** Whether `If-None-Match` names an entity tag, or any at all (RFC 9110 §13.1.2: compared weakly). */
export function isKnown(ifNoneMatch: string | undefined, etag: string): boolean {
  if (!ifNoneMatch) return false
  const opaque = (tag: string) => tag.trim().replace(/^W\//, '')
  return ifNoneMatch.trim() === '*' || ifNoneMatch.split(',').some((tag) => opaque(tag) === opaque(etag))
}
