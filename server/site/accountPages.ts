import { deleteCookie, setCookie, type H3Event } from 'h3'
import { z } from 'zod'
import { normalisePath } from '../../core/address/path'
import { lineSchema } from '../../core/content/line'
import { openKeys, STRANGER } from '../../core/members/access'
import type { Reason } from '../../core/outcome'
import { ACCOUNT_PATHS, type AccountPage } from '../../core/render/account'
import { accountWords, type AccountWords } from '../../core/words/site/accountWords'
import { addressOf, boundedBody, isHttps, isSameOrigin, passOverBody, readerCookie } from '../http'
import type { SiteParts } from '../runtime'
import { isDemo } from '../services/demo'
import { mailIsCaught } from '../services/mail/mail'
import {
  askForPassword,
  askToJoin,
  changeName,
  changePassword,
  choosePassword,
  keptAbout,
  leave,
  memberAccount,
  memberOfLink,
  opensPages,
  signInMember,
  signOutEverywhere,
} from '../services/members/accounts'
import { endReaderSession, SESSION_DAYS, unlock, type SiteReader } from '../services/members/memberSessions'
import { MAX_PASSWORD, MIN_PASSWORD } from '../services/people/passwords'
import { Refusal } from '../services/refusal'
import { accessKeys } from '../store/live'
import { pagesWithAccess } from '../store/members'
import type { SiteRow } from '../store/sites'

interface Said {
  status: number
  headers: Record<string, string>
  body: Buffer
}

/** Whether an address is one of the pages for members. */
export const isAccountPath = (path: string): boolean => path === ACCOUNT_PATHS.account || path.startsWith(`${ACCOUNT_PATHS.account}/`)

/** So large a form is read at most, and so many pages are listed to a member. */
const MOST_BYTES = 16 * 1024
const MOST_PAGES = 200

const OWN = { 'cache-control': 'private, no-store', 'referrer-policy': 'same-origin', 'x-content-type-options': 'nosniff' }
/** Leads on by GET after what was sent (RFC 9110 §15.4.4). */
const seeOther = (location: string): Said => ({ status: 303, headers: { ...OWN, location: encodeURI(location) }, body: Buffer.from('') })

const email = z.email().max(254)
const password = z.string().min(1).max(MAX_PASSWORD)
const to = z.string().max(2_000).default('/')
const name = lineSchema(120).refine((text) => text.trim() !== '')
/** What is sent to each address. */
const FORMS = {
  [ACCOUNT_PATHS.signIn]: z.object({ email, password, to }),
  [ACCOUNT_PATHS.unlock]: z.object({ password, to }),
  [ACCOUNT_PATHS.join]: z.object({ name, email }),
  [ACCOUNT_PATHS.forgotten]: z.object({ email }),
  [ACCOUNT_PATHS.choose]: z.object({ token: z.string().max(100), password: z.string().max(1_000) }),
  [ACCOUNT_PATHS.name]: z.object({ name }),
  [ACCOUNT_PATHS.change]: z.object({ old: password, password: z.string().max(1_000) }),
  [ACCOUNT_PATHS.signOut]: z.object({ everywhere: z.literal('yes').optional() }),
  [ACCOUNT_PATHS.leave]: z.object({ password }),
}
type FormPath = keyof typeof FORMS

/** The fields of a form as a browser sends them. Throws a refusal (`too-large`). */
const fieldsOf = async (event: H3Event): Promise<Record<string, string>> =>
  Object.fromEntries(new URLSearchParams((await boundedBody(event, MOST_BYTES)).toString('utf8')))

/** A path of this site to go on to; the front page for anything else. */
const within = (path: string): string => {
  const own = path.startsWith('/') ? normalisePath(path) : null
  return own === null || isAccountPath(own) ? '/' : own
}

/** What is wrong with a password, in the words of the site. */
function passwordWords(words: AccountWords, [reason]: Reason[]): string {
  switch (reason?.code) {
    case 'password-short':
      return words.passwordShort(MIN_PASSWORD)
    case 'password-long':
      return words.passwordLong(MAX_PASSWORD)
    case 'password-own-words':
      return words.passwordOwnWords
    default:
      return words.passwordCommon
  }
}

