import {
  ALL,
  CHOICES,
  COUNTED,
  DATED,
  NAMED,
  NAMED_PLACES,
  PARTS,
  wordsOf,
  type Amount,
  type ChoiceField,
  type CountedField,
  type DatedField,
  type NamedField,
  type Part,
  type Query,
} from './query'
import { SPAN_WORDS, spanOf } from './spans'

/** Where a query cannot be read, in UTF-16 units, and what was expected there. */
export interface QueryProblem {
  at: number
  length: number
  expected: string
}
export type Parsed = { ok: true; query: Query } | { ok: false; problem: QueryProblem }

/** Deeper nesting than anyone means is refused, and so are longer queries. */
const MOST_DEEP = 20
export const MOST_CHARACTERS = 1_000

/** The names that stand before a colon. */
export const FIELDS = [...Object.keys(CHOICES), ...NAMED, ...DATED, ...COUNTED, 'has', 'lacks', ...NAMED_PLACES] as const
const list = (words: readonly string[]) => `${words.slice(0, -1).join(', ')} or ${words.at(-1)}`

interface Token {
  at: number
  text: string
  /** Within quotation marks, and so never an operator or a field. */
  quoted: boolean
}

class Wrong extends Error {
  constructor(readonly problem: QueryProblem) {
    super(problem.expected)
  }
}
const wrong = (at: number, length: number, expected: string) => new Wrong({ at, length, expected })

function* tokensOf(text: string): Generator<Token> {
  const form = /\s+|([()])|"([^"]*)("?)|((?:[^\s()",]+:)?(?:"[^"]*"|[^\s()"])+)/gy
  for (let at = 0; at < text.length; at = form.lastIndex) {
    form.lastIndex = at
    const found = form.exec(text)
    if (!found) throw wrong(at, text.length - at, 'a closing quotation mark')
    const [whole, bracket, quoted, closed, word] = found
    if (bracket) yield { at, text: bracket, quoted: false }
    else if (quoted !== undefined) {
      if (!closed) throw wrong(at, whole.length, 'a closing quotation mark')
      yield { at, text: quoted, quoted: true }
    } else if (word) yield { at, text: word, quoted: false }
  }
}

/** Reads a query, or says where it is wrong and what was expected. `today` is a date of the site’s zone. */
export function parseQuery(text: string, today: string): Parsed {
  if (text.length > MOST_CHARACTERS)
    return {
      ok: false,
      problem: { at: MOST_CHARACTERS, length: text.length - MOST_CHARACTERS, expected: `at most ${MOST_CHARACTERS} characters` },
    }
  try {
    // Quotation marks as word processors make them are meant like plain ones; places stay the same.
    const tokens = [...tokensOf(text.replace(/[“”„]/g, '"'))]
    if (!tokens.length) return { ok: true, query: ALL }
    const reader = new Reader(tokens, text.length, today)
    return { ok: true, query: reader.whole() }
  } catch (error) {
    if (error instanceof Wrong) return { ok: false, problem: error.problem }
    throw error
  }
}

class Reader {
  private next = 0
  constructor(
    private readonly tokens: readonly Token[],
    private readonly end: number,
    private readonly today: string,
  ) {}

  whole(): Query {
    const query = this.either(0)
    const left = this.tokens[this.next]
    if (left) throw wrong(left.at, left.text.length, 'the end, or an opening parenthesis before')
    return query
  }

  private isWord(word: string): boolean {
    const token = this.tokens[this.next]
    return token !== undefined && !token.quoted && (token.text === word || token.text === word.toUpperCase())
  }

  private either(deep: number): Query {
    if (deep > MOST_DEEP) throw wrong(this.tokens[this.next]?.at ?? this.end, 1, 'fewer parentheses within each other')
    const parts = [this.both(deep)]
    while (this.isWord('or')) {
      this.next++
      parts.push(this.both(deep))
    }
    return joined('or', parts)
  }

  private both(deep: number): Query {
    const parts = [this.one(deep)]
    for (;;) {
      if (this.isWord('and')) this.next++
      else if (this.next >= this.tokens.length || this.isWord('or') || this.isWord(')')) return joined('and', parts)
      parts.push(this.one(deep))
    }
  }

  private one(deep: number): Query {
    const token = this.tokens[this.next]
    const expected = 'a word, a field such as draft:, “not” or a parenthesis'
    if (!token) throw wrong(this.end, 1, expected)
    if (token.quoted) {
      this.next++
      if (!wordsOf(token.text).length) throw wrong(token.at, token.text.length + 2, 'words between the quotation marks')
      return { is: 'phrase', in: 'title', text: token.text }
    }
    if (this.isWord(')') || this.isWord('and') || this.isWord('or')) throw wrong(token.at, token.text.length, expected)
    const denies = this.isWord('not')
    this.next++
    if (denies) return { is: 'not', part: this.one(deep + 1) }
    if (token.text === '(') {
      const inside = this.either(deep + 1)
      if (!this.isWord(')')) throw wrong(this.tokens[this.next]?.at ?? this.end, 1, 'a closing parenthesis')
      this.next++
      return inside
    }
    const field = /^([a-z]+(?:-[a-z]+)*):(.*)$/s.exec(token.text)
    if (field) return this.field(token.at, field[1]!, field[2]!)
    if (!wordsOf(token.text).length) throw wrong(token.at, token.text.length, 'letters or digits')
    return { is: 'word', in: 'title', text: token.text }
  }

