import type { Reason } from '~~/core/outcome'
import type { Answer, Body, Method } from '~/composables/apiTypes'
import { isAttended } from '~/composables/attended'
import * as say from '~~/core/words/office/frame'

/** A refusal of the server, as problem details (RFC 9457), or the lost connection. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly reasons: Reason[],
    readonly more: Record<string, unknown>,
  ) {
    super(reasons[0]?.detail ?? title)
  }

  /** Whether the server was not reached at all. */
  get offline(): boolean {
    return this.status === 0
  }

  /** Whether the server, or a proxy before it, may answer when it is asked again. */
  get passing(): boolean {
    return this.offline || [502, 503, 504].includes(this.status)
  }
}

interface Options<Body> {
  body?: Body
  /** The version that the person saw. */
  ifMatch?: string | null
  form?: FormData
  /** Names a command that is sent again until it is answered, so that it is done once. */
  key?: string
  /** Whether it is sent even when the page that sends it goes. */
  keepalive?: boolean
}

/** Whose office this window shows. The server refuses what the window asks after someone else has signed in beside it. */
let shownTo: string | null = null
export const showTo = (person: string | null): void => void (shownTo = person)

/** Asks the API for an answer as it comes; throws {@link ApiProblem}. */
async function answerOf(path: string, init: RequestInit): Promise<Response> {
  let response: Response
  try {
    response = await fetch(`/api/v1${path}`, init)
  } catch {
    throw new ApiProblem(0, say.noConnection, [{ code: 'offline', detail: say.theServerCannotBeReached }], {})
  }
  if (response.ok) return response
  const value = (await response.json().catch(() => ({}))) as Record<string, unknown>
  throw new ApiProblem(response.status, String(value.title ?? say.somethingFailed), (value.reasons as Reason[] | undefined) ?? [], value)
}

/** Asks the API. Returns what the endpoint says, `null` for no content; throws {@link ApiProblem}. */
export async function api<M extends Method, Address extends string>(
  method: M,
  path: Address,
  options: Options<Body<M, Address>> = {},
): Promise<Answer<M, Address>> {
  const response = await answerOf(path, {
    method,
    headers: {
      ...(options.body === undefined ? {} : { 'content-type': 'application/json' }),
      ...(options.ifMatch === undefined ? {} : { 'if-match': `"${options.ifMatch ?? 'none'}"` }),
      ...(shownTo === null ? {} : { 'yieldgate-person': shownTo }),
      ...(isAttended() ? {} : { 'yieldgate-unattended': '1' }),
      ...(method === 'POST' ? { 'idempotency-key': options.key ?? crypto.randomUUID() } : {}),
    },
    ...(options.keepalive ? { keepalive: true } : {}),
    ...(options.form ? { body: options.form } : options.body === undefined ? {} : { body: JSON.stringify(options.body) }),
  })
  if (response.status === 204) return null as Answer<M, Address>
  return (await response.json().catch(() => ({}))) as Answer<M, Address>
}

/** Asks the API for a file, and hands it to the browser to be saved under a name; throws {@link ApiProblem}. */
export async function saveFile(name: string, path: string, body?: unknown): Promise<void> {
  const post = { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }
  const file = URL.createObjectURL(await (await answerOf(path, body === undefined ? {} : post)).blob())
  const link = Object.assign(document.createElement('a'), { href: file, download: name })
  link.click()
  URL.revokeObjectURL(file)
}