/** Answers what a reader asks of the pages for members, or sends to them. */
export async function accountPages(
  { office, live }: SiteParts,
  event: H3Event,
  site: SiteRow,
  origin: string,
  target: string,
  reader: SiteReader,
): Promise<Said | undefined> {
  const { req } = event.node
  const url = new URL(target, 'http://site')
  const words = accountWords(site.language)
  const from = addressOf(req)
  const { settings } = await live.frame(site)
  const { joining = 'closed' } = settings
  const called = settings.title || origin
  const show = (page: AccountPage, status = 200, audience = reader.audience) => live.account(site, origin, audience, status, page)
  const keep = (token: string) =>
    setCookie(event, readerCookie(), token, {
      httpOnly: true,
      sameSite: 'lax',
      secure: isHttps(),
      path: '/',
      maxAge: SESSION_DAYS * 86_400,
    })
  const forget = () => deleteCookie(event, readerCookie(), { path: '/', secure: isHttps() })
  const canMail = !mailIsCaught() || isDemo

  const ownAccount = async (member: string, saved: boolean, problem: string | null): Promise<Said> => {
    const db = office.store.read
    const keys = openKeys(await accessKeys(db, site.id), reader.audience)
    const [account, pages] = await Promise.all([memberAccount(office, member), pagesWithAccess(db, site.id, keys, MOST_PAGES)])
    return show({ is: 'account', member: { ...account, pages }, saved, problem }, problem ? 422 : 200)
  }

  async function read(): Promise<Said | undefined> {
    switch (url.pathname) {
      case ACCOUNT_PATHS.account:
        return reader.member ? ownAccount(reader.member, url.searchParams.has('saved'), null) : seeOther(ACCOUNT_PATHS.signIn)
      case ACCOUNT_PATHS.signIn:
        return reader.member
          ? seeOther(ACCOUNT_PATHS.account)
          : show({ is: 'sign-in', to: within(url.searchParams.get('to') ?? '/'), email: '', joining, problem: null })
      case ACCOUNT_PATHS.join:
        return show(
          joining === 'open' ? { is: 'join', email: '', name: '', problem: canMail ? null : words.noMail } : { is: 'invited-only' },
        )
      case ACCOUNT_PATHS.forgotten:
        return show({ is: 'forgotten', email: '', name: '', problem: canMail ? null : words.noMail })
      case ACCOUNT_PATHS.choose: {
        const token = url.searchParams.get('token') ?? ''
        const member = await memberOfLink(office, token)
        return member ? show({ is: 'choose', token, email: member.email, problem: null }) : show({ is: 'link-over' }, 410)
      }
      case ACCOUNT_PATHS.data: {
        if (!reader.member) return seeOther(ACCOUNT_PATHS.signIn)
        const body = Buffer.from(JSON.stringify(await keptAbout(office, reader.member), null, 2))
        return {
          status: 200,
          headers: {
            ...OWN,
            'content-type': 'application/json; charset=utf-8',
            'content-disposition': 'attachment; filename="account.json"',
          },
          body,
        }
      }
      default:
        return undefined
    }
  }

  /** What a form that is not as it should be, or is tried too often, is answered with: the same form, with what is wrong. */
  async function again(path: FormPath, sent: Record<string, string>, problem: string, status: number): Promise<Said> {
    const typed = { email: (sent.email ?? '').slice(0, 254), name: (sent.name ?? '').slice(0, 120), problem }
    switch (path) {
      case ACCOUNT_PATHS.signIn:
        return show({ is: 'sign-in', to: within(sent.to ?? '/'), joining, ...typed }, status)
      case ACCOUNT_PATHS.join:
        return show({ is: 'join', ...typed }, status)
      case ACCOUNT_PATHS.forgotten:
        return show({ is: 'forgotten', ...typed }, status)
      case ACCOUNT_PATHS.choose: {
        const member = await memberOfLink(office, sent.token ?? '')
        return member ? show({ is: 'choose', token: sent.token!, email: member.email, problem }, status) : show({ is: 'link-over' }, 410)
      }
      case ACCOUNT_PATHS.unlock: {
        const path = within(sent.to ?? '/')
        const access = await live.accessAt(site, path)
        return access?.who === 'password' ? live.stillClosed(site, origin, path, access, reader.audience, problem) : seeOther(path)
      }
      default:
        return reader.member ? ownAccount(reader.member, false, problem) : seeOther(ACCOUNT_PATHS.signIn)
    }
  }

  /** Does what was sent; a text says what is wrong with it. */
  async function take(path: FormPath, sent: Record<string, string>): Promise<Said | string> {
    const signedIn = (token: string, on: string): Said => (keep(token), seeOther(on))
    const signedOut = (): Said => (forget(), seeOther('/'))
    switch (path) {
      case ACCOUNT_PATHS.signIn: {
        const form = FORMS[path].parse(sent)
        const token = await signInMember(office, form.email, form.password, from)
        if (token !== null && reader.token !== null) await endReaderSession(office, reader.token)
        return token === null ? words.wrongSignIn : signedIn(token, within(form.to))
      }
      case ACCOUNT_PATHS.unlock: {
        const form = FORMS[path].parse(sent)
        const page = within(form.to)
        const access = await live.accessAt(site, page)
        if (access?.who !== 'password') return seeOther(page)
        if (!(await opensPages(office, access.password, form.password, from))) return words.wrongPassword
        return signedIn(await unlock(office, reader, access.password), page)
      }
      case ACCOUNT_PATHS.join: {
        const form = FORMS[path].parse(sent)
        if (joining !== 'open') return show({ is: 'invited-only' }, 403)
        if (!canMail) return words.noMail
        await askToJoin(office, { ...form, from, site: called }, joining)
        return show({ is: 'sent' })
      }
      case ACCOUNT_PATHS.forgotten: {
        const form = FORMS[path].parse(sent)
        if (!canMail) return words.noMail
        await askForPassword(office, { ...form, from, site: called })
        return show({ is: 'sent' })
      }
      case ACCOUNT_PATHS.choose: {
        const form = FORMS[path].parse(sent)
        const chosen = await choosePassword(office, form.token, form.password)
        if (chosen === null) return show({ is: 'link-over' }, 410)
        return typeof chosen === 'string' ? signedIn(chosen, ACCOUNT_PATHS.account) : passwordWords(words, chosen)
      }
      default:
        return reader.member === null ? seeOther(ACCOUNT_PATHS.signIn) : takeOwn(path, reader.member, sent, { signedIn, signedOut })
    }
  }

  /** The same, of what a member changes of their own account. */
  async function takeOwn(
    path: Exclude<FormPath, '/account/sign-in' | '/account/unlock' | '/account/join' | '/account/password' | '/account/choose'>,
    member: string,
    sent: Record<string, string>,
    { signedIn, signedOut }: { signedIn: (token: string, on: string) => Said; signedOut: () => Said },
  ): Promise<Said | string> {
    const saved = `${ACCOUNT_PATHS.account}?saved`
    switch (path) {
      case ACCOUNT_PATHS.name:
        await changeName(office, member, FORMS[path].parse(sent).name)
        return seeOther(saved)
      case ACCOUNT_PATHS.change: {
        const form = FORMS[path].parse(sent)
        const changed = await changePassword(office, member, form.old, form.password)
        if (changed === null) return words.wrongPassword
        return typeof changed === 'string' ? signedIn(changed, saved) : passwordWords(words, changed)
      }
      case ACCOUNT_PATHS.signOut:
        if (FORMS[path].parse(sent).everywhere) await signOutEverywhere(office, member)
        else await endReaderSession(office, reader.token!)
        return signedOut()
      case ACCOUNT_PATHS.leave:
        if (!(await leave(office, member, FORMS[path].parse(sent).password))) return words.wrongPassword
        forget()
        return show({ is: 'left' }, 200, STRANGER)
    }
  }

  /** Refuses what was sent without reading the rest of it. */
  const passOver = (status: number): Said => {
    passOverBody(event, from)
    return { status, headers: { ...OWN, 'content-type': 'text/plain' }, body: Buffer.from('') }
  }
  if (req.method !== 'POST') return read()
  // A form of another site sends nothing in this reader’s name.
  if (!isSameOrigin(req, site)) return passOver(403)
  const path = Object.keys(FORMS).find((known): known is FormPath => known === url.pathname)
  if (!path) return passOver(405)
  let sent: Record<string, string> = {}
  try {
    sent = await fieldsOf(event)
    const done = await take(path, sent)
    return typeof done === 'string' ? await again(path, sent, done, 422) : done
  } catch (error) {
    if (error instanceof z.ZodError) return again(path, sent, words.missing, 422)
    if (error instanceof Refusal && error.kind === 'throttled') return again(path, sent, words.tooOften, 429)
    if (error instanceof Refusal && error.kind === 'too-large') return passOver(413)
    throw error
  }
}
