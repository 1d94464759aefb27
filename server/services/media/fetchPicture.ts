import { lookup } from 'node:dns'
import { request as httpRequest } from 'node:http'
import { request as httpsRequest } from 'node:https'
import { isIP, type LookupFunction } from 'node:net'
import { unescape } from 'node:querystring'
import ipaddr from 'ipaddr.js'
import { MAX_PICTURE_BYTES } from './media'
import { refusal } from '../refusal'

const REDIRECTS = 3
const PATIENCE_MS = 10_000

/** Whether an address is one of the open internet: nothing private, local, shared, reserved or made for tunnels. */
export function isPublicAddress(address: string): boolean {
  if (!ipaddr.isValid(address)) return false
  // 192.0.2.1 in IPv6 dress is still 192.0.2.1.
  return ipaddr.process(address).range() === 'unicast'
}

const refused = (problem: 'form' | 'inside' | 'endless' | 'slow' | 'silent') =>
  refusal('refused', 'address-refused', { problem, at: 'url' })

/**
 * Fetches a picture's bytes from a web address. The name is resolved once and exactly that address is connected to, so
 * that what was checked is what is asked; each redirect is checked anew. `allowed` says which addresses may be asked.
 */
export async function fetchPicture(
  url: string,
  allowed: (address: string) => boolean = isPublicAddress,
): Promise<{ bytes: Buffer; name: string }> {
  let target = parse(url)
  for (let turn = 0; turn <= REDIRECTS; turn++) {
    const answer = await ask(target, allowed)
    if ('bytes' in answer) return { bytes: answer.bytes, name: nameOf(target) }
    target = parse(URL.canParse(answer.location, target.href) ? new URL(answer.location, target).href : '')
  }
  throw refused('endless')
}

/** The last part of an address as a file's name; this decoding takes what is wrongly encoded as it stands. */
const nameOf = ({ pathname }: URL): string => unescape(pathname.split('/').at(-1) || 'picture').slice(0, 200)

function parse(url: string): URL {
  const target = URL.canParse(url) ? new URL(url) : null
  if (!target || !/^https?:$/.test(target.protocol) || target.username || target.password) throw refused('form')
  return target
}

function ask(target: URL, allowed: (address: string) => boolean): Promise<{ bytes: Buffer } | { location: string }> {
  const host = target.hostname.replace(/^\[|\]$/g, '')
  if (isIP(host) && !allowed(host)) throw refused('inside')
  const checked: LookupFunction = (name, options, done) =>
    lookup(name, { ...options, all: true }, (error, addresses) => {
      if (error) return done(error, '')
      const safe = addresses.filter(({ address }) => allowed(address))
      // All or nothing: a name that also leads inside is not to be trusted.
      if (!safe.length || safe.length < addresses.length) return done(Object.assign(new Error('refused'), { code: 'REFUSED' }), '')
      return options.all ? done(null, safe) : done(null, safe[0]!.address, safe[0]!.family)
    })
  return new Promise((resolve, reject) => {
    const fail = (error: NodeJS.ErrnoException) => {
      if (error.code === 'REFUSED') reject(refused('inside'))
      else if (error.code === 'LARGE') reject(refusal('too-large', 'picture-large', { megabytes: MAX_PICTURE_BYTES / 1024 / 1024 }))
      else reject(refused(error.code === 'SLOW' ? 'slow' : 'silent'))
    }
    const request = (target.protocol === 'https:' ? httpsRequest : httpRequest)(
      target,
      { lookup: checked, timeout: PATIENCE_MS, headers: { accept: 'image/*', 'user-agent': 'Yieldgate' } },
      (response) => {
        const { statusCode = 0, headers } = response
        if (statusCode >= 300 && statusCode < 400 && headers.location) {
          response.resume()
          return resolve({ location: headers.location })
        }
        if (statusCode !== 200) {
          response.resume()
          return reject(refusal('refused', 'address-refused', { problem: 'answers', status: statusCode, at: 'url' }))
        }
        const parts: Buffer[] = []
        let size = 0
        response.on('data', (part: Buffer) => {
          size += part.length
          parts.push(part)
          if (size > MAX_PICTURE_BYTES) request.destroy(Object.assign(new Error('large'), { code: 'LARGE' }))
        })
        response.on('end', () => resolve({ bytes: Buffer.concat(parts) }))
        // Once an answer has begun, what breaks it off is told here alone.
        response.on('error', fail)
      },
    )
    const over = setTimeout(() => request.destroy(Object.assign(new Error('slow'), { code: 'SLOW' })), PATIENCE_MS)
    request.on('timeout', () => request.destroy(Object.assign(new Error('slow'), { code: 'SLOW' })))
    request.on('close', () => clearTimeout(over))
    request.on('error', fail)
    request.end()
  })
}
