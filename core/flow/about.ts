import { blockText, innerBlocks, type Block, type BlockKind } from '../blocks/blocks'
import { canonical, sha256Hex } from '../content/canonical'
import { blockBytes, type Content } from '../content/content'
import type { FieldName } from '../content/fields'

/**
 * What of an item a gate is about. Its clearance is for exactly these parts, and it applies only to a change of them: the
 * fields named, blocks of the kinds named, and fields and blocks whose text has an amount of money or one of the words.
 */
export interface About {
  fields: FieldName[]
  blocks: BlockKind[]
  amounts: boolean
  words: string[]
}

const SIGN = '(?:[€£$]|kr\\b|NOK\\b|SEK\\b|DKK\\b|EUR\\b|USD\\b|GBP\\b)'
const NUMBER = '\\d(?:[\\d\\s.,]*\\d)?'
/** A number with a currency before or after it. */
const AMOUNT = new RegExp(`${SIGN}\\s?${NUMBER}|${NUMBER}\\s?${SIGN}`, 'iu')

const escaped = (word: string) => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/** Whether a text has what a gate looks for; words are whole ones, whatever their case. */
function finder({ amounts, words }: About): (text: string) => boolean {
  const any = words.filter((word) => word.trim())
  const word = any.length ? new RegExp(`(?<![\\p{L}\\p{N}])(?:${any.map(escaped).join('|')})(?![\\p{L}\\p{N}])`, 'iu') : null
  return (text) => (amounts && AMOUNT.test(text)) || (word?.test(text) ?? false)
}

/** The fields whose text readers read as a text of the page. */
const TEXTS = ['title', 'summary'] as const satisfies FieldName[]

/** The hash of the parts of a content that a gate is about; `''` where it has none. */
export function hashOfParts(about: About, { fields, body }: Content): string {
  const finds = finder(about)
  const named = new Set<FieldName>([...about.fields, ...TEXTS.filter((name) => finds(fields[name] ?? ''))])
  const said = Object.fromEntries([...named].sort().flatMap((name) => (fields[name] === undefined ? [] : [[name, fields[name]]])))
  const is = (block: Block) =>
    [block, ...innerBlocks(block)].some(({ kind }) => (about.blocks as string[]).includes(kind)) || finds(blockText(block))
  const blocks = body.filter(is).map((block) => sha256Hex(blockBytes(block)))
  return Object.keys(said).length || blocks.length ? sha256Hex(canonical({ fields: said, blocks })) : ''
}
