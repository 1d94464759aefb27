import { parse, type DefaultTreeAdapterTypes } from 'parse5'
import { describe, expect, it } from 'vitest'
import { STRANGER, type Access } from '../../core/members/access'
import { renderAccount, renderClosed, type AccountPage } from '../../core/render/account'
import type { SiteView } from '../../core/render/page'
import { accountWords } from '../../core/words/site/accountWords'
import { SITE_LANGUAGES } from '../../core/words/site/siteWords'

const site = (language: string): SiteView => ({
  name: 'Larkholm',
  tagline: '',
  footer: '',
  language,
  zone: 'Europe/Oslo',
  at: '2027-01-01T00:00:00.000Z',
  origin: 'https://ferries.example',
  bars: [],
  menus: [],
  menu: [],
  account: 'account',
})
const member = {
  name: '<b>Ingrid</b>',
  email: '"ingrid"@readers.example',
  groups: [
    { name: 'Holders', until: '2027-04-30' },
    { name: 'Friends', until: null },
  ],
  pages: [{ path: '/quiet', title: 'Quiet boats' }],
}
const PAGES = (problem: string | null): AccountPage[] => [
  { is: 'sign-in', to: '/a"b', email: '', joining: 'open', problem },
  { is: 'join', email: '', name: '', problem },
  { is: 'forgotten', email: '', name: '', problem },
  { is: 'sent' },
  { is: 'left' },
  { is: 'link-over' },
  { is: 'invited-only' },
  { is: 'choose', token: 't', email: member.email, problem },
  { is: 'account', member, saved: true, problem },
]
const PASSWORD: Access = { who: 'password', password: '0198a000-0000-7000-8000-00000000000c' }
/** Every page that a language has, with each word that may stand as what is wrong. */
const pagesIn = (language: string): string[] => {
  const words = accountWords(language)
  const problems = [
    words.wrongSignIn,
    words.wrongPassword,
    words.tooOften,
    words.missing,
    words.noMail,
    words.passwordCommon,
    words.passwordOwnWords,
    words.passwordShort(12),
    words.passwordLong(200),
  ]
  return [
    ...[null, ...problems].flatMap((problem) => PAGES(problem).map((page) => renderAccount(site(language), page))),
    renderAccount({ ...site(language), account: 'sign-in' }, { is: 'sent' }),
    renderClosed(site(language), '/quiet', { who: 'members' }, STRANGER, 'open'),
    renderClosed(site(language), '/quiet', { who: 'members' }, { ...STRANGER, member: true }, 'open'),
    renderClosed(site(language), '/quiet', PASSWORD, STRANGER, 'closed', words.wrongPassword),
  ]
}
const nodesOf = (html: string): DefaultTreeAdapterTypes.Element[] => {
  const found: DefaultTreeAdapterTypes.Element[] = []
  const walk = (node: DefaultTreeAdapterTypes.Node) => {
    if ('tagName' in node) found.push(node)
    if ('childNodes' in node) node.childNodes.forEach(walk)
  }
  walk(parse(html))
  return found
}
const attribute = (node: DefaultTreeAdapterTypes.Element, name: string) => node.attrs.find((attr) => attr.name === name)?.value

describe('the pages for members', () => {
  it.each(SITE_LANGUAGES.map(({ language }) => language))('say every word of their catalogue in %s', (language) => {
    const heard = pagesIn(language).join('\n')
    const { mails: _, ...words } = accountWords(language)
    const said = Object.values(words).flatMap((word): string[] =>
      typeof word === 'object'
        ? Object.values(word)
        : typeof word === 'function'
          ? (word as (...given: never[]) => string)(...(['\u0001', '\u0001'] as never[])).split('\u0001')
          : [word],
    )
    const escaped = (text: string) => text.trim().replaceAll("'", '&#39;')
    for (const text of said.filter((part) => /\p{L}/u.test(part))) expect(heard).toContain(escaped(text))
    for (const text of said) expect(text).not.toMatch(/[<>&"]/)
  })
  it('are listed by no search engine, have no script, and send forms to their own addresses alone', () => {
    for (const html of pagesIn('en')) {
      const nodes = nodesOf(html)
      expect(nodes.some((node) => attribute(node, 'name') === 'robots' && attribute(node, 'content') === 'noindex')).toBe(true)
      expect(nodes.filter(({ tagName }) => tagName === 'script')).toEqual([])
      for (const form of nodes.filter(({ tagName }) => tagName === 'form'))
        expect(attribute(form, 'action')).toMatch(/^\/(account\/|search$)/)
    }
  })
  it('label each field, and tell password managers what it is', () => {
    for (const html of pagesIn('en'))
      for (const input of nodesOf(html).filter(
        ({ tagName, attrs }) => tagName === 'input' && !attrs.some(({ value }) => value === 'hidden'),
      )) {
        expect(input.parentNode).toMatchObject({ tagName: 'label' })
        if (attribute(input, 'type') === 'password')
          expect(attribute(input, 'autocomplete')).toMatch(/^(current-password|new-password|off)$/)
      }
  })
  it('encode what readers wrote', () => {
    const html = renderAccount(site('en'), { is: 'account', member, saved: false, problem: null })
    expect(html).not.toContain('<b>Ingrid')
    expect(html).toContain('value="&lt;b&gt;Ingrid&lt;/b&gt;"')
    expect(renderAccount(site('en'), PAGES(null)[0]!)).toContain('value="/a&quot;b"')
  })
  it('write mails that hold the link on a line of its own', () => {
    for (const { language } of SITE_LANGUAGES)
      for (const what of ['join', 'password'] as const) {
        const { subject, text } = accountWords(language).mails[what]('Larkholm', 'Ingrid', 'https://ferries.example/x')
        expect(subject).toContain('Larkholm')
        expect(text.split('\n')).toContain('https://ferries.example/x')
        expect(text).toContain('Ingrid')
      }
  })
})
