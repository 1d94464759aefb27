import { STYLE_MARKS, normaliseText, type Run, type StyleMark, type Text } from './inline'

/** A tool that a text may be styled with. */
export type Tool = StyleMark | 'look' | 'link'

const ALL: readonly Tool[] = [...STYLE_MARKS, 'look', 'link']
const EMPHASIS: readonly Tool[] = ['bold', 'italic', 'code']

interface KindOfText {
  /** How it is spoken of in a refusal. */
  words: string
  /** The tools it offers; a text with anything else is refused. */
  tools: readonly Tool[]
  /** How many characters fit; more is advised against, never refused. */
  room?: number
}

/**
 * The kinds of rich text by where they stand in a block, each with the tools it offers. A text with little room takes no links, so that a
 * reader's finger finds what it means to; a heading is styled by its level.
 */
export const TEXT_KINDS = {
  paragraph: { words: 'A paragraph', tools: ALL },
  heading: { words: 'A heading', tools: ['italic', 'code', 'look', 'link'], room: 90 },
  entry: { words: 'A list entry', tools: ALL },
  quote: { words: 'A quote', tools: ALL },
  caption: { words: 'A caption', tools: EMPHASIS, room: 140 },
  cell: { words: 'A cell', tools: ALL },
  term: { words: 'A term', tools: EMPHASIS },
  meaning: { words: 'A meaning', tools: ALL },
  card: { words: 'The words of a card', tools: EMPHASIS, room: 160 },
  question: { words: 'A question', tools: EMPHASIS, room: 140 },
  answer: { words: 'An answer', tools: ALL },
} as const satisfies Record<string, KindOfText>
export type TextKind = keyof typeof TEXT_KINDS

const has = (tools: readonly Tool[], tool: Tool) => tools.includes(tool)
/** The tools that a run was styled with. */
const toolsOf = (run: Run): Tool[] => [...(run.marks ?? []), ...(run.look ? ['look' as const] : []), ...(run.href ? ['link' as const] : [])]

const WORDS: Record<Tool, string> = {
  bold: 'bold words',
  italic: 'italic words',
  underline: 'underlined words',
  strike: 'struck words',
  code: 'code',
  superscript: 'superscript',
  subscript: 'subscript',
  look: 'styles of words',
  link: 'links',
}

/** What a text has that its kind does not offer, as the sentence of a refusal; undefined when it fits. */
export function disallowedIn(text: Text, kind: TextKind): string | undefined {
  const { tools, words } = TEXT_KINDS[kind]
  const wrong = text.flatMap(toolsOf).find((tool) => !has(tools, tool))
  return wrong && `${words} takes no ${WORDS[wrong]}`
}

/** A text with only the styles that its kind offers; its words stay. */
export function fitText(text: Text, kind: TextKind): Text {
  const { tools } = TEXT_KINDS[kind]
  return normaliseText(
    text.map(({ marks, look, href, newWindow, ...run }) => ({
      ...run,
      ...(marks ? { marks: marks.filter((mark) => has(tools, mark)) } : {}),
      ...(look && has(tools, 'look') ? { look } : {}),
      ...(href && has(tools, 'link') ? { href, ...(newWindow ? { newWindow } : {}) } : {}),
    })),
  )
}
