import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliDecompressSync, constants } from 'node:zlib'

/**
 * Data files as earlier versions left them, by the number of their last migration: a small demo, with items, drafts,
 * plan, people and journal. They are packed as one (Brotli, RFC 7932, in lines of hex digits), since they have most of their bytes in
 * common: a line of JSON with each number and length, then the files.
 */
export function earlierFiles(): Map<string, Buffer> {
  const lines = readFileSync(join(import.meta.dirname, '../fixtures/earlierFiles.br.hex'), 'latin1')
  const packed = Buffer.from(lines.replaceAll('\n', ''), 'hex')
  const all = brotliDecompressSync(packed, { params: { [constants.BROTLI_DECODER_PARAM_LARGE_WINDOW]: 1 } })
  let at = all.indexOf('\n') + 1
  const files = JSON.parse(all.toString('utf8', 0, at)) as [number: string, length: number][]
  return new Map(files.map(([number, length]) => [number, all.subarray(at, (at += length))]))
}
