import type { Access, Audience } from '../members/access'
import type { Joining } from '../members/member'
import { dateWords } from '../time/words'
import { accountWords, type AccountWords } from '../words/site/accountWords'
import { esc } from './escape'
import { renderOwn, type Link, type SiteView } from './page'

/** Where members sign in, join, and find their account. */
export const ACCOUNT_PATHS = {
  account: '/account',
  signIn: '/account/sign-in',
  signOut: '/account/sign-out',
  unlock: '/account/unlock',
  join: '/account/join',
  forgotten: '/account/password',
  choose: '/account/choose',
  name: '/account/name',
  change: '/account/change-password',
  data: '/account/data.json',
  leave: '/account/leave',
} as const

/** What a member finds at their account. */
export interface AccountView {
  name: string
  email: string
  /** With the last day that they are in it; `null` for good. */
  groups: { name: string; until: string | null }[]
  /** Pages that are open to them and not to everyone. */
  pages: Link[]
}

/** A page of the site for members; `problem` is what stood against what was sent last, in the words of the site. */
export type AccountPage =
  | { is: 'sign-in'; to: string; email: string; joining: Joining; problem: string | null }
  | { is: 'join' | 'forgotten'; email: string; name: string; problem: string | null }
  | { is: 'sent' | 'left' | 'link-over' | 'invited-only' }
  | { is: 'choose'; token: string; email: string; problem: string | null }
  | { is: 'account'; member: AccountView; saved: boolean; problem: string | null }

const note = (problem: string | null) => (problem ? `<p class="problem" role="alert">${esc(problem)}</p>` : '')
const hidden = (name: string, value: string) => `<input type="hidden" name="${name}" value="${esc(value)}">`
const form = (action: string, inside: string) => `<form class="own" method="post" action="${action}">${inside}</form>`
const field = (label: string, name: string, type: 'text' | 'email' | 'password', complete: string, value = '') =>
  `<label>${label}<input name="${name}" type="${type}" autocomplete="${complete}" required maxlength="${type === 'password' ? 200 : 254}"${value ? ` value="${esc(value)}"` : ''}></label>`
const button = (label: string) => `<button>${label}</button>`
const summary = (text: string) => `<p class="summary">${esc(text)}</p>`
const emailField = (words: AccountWords, value: string) => field(words.email, 'email', 'email', 'username', value)
const passwordField = (words: AccountWords) => field(words.password, 'password', 'password', 'current-password')
const newPasswordField = (words: AccountWords) => field(words.newPassword, 'password', 'password', 'new-password')

function signInForm(words: AccountWords, to: string, email: string, joining: Joining, problem: string | null): string {
  const join = joining === 'open' ? `<a href="${ACCOUNT_PATHS.join}">${words.becomeMember}</a>` : ''
  return `${form(ACCOUNT_PATHS.signIn, `${note(problem)}${hidden('to', to)}${emailField(words, email)}${passwordField(words)}${button(words.signIn)}`)}<p class="row"><a href="${ACCOUNT_PATHS.forgotten}">${words.forgotten}</a>${join}</p>`
}

/**
 * What a reader gets at the address of a page that they may not read: nothing of the page, and how they may come to read it.
 * @param path where it is, to come back to
 */
export function renderClosed(
  site: SiteView,
  path: string,
  access: Access,
  audience: Audience,
  joining: Joining,
  problem: string | null = null,
): string {
  const words = accountWords(site.language)
  if (access.who === 'password') {
    const { title, text, open } = words.locked
    return renderOwn(
      site,
      title,
      path,
      `${summary(text)}${form(ACCOUNT_PATHS.unlock, `${note(problem)}${hidden('to', path)}${field(words.password, 'password', 'password', 'off')}${button(open)}`)}`,
    )
  }
  const { title, text } = audience.member ? words.notYours : words.members
  return renderOwn(site, title, path, `${summary(text)}${audience.member ? '' : signInForm(words, path, '', joining, problem)}`)
}

