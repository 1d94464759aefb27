import { canonical } from '../content/canonical'
import type { Manifest } from '../content/content'

/** A version as blame needs it, the later ones after the earlier. */
export interface BlamedVersion {
  id: string
  manifest: Manifest
}

/** The version that last changed a block or field of the newest one. */
export interface Blame {
  /** By block id. */
  blocks: Map<string, string>
  /** By field name. */
  fields: Map<string, string>
}

/**
 * Who last changed each block and field of the newest of a line of versions: the version since which its bytes are what
 * they are. A block that was taken out and put back counts from when it came back. O(blocks of all versions).
 */
export function blame(versions: readonly BlamedVersion[]): Blame {
  let hashes = new Map<string, string>()
  let values = new Map<string, string>()
  let blocks = new Map<string, string>()
  let fields = new Map<string, string>()
  for (const { id, manifest } of versions) {
    const [nextHashes, nextBlocks] = [new Map<string, string>(), new Map<string, string>()]
    for (const [block, hash] of manifest.body) {
      nextHashes.set(block, hash)
      nextBlocks.set(block, hashes.get(block) === hash ? blocks.get(block)! : id)
    }
    const [nextValues, nextFields] = [new Map<string, string>(), new Map<string, string>()]
    for (const [name, value] of Object.entries(manifest.fields)) {
      const text = typeof value === 'string' ? value : canonical(value ?? null)
      nextValues.set(name, text)
      nextFields.set(name, values.get(name) === text ? fields.get(name)! : id)
    }
    ;[hashes, blocks, values, fields] = [nextHashes, nextBlocks, nextValues, nextFields]
  }
  return { blocks, fields }
}

/** How much one version changed of another: blocks put in, taken out or changed, and fields. Moves are not counted. */
export interface ChangeSize {
  blocks: number
  fields: number
}

/** The size of a change, from the tables of contents alone. */
export function changeSize(before: Manifest, after: Manifest): ChangeSize {
  const was = new Map(before.body.map(([id, hash]) => [id, hash]))
  let blocks = 0
  for (const [id, hash] of after.body) {
    if (was.get(id) !== hash) blocks++
    was.delete(id)
  }
  const names = new Set([...Object.keys(before.fields), ...Object.keys(after.fields)]) as Set<keyof Manifest['fields']>
  const fields = [...names].filter((name) => canonical(before.fields[name] ?? null) !== canonical(after.fields[name] ?? null)).length
  return { blocks: blocks + was.size, fields }
}
