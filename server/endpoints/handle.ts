import { createHash } from 'node:crypto'
import { appendResponseHeader, getHeader, getQuery, getRouterParams, setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import type { ZodError, z } from 'zod'
import { addressOf, boundedBody, hostOf, isAnothersWindow, isSameOrigin, noSiteHere, originOf, passOverBody, sessionOfEvent } from '../http'
import { runtime } from '../runtime'
import type { Office } from '../services/office'
import { PROBLEMS, refusal, Refusal, type ProblemKind } from '../services/refusal'
import type { Actor } from '../services/people/access'
import { Written } from '../services/written'
import { Download, Redirect, type Endpoint } from './endpoint'
import { once, onceOutsideTransaction, type Keyed } from './once'

/** JSON bodies are at most this large; the largest page that the editor makes stays well below. */
export const MAX_BODY_BYTES = 2 * 1024 * 1024

function parse<T>(type: z.ZodType<T> | undefined, value: unknown): T | undefined {
  if (!type) return undefined
  const parsed = type.safeParse(value)
  if (parsed.success) return parsed.data
  throw new Refusal('bad-input', issuesOf(parsed.error))
}
interface Issue {
  code: string
  message: string
  path: PropertyKey[]
}
/** Where a value fits none of its alternatives: what is wrong with the nearest, the one that is wrong deepest inside. */
function nearest(issue: z.core.$ZodIssue): Issue[] {
  if (issue.code !== 'invalid_union' || !issue.errors.length) return [issue]
  const depth = (issues: Issue[]) => Math.max(0, ...issues.map(({ path }) => path.length))
  return issue.errors
    .map((issues) => issues.flatMap(nearest).map((inner) => ({ ...inner, path: [...issue.path, ...inner.path] })))
    .reduce((best, next) => (depth(next) > depth(best) ? next : best))
}
const issuesOf = (error: ZodError) =>
  error.issues
    .flatMap(nearest)
    .slice(0, 20)
    .map(({ code, message, path }) => ({
      code: code.replaceAll('_', '-'),
      detail: message,
      ...(path.length ? { at: path.join('.') } : {}),
    }))

async function readJson(event: H3Event): Promise<{ value: unknown; raw: Buffer }> {
  const raw = await boundedBody(event, MAX_BODY_BYTES)
  if (!raw.length) return { value: {}, raw }
  if (!/^application\/(merge-patch\+)?json\b/.test(getHeader(event, 'content-type') ?? ''))
    throw refusal('wrong-type', 'not-json', { problem: 'type' })
  try {
    return { value: JSON.parse(raw.toString('utf8')), raw }
  } catch {
    throw refusal('bad-input', 'not-json', { problem: 'text' })
  }
}

const ifMatchOf = (event: H3Event) => getHeader(event, 'if-match')?.replace(/^(?:W\/)?"(.*)"$/, '$1')

/** The key that a command was given, with a hash of all that was asked; `null` where it has none. */
function keyedAs(endpoint: Endpoint, actor: Actor, event: H3Event, raw: Buffer): Keyed | null {
  const key = getHeader(event, 'idempotency-key')
  if (!key) return null
  if (key.length > 100) throw refusal('bad-input', 'key-long')
  const request = createHash('sha256')
    .update(`${actor.rights.site} ${event.method} ${event.path} ${ifMatchOf(event) ?? ''}\n`)
    .update(raw)
    .digest('hex')
  return { person: actor.id, key, request, secret: endpoint.secret ?? false }
}

/** Writes a refusal as problem details (RFC 9457). */
export function sendProblem(event: H3Event, error: Refusal): object {
  const [status, title] = PROBLEMS[error.kind]
  setResponseStatus(event, status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  if (typeof error.more.retryAfter === 'number') setResponseHeader(event, 'retry-after', error.more.retryAfter)
  return { type: `urn:yieldgate:problem:${error.kind}`, title, status, detail: error.message, reasons: error.reasons, ...error.more }
}

/** What can be written while one sees the office as another: signing out, and seeing it as oneself again. */
const ALLOWED_WHILE_IMPERSONATING = new Set(['/session', '/session/as'])

/** Which refusals the security log is told of, as what. */
const SECURITY_EVENTS: Partial<Record<ProblemKind, 'sign-in-failed' | 'refused' | 'too-often'>> = {
  'not-signed-in': 'sign-in-failed',
  'not-allowed': 'refused',
  throttled: 'too-often',
}

/** What can be asked before a second factor that is needed is there. */
const WITHOUT_FACTOR = new Set(['/me/second-factor', '/me/password', '/me/sessions'])

/** In tests each answer is held against the shape that its endpoint says. */
const CHECKED = process.env.YIELDGATE_CHECK_ANSWERS === '1'

/** Throws where an answer is another than its endpoint says. */
function mustFit({ method, path, answer: shape }: Endpoint, answer: unknown): void {
  if (typeof shape === 'string') {
    const fits = {
      nothing: answer === undefined || answer === null,
      file: answer instanceof Download,
      redirect: answer instanceof Redirect,
    }
    if (!fits[shape]) throw new Error(`${method} ${path} gives what it does not say: ${JSON.stringify(answer)}`)
    return
  }
  const said = shape.safeParse(JSON.parse(answer instanceof Written ? answer.json : JSON.stringify(answer ?? null)))
  if (!said.success) throw new Error(`${method} ${path} answers what it does not say: ${said.error.message}`)
}

/** Runs one endpoint: origin check, sign-in, parsing, the handler, and the answer or the problem. */
export async function handle(event: H3Event, endpoint: Endpoint): Promise<unknown> {
  setResponseHeader(event, 'cache-control', 'no-store')
  setResponseHeader(event, 'x-content-type-options', 'nosniff')
  appendResponseHeader(event, 'vary', 'cookie')
  const parts = await (await runtime()).at(hostOf(event.node.req))
  if (!parts) return sendProblem(event, noSiteHere())
  let person: string | null = null
  let account: string | undefined
  try {
    const writes = endpoint.method !== 'GET'
    const site = await parts.office.site()
    if (writes && !isSameOrigin(event.node.req, site)) throw refusal('not-allowed', 'origin-foreign')
    const actor = await sessionOfEvent(parts.office, event)
    person = actor?.seenBy?.id ?? actor?.id ?? null
    if (!endpoint.open && !actor) throw refusal('not-signed-in', 'not-signed-in')
    if (!endpoint.open && isAnothersWindow(event, actor)) throw refusal('not-signed-in', 'someone-else', { name: actor!.name })
    if (actor?.seenBy && (writes ? !ALLOWED_WHILE_IMPERSONATING.has(endpoint.path) : endpoint.path.startsWith('/me')))
      throw refusal('not-allowed', 'looking-only', { name: actor.name })
    if (actor?.needsFactor && !endpoint.open && !WITHOUT_FACTOR.has(endpoint.path)) throw refusal('not-allowed', 'second-factor-needed')
    endpoint.before?.(actor as never)
    const upload = endpoint.takes === 'file'
    const { value, raw } = writes && !upload ? await readJson(event) : { value: undefined, raw: Buffer.alloc(0) }
    if (writes && !upload && !endpoint.body && value && Object.keys(value).length) throw refusal('bad-input', 'body-unknown')
    const asked = {
      ...parts,
      actor,
      params: parse(endpoint.params, getRouterParams(event)),
      query: parse(endpoint.query, getQuery(event)),
      body: parse(endpoint.body, value),
      ifMatch: ifMatchOf(event),
      origin: originOf(event.node.req, site),
      event,
    }
    if (endpoint.path === '/session') account = (asked.body as { email?: string } | undefined)?.email
    const run = async (office: Office): Promise<unknown> => endpoint.run({ ...asked, office } as never)
    const keyed =
      endpoint.method === 'POST' && actor && !endpoint.open && endpoint.repeat !== 'harmless' ? keyedAs(endpoint, actor, event, raw) : null
    const answer = keyed
      ? await (endpoint.repeat === 'slow' ? onceOutsideTransaction : once)(parts.office, keyed, run)
      : await run(parts.office)
    if (CHECKED) mustFit(endpoint, answer)
    if (writes) await parts.office.settle()
    return say(event, answer, endpoint.method === 'GET')
  } catch (error) {
    const request = parts.office.newId()
    const from = addressOf(event.node.req)
    setResponseHeader(event, 'x-request-id', request)
    passOverBody(event, person ?? from)
    const asked = {
      request,
      person,
      ...(account === undefined ? {} : { account }),
      from,
      method: event.method,
      path: endpoint.path,
    }
    if (error instanceof Refusal) {
      const told = SECURITY_EVENTS[error.kind]
      // Who is simply not signed in is told so with every window that was left open.
      if (told && !['not-signed-in', 'someone-else'].includes(error.reasons[0]?.code ?? ''))
        parts.office.security.note(told, { ...asked, codes: error.reasons.map(({ code }) => code).slice(0, 5) })
      return sendProblem(event, error)
    }
    parts.office.log.error({ error, ...asked }, 'a request failed')
    parts.office.security.note('failed', {
      ...asked,
      error: error instanceof Error ? { message: error.message, stack: error.stack } : String(error),
    })
    setResponseStatus(event, 500)
    setResponseHeader(event, 'content-type', 'application/problem+json')
    return {
      type: 'urn:yieldgate:problem:failed',
      title: 'Something failed here',
      status: 500,
      detail: `Nothing was changed. Try again; if it stays, tell your steward this: request ${request}.`,
      instance: `urn:uuid:${request}`,
      reasons: [],
    }
  }
}

function say(event: H3Event, answer: unknown, read: boolean): unknown {
  if (answer instanceof Redirect) {
    setResponseStatus(event, 302)
    setResponseHeader(event, 'location', answer.to)
    return null
  }
  if (answer instanceof Download) {
    setResponseHeader(event, 'content-type', answer.file.type)
    setResponseHeader(event, 'content-disposition', `attachment; filename="${answer.file.name}"`)
    return answer.file.stream
  }
  if (answer === undefined || answer === null) {
    setResponseStatus(event, 204)
    return null
  }
  const text = answer instanceof Written ? answer.json : JSON.stringify(answer)
  setResponseHeader(event, 'content-type', 'application/json')
  if (read) {
    const etag = `W/"${createHash('sha256').update(text).digest('base64url').slice(0, 22)}"`
    setResponseHeader(event, 'etag', etag)
    if (getHeader(event, 'if-none-match') === etag) {
      setResponseStatus(event, 304)
      return null
    }
  }
  return text
}
