import QRCode from 'qrcode'
import { redirectById } from '../../store/redirects'
import { siteId, type Office } from '../office'
import { found, refusal } from '../refusal'

export const CODE_FORMATS = ['svg', 'png'] as const
export type CodeFormat = (typeof CODE_FORMATS)[number]

/** Pixels of a code’s side: a hand’s breadth in print at 300 to the inch. */
const SIDE = 1_200

/**
 * The address of a redirect by hand as a code for print (ISO/IEC 18004): with the quiet zone of four modules that the standard asks for, and
 * correction M, which bears a seventh of it being hidden. One with a `*` has no address of its own.
 */
export async function posterCode(office: Office, origin: string, id: string, format: CodeFormat) {
  const { from_path: path, star } = found(await redirectById(office.store.read, await siteId(office), id), 'redirect')
  if (star) throw refusal('refused', 'redirect-star-code')
  const address = origin + encodeURI(path)
  const options = { errorCorrectionLevel: 'M', margin: 4, width: SIDE } as const
  const bytes =
    format === 'svg'
      ? await QRCode.toString(address, { ...options, type: 'svg' })
      : new Uint8Array(await QRCode.toBuffer(address, { ...options, type: 'png' }))
  const name = `${path.slice(1).replaceAll(/[^\w-]+/g, '-')}.${format}`
  return { type: format === 'svg' ? 'image/svg+xml' : 'image/png', name, stream: new Blob([bytes]).stream() }
}
