import type { Readable } from 'node:stream'
import { Busboy, type BusboyHeaders, type BusboyInstance } from '@fastify/busboy'
import { getHeader, type H3Event } from 'h3'
import { watchBody } from '../http'
import { fileTooLarge, MAX_FILE_BYTES } from '../services/media/incoming'
import { refusal } from '../services/refusal'

/** What a form may have beside its file. */
const FORM_BYTES = 64 * 1024

const broken = () => refusal('bad-input', 'file-broken', { at: 'file' })
const missing = () => refusal('bad-input', 'file-missing', { at: 'file' })

function formOf(headers: BusboyHeaders): BusboyInstance {
  try {
    return new Busboy({ headers, limits: { files: 1, fields: 10, parts: 11, fieldSize: 1_024, headerPairs: 20, headerSize: 8 * 1024 } })
  } catch {
    // It names no boundary.
    throw missing()
  }
}

/**
 * Hands the file of a multipart form (RFC 7578, its part named `file`) to some work while it comes, with the name that it was given,
 * and answers what the work does. Throws a refusal for what is no such form, or is larger than any file that is taken.
 */
export async function withUpload<T>(event: H3Event, work: (file: Readable, name: string) => Promise<T>): Promise<T> {
  const { req } = event.node
  if (Number(getHeader(event, 'content-length') ?? 0) > MAX_FILE_BYTES + FORM_BYTES) throw fileTooLarge()
  const type = getHeader(event, 'content-type') ?? ''
  if (!/^multipart\/form-data;/i.test(type)) throw missing()
  const form = formOf({ ...req.headers, 'content-type': type })
  let coming: Readable | undefined
  const watched = watchBody(req)
  const brokeOff = () => coming?.destroy(broken())
  try {
    const done = await new Promise<T>((resolve, reject) => {
      form.on('file', (part, stream, name) => {
        if (part !== 'file') return void stream.resume()
        coming = stream
        // It may break off before it is read, which whoever reads it then hears.
        stream.once('error', () => undefined)
        work(stream, name ?? 'file').then(resolve, reject)
      })
      form.on('finish', () => {
        if (!coming) reject(missing())
      })
      form.on('error', () => (coming ? brokeOff() : reject(missing())))
      req.once('aborted', brokeOff)
      req.once('end', watched)
      req.pipe(form)
    })
    // What follows the file is dropped, so that the answer is read.
    req.unpipe(form).resume()
    return done
  } finally {
    req.off('aborted', brokeOff)
    req.unpipe(form)
    watched()
  }
}

/** The bytes of a file that is short enough to be held whole; `tooLarge` is thrown where it is not. */
export async function bytesOf(file: Readable, most: number, tooLarge: () => Error): Promise<Buffer> {
  const parts: Buffer[] = []
  let size = 0
  for await (const part of file) {
    size += (part as Buffer).length
    if (size > most) throw tooLarge()
    parts.push(part as Buffer)
  }
  return Buffer.concat(parts)
}