  private field(at: number, name: string, given: string): Query {
    const start = at + name.length + 1
    if (!(FIELDS as readonly string[]).includes(name)) throw wrong(at, name.length, list(FIELDS))
    if (!given || given === '""')
      throw wrong(start, 1, Object.hasOwn(CHOICES, name) ? list(CHOICES[name as ChoiceField]) : `what ${name} is`)
    if (DATED.includes(name as DatedField)) {
      if (!spanOf(given, this.today).ok) throw wrong(start, given.length, SPAN_WORDS)
      return { is: 'dated', field: name as DatedField, span: given }
    }
    if (COUNTED.includes(name as CountedField)) {
      const amount = amountOf(given)
      if (!amount) throw wrong(start, given.length, AMOUNT_WORDS)
      return { is: 'counted', field: name as CountedField, amount }
    }
    const place = NAMED_PLACES.find((each) => each === name)
    if (place) {
      const quoted = /^"(.*)"$/s.exec(given)
      const text = quoted?.[1] ?? given
      if (!wordsOf(text).length) throw wrong(start, given.length, 'letters or digits')
      return { is: quoted ? 'phrase' : 'word', in: place, text }
    }
    const values = valuesOf(given)
    if (values.some((value) => !value)) throw wrong(start, given.length, 'a value on each side of a comma')
    if (name === 'has' || name === 'lacks') {
      const strange = values.find((value) => !PARTS.includes(value as Part))
      if (strange !== undefined) throw wrong(start + given.indexOf(strange), strange.length, list(PARTS))
      return joined(
        'and',
        values.map((part): Query => ({ is: name, part: part as Part })),
      )
    }
    if (NAMED.includes(name as NamedField)) return { is: 'named', field: name as NamedField, values }
    const choices: readonly string[] = CHOICES[name as ChoiceField]
    const strange = values.find((value) => !choices.includes(value))
    if (strange !== undefined) throw wrong(start + given.indexOf(strange), strange.length, list(choices))
    return { is: 'choice', field: name as ChoiceField, values }
  }
}

const AMOUNT_WORDS = 'a number (300), more (>300), fewer (<300), or two numbers with .. between'
/** What is meant by `300`, `>300`, `<300`, `100..300`, `100..` and `..300`. */
function amountOf(text: string): Amount | null {
  const found = /^(?:(\d{1,6})|>(\d{1,6})|<(\d{1,6})|(\d{0,6})\.\.(\d{0,6}))$/.exec(text)
  if (!found) return null
  const [, just, over, under, from, to] = found
  if (just !== undefined) return { from: Number(just), to: Number(just) }
  if (over !== undefined) return { from: Number(over) + 1, to: null }
  if (under !== undefined) return { from: null, to: Number(under) - 1 }
  const amount = { from: from ? Number(from) : null, to: to ? Number(to) : null }
  const whole = amount.from !== null && amount.to !== null
  return (amount.from === null && amount.to === null) || (whole && amount.from! > amount.to!) ? null : amount
}
const printAmount = ({ from, to }: Amount): string => {
  if (from !== null && to !== null) return from === to ? String(from) : `${from}..${to}`
  if (from !== null) return `${from}..`
  return to !== null && to >= 0 ? `..${to}` : `<${to! + 1}`
}

/** Values with commas between, each perhaps in quotation marks. */
const valuesOf = (text: string): string[] =>
  [...text.matchAll(/(?:"([^"]*)"|([^",]*))(?:,|$)/g)]
    .filter((found, index, all) => found[0] !== '' || (index === all.length - 1 && text.endsWith(',')))
    .map(([, quoted, plain]) => quoted ?? plain ?? '')

/** Parts under one operator; those that have the same are taken in. */
function joined(is: 'and' | 'or', parts: Query[]): Query {
  const flat = parts.flatMap((part) => (part.is === is ? part.parts : part))
  return flat.length === 1 ? flat[0]! : { is, parts: flat }
}

/** A value as it stands in a query: in quotation marks where it has to. */
export const written = (text: string): string => (/[\s(),:]/.test(text) || !text ? `"${text.replaceAll('"', '')}"` : text)

/** A query as text, as short as can be: read again it is the same. */
export function printQuery(query: Query): string {
  switch (query.is) {
    case 'all':
      return ''
    case 'or':
      return query.parts.map(printQuery).join(' or ')
    case 'and':
      return query.parts.map((part) => (part.is === 'or' ? `(${printQuery(part)})` : printQuery(part))).join(' ')
    case 'not':
      return `not ${query.part.is === 'and' || query.part.is === 'or' ? `(${printQuery(query.part)})` : printQuery(query.part)}`
    case 'choice':
    case 'named':
      return `${query.field}:${query.values.map(written).join(',')}`
    case 'dated':
      return `${query.field}:${query.span}`
    case 'has':
    case 'lacks':
      return `${query.is}:${query.part}`
    case 'counted':
      return `${query.field}:${printAmount(query.amount)}`
    case 'word':
      return query.in === 'title' ? query.text : `${query.in}:${query.text}`
    case 'phrase':
      return query.in === 'title' ? `"${query.text}"` : `${query.in}:"${query.text}"`
  }
}
