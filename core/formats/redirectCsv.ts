import { REDIRECT_CODES, loopWith, readRedirect, redirectFor, type Redirect, type RedirectCode } from '../address/redirects'
import { isDate } from '../time/date'
import { accept, refuse, type Outcome, type Reason } from '../outcome'
import { reason } from '../words/ruleReasons'

/** The columns of a file of redirects, by their heads. */
export const REDIRECT_COLUMNS = ['Address', 'Leads to', 'Code', 'What it is for', 'Until'] as const

/** A redirect with what is said of it: what it is for, and its last day. */
export interface NotedRedirect {
  redirect: Redirect
  note: string
  until: string | null
}

/** The cells of a redirect, in the order of the columns. */
export const redirectCells = ({ redirect: { from, to, code }, note, until }: NotedRedirect): string[] => [
  from,
  to ?? '',
  String(code),
  note,
  until ?? '',
]

/** What comes of a line of a file: its redirect is new, changes the one that is there, is there already, or cannot be. */
export type LineOutcome = { line: number; from: string } & (
  { does: 'make' | 'change' | 'nothing'; noted: NotedRedirect } | { does: 'refuse'; reasons: Reason[] }
)

/** The places of the columns in the head of a file, in any order; the first two must be there. */
function readHead(head: readonly string[]): Outcome<Map<string, number>> {
  const places = new Map(head.map((name, index) => [name.trim().toLowerCase(), index]))
  const missing = REDIRECT_COLUMNS.slice(0, 2).filter((name) => !places.has(name.toLowerCase()))
  return missing.length ? refuse(reason('redirect-column-missing', { columns: missing.join(', ') })) : accept(places)
}

function readLine(cell: (name: (typeof REDIRECT_COLUMNS)[number]) => string): Outcome<NotedRedirect> {
  const written = cell('Code') || '301'
  const code = REDIRECT_CODES.find((one) => String(one) === written) as RedirectCode | undefined
  const until = cell('Until')
  const note = cell('What it is for')
  const wrong: Reason[] = [
    ...(code === undefined ? [reason('redirect-code', { written, at: 'code' })] : []),
    ...(until && !isDate(until) ? [reason('redirect-until', { at: 'until' })] : []),
    ...(note.length > 200 ? [reason('redirect-note-long', { most: 200, at: 'note' })] : []),
  ]
  const read = readRedirect({ from: cell('Address'), to: cell('Leads to'), code: code ?? 301 })
  if (!read.ok || wrong.length) return refuse(...wrong, ...(read.ok ? [] : read.reasons))
  return accept({ redirect: read.value, note, until: until || null })
}

/**
 * Tries each line of a file (its records, the head first) against the redirects that are there and the lines before it; nothing is done.
 * Refused whole where the file has not the columns.
 */
export async function planRedirects(there: readonly NotedRedirect[], records: readonly string[][]): Promise<Outcome<LineOutcome[]>> {
  const [head, ...lines] = records
  const places = readHead(head ?? [])
  if (!places.ok) return places
  const exact = new Map<string, Redirect>()
  const stars = new Map<string, Redirect>()
  const put = (redirect: Redirect) => (redirect.from.includes('*') ? stars : exact).set(redirect.from, redirect)
  const known = new Map(there.map((noted) => [noted.redirect.from, noted]))
  for (const { redirect } of there) put(redirect)
  const seen = new Set<string>()
  const outcomes: LineOutcome[] = []
  for (const [index, record] of lines.entries()) {
    const line = index + 2
    const read = readLine((name) => (record[places.value.get(name.toLowerCase()) ?? -1] ?? '').trim())
    const refused = (from: string, ...reasons: Reason[]) => outcomes.push({ line, from, does: 'refuse', reasons })
    if (!read.ok) {
      refused((record[places.value.get('address') ?? 0] ?? '').trim(), ...read.reasons)
      continue
    }
    const noted = read.value
    const { from } = noted.redirect
    if (seen.has(from)) {
      refused(from, reason('redirect-twice', { from, at: 'from' }))
      continue
    }
    const at = (path: string) =>
      path === from
        ? undefined
        : (exact.get(path) ??
          redirectFor(
            [...stars.values()].filter((one) => one.from !== from),
            path,
          ))
    const way = await loopWith(noted.redirect, at)
    if (way) {
      refused(from, reason('redirect-loop', { way: way.join(' → '), at: 'to' }))
      continue
    }
    seen.add(from)
    const before = known.get(from)
    const does = !before ? 'make' : redirectCells(before).join('\n') === redirectCells(noted).join('\n') ? 'nothing' : 'change'
    put(noted.redirect)
    outcomes.push({ line, from, does, noted })
  }
  return accept(outcomes)
}
