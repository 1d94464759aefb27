import { tokenOfMember, type Letter } from './mailbox'

export interface Got {
  status: number
  text: string
  location: string | null
  headers: Headers
}

/** A reader of the live site with a browser that keeps their session. */
export class SiteReader {
  private cookie = ''
  constructor(private readonly origin: string) {}

  private async fetch(path: string, init: RequestInit = {}): Promise<Got> {
    const answer = await fetch(this.origin + path, {
      ...init,
      redirect: 'manual',
      headers: { ...(this.cookie ? { cookie: this.cookie } : {}), ...init.headers },
    })
    const set = answer.headers.getSetCookie().find((value) => value.startsWith('yieldgate_reader='))
    if (set) this.cookie = /Max-Age=0/i.test(set) ? '' : set.split(';')[0]!
    return { status: answer.status, text: await answer.text(), location: answer.headers.get('location'), headers: answer.headers }
  }
  read(path: string, headers: Record<string, string> = {}): Promise<Got> {
    return this.fetch(path, { headers })
  }
  send(path: string, form: Record<string, string>, headers: Record<string, string> = {}): Promise<Got> {
    return this.fetch(path, { method: 'POST', body: new URLSearchParams(form), headers })
  }
  /** Takes a link for a password from a mail, or its address. */
  choose(from: Letter | string, password: string): Promise<Got> {
    const token = typeof from === 'string' ? new URL(from).searchParams.get('token')! : tokenOfMember(from)
    return this.send('/account/choose', { token, password })
  }
  signIn(email: string, password: string, to = '/'): Promise<Got> {
    return this.send('/account/sign-in', { email, password, to })
  }
  get session(): string {
    return this.cookie
  }
}
