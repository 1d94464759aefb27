/** What someone is told of. */
export const NEWS_KINDS = [
  'waits',
  'handed',
  'returned',
  'cleared',
  'answered',
  'reminder',
  'late',
  'held',
  'look-after',
  'look-late',
  'not-fine',
  'taken-back',
  'not-taken-back',
  'deputy',
  'rights',
] as const
export type NewsKind = (typeof NEWS_KINDS)[number]

/** One thing that someone is told: what about, at which gate, by whom, with which words. */
export interface News {
  kind: NewsKind
  at: string
  title: string | null
  gate: string | null
  by: string | null
  note: string
}

const at = (gate: string | null) => (gate ? ` at “${gate}”` : '')
const by = (name: string | null) => (name ? ` ${name}` : '')

/** What happened, as one sentence to the person who is told. */
export function newsWords({ kind, title, gate, by: name, note }: Pick<News, 'kind' | 'title' | 'gate' | 'by' | 'note'>): string {
  const item = `“${title || 'Without a title'}”`
  const said = note ? `: “${note}”` : ''
  switch (kind) {
    case 'waits':
      return `${item} waits for you${at(gate)}${said}`
    case 'handed':
      return `${name ?? 'Someone'} handed you ${item}${at(gate)}${said}`
    case 'returned':
      return `${item} came back from${by(name)}${said}`
    case 'cleared':
      return `${item} is through all its gates`
    case 'answered':
      return `${name ?? 'Someone'} answered a note at ${item}${said}`
    case 'reminder':
      return name ? `${name} asks you to clear ${item} soon${at(gate)}${said}` : `${item} should be cleared soon${at(gate)}`
    case 'late':
      return `${item} is late${at(gate)}`
    case 'held':
      return `${item} was held at its time${said}`
    case 'look-after':
      return `${item} went live past its gates; look at it${said}`
    case 'look-late':
      return `${item} went live past its gates and was not cleared in time`
    case 'not-fine':
      return `${name ?? 'Someone'} looked at ${item} afterwards: it needs mending${said}`
    case 'taken-back':
      return `${item} was taken back from the site; its draft is with you`
    case 'not-taken-back':
      return `${item} was not cleared in time and could not be taken back from the site${said}`
    case 'deputy':
    case 'rights':
      return note
  }
}

/** A mail that tells several things at once, the newest last. `link` is where the office is. */
export function digestText(news: readonly (News & { item: string | null })[], link: string): string {
  const place = ({ kind, item }: (typeof news)[number]) =>
    kind === 'rights' ? `\n  ${link}/office/people` : item ? `\n  ${link}/office/items/${item}` : ''
  const lines = news.map((entry) => `- ${newsWords(entry)}${place(entry)}`)
  return `${lines.join('\n')}\n\nHow you are written to: ${link}/office/me\n`
}