function accountMain(
  words: AccountWords,
  language: string,
  { name, email, groups, pages }: AccountView,
  saved: boolean,
  problem: string | null,
): string {
  const list = (title: string, items: string[]) =>
    items.length ? `<h2>${title}</h2><ul>${items.map((item) => `<li>${item}</li>`).join('')}</ul>` : ''
  const group = ({ name: called, until }: AccountView['groups'][number]) =>
    esc(until === null ? called : words.groupUntil(called, dateWords(until, language)))
  return [
    `<p class="summary">${esc(email)}</p>`,
    saved ? `<p class="saved" role="status">${words.saved}</p>` : '',
    note(problem),
    form(
      ACCOUNT_PATHS.signOut,
      `<p class="row">${button(words.signOut)}<button name="everywhere" value="yes" class="quiet">${words.signOutEverywhere}</button></p>`,
    ),
    list(
      words.openToYou,
      pages.map(({ path, title }) => `<a href="${esc(path)}">${esc(title)}</a>`),
    ),
    list(words.groups, groups.map(group)),
    `<h2>${words.yourName}</h2>`,
    form(ACCOUNT_PATHS.name, `${field(words.name, 'name', 'text', 'name', name)}${button(words.save)}`),
    `<h2>${words.anotherPassword}</h2>`,
    form(
      ACCOUNT_PATHS.change,
      `${field(words.oldPassword, 'old', 'password', 'current-password')}${newPasswordField(words)}${button(words.save)}`,
    ),
    `<h2>${words.keptAboutYou}</h2><p><a href="${ACCOUNT_PATHS.data}" download>${words.download}</a></p>`,
    `<h2>${words.leave}</h2><p>${esc(words.leaveText)}</p>`,
    form(ACCOUNT_PATHS.leave, `${passwordField(words)}<button class="quiet">${words.leave}</button>`),
  ].join('')
}

/** A page for members, by the one layout of the site. */
export function renderAccount(site: SiteView, page: AccountPage): string {
  const words = accountWords(site.language)
  const own = (title: string, main: string, path: string = ACCOUNT_PATHS.account) => renderOwn(site, title, path, main)
  const said = ({ title, text }: { title: string; text: string }, more = '') => own(title, summary(text) + more)
  switch (page.is) {
    case 'sign-in':
      return own(words.signIn, signInForm(words, page.to, page.email, page.joining, page.problem), ACCOUNT_PATHS.signIn)
    case 'join':
      return own(
        words.becomeMember,
        `${summary(words.joinText)}${form(ACCOUNT_PATHS.join, `${note(page.problem)}${field(words.name, 'name', 'text', 'name', page.name)}${emailField(words, page.email)}${button(words.send)}`)}`,
        ACCOUNT_PATHS.join,
      )
    case 'forgotten':
      return own(
        words.forgotten,
        `${summary(words.forgottenText)}${form(ACCOUNT_PATHS.forgotten, `${note(page.problem)}${emailField(words, page.email)}${button(words.send)}`)}`,
        ACCOUNT_PATHS.forgotten,
      )
    case 'choose':
      return own(
        words.choose,
        `${summary(words.chooseText(page.email))}${form(ACCOUNT_PATHS.choose, `${note(page.problem)}${hidden('token', page.token)}${newPasswordField(words)}${button(words.save)}`)}`,
        ACCOUNT_PATHS.choose,
      )
    case 'sent':
      return said(words.sent)
    case 'left':
      return said(words.left)
    case 'invited-only':
      return own(words.becomeMember, summary(words.invitedOnly))
    case 'link-over':
      return said(words.linkOver, `<p><a href="${ACCOUNT_PATHS.forgotten}">${words.forgotten}</a></p>`)
    case 'account':
      return own(words.yourAccount, accountMain(words, site.language, page.member, page.saved, page.problem))
  }
}
