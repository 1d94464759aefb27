import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { normalisePath } from '../../core/address/path'
import {
  followRedirects,
  locationOf,
  loopWith,
  readRedirect,
  redirectFor,
  targetFrom,
  type Redirect,
  type RedirectInput,
} from '../../core/address/redirects'

const read = (from: string, to: string | null, code: RedirectInput['code'] = 301) => readRedirect({ from, to, code })
const codes = (outcome: ReturnType<typeof read>) => (outcome.ok ? outcome.value : outcome.reasons.map(({ code, at }) => [code, at]))
const redirect = (from: string, to: string, code: 301 | 302 | 308 = 301): Redirect => ({ from, to, code })
const among = (redirects: readonly Redirect[]) => (path: string) => redirectFor(redirects, path)

describe('a redirect as it is written', () => {
  it('takes its one form', () => {
    expect(codes(read(' Winter-Boats/ ', 'Timetables//Larkholm-Vessa/?day=1#Night'))).toEqual(
      redirect('/winter-boats', '/timetables/larkholm-vessa?day=1#Night'),
    )
    expect(codes(read('/old/*', '/new/*', 308))).toEqual(redirect('/old/*', '/new/*', 308))
    expect(codes(read('/posts/2019/*', 'https://Archive.example'))).toEqual(redirect('/posts/2019/*', 'https://archive.example/'))
    expect(codes(read('/old /', '/new /?day=1'))).toEqual(redirect('/old', '/new?day=1'))
    expect(codes(read('/card', 'item:0197226b-ba85-748c-b84a-4247f5090c76'))).toEqual(
      redirect('/card', 'item:0197226b-ba85-748c-b84a-4247f5090c76'),
    )
    expect(codes(read('/gone', 'never looked at', 410))).toEqual({ from: '/gone', code: 410, to: null })
  })

  it.each([
    ['', '/', 'redirect-from', 'from'],
    ['https://ferries.example/old', '/', 'redirect-from', 'from'],
    ['/old?page=1', '/', 'redirect-from', 'from'],
    ['/a/*/b/*', '/', 'redirect-stars', 'from'],
    ['/', '/fares', 'redirect-all', 'from'],
    ['/*', '/fares', 'redirect-all', 'from'],
    ['/office/items', '/fares', 'segment-reserved', 'from'],
    ['/posts', '/fares', 'segment-reserved', 'from'],
    ['/old', '', 'redirect-to-missing', 'to'],
    ['/old', '/new/*', 'redirect-star-alone', 'to'],
    ['/old', 'javascript:alert(1)', 'redirect-to', 'to'],
    ['/old', '//elsewhere.example', 'redirect-to', 'to'],
    ['/old', 'mailto:boats@ferries.example', 'redirect-to', 'to'],
    ['/old', '/\\elsewhere.example', 'redirect-to', 'to'],
    ['/go/*', 'https://*', 'redirect-to', 'to'],
    ['/go/*', 'https://ferries.example*/', 'redirect-to', 'to'],
    ['/go/*', 'https://*@elsewhere.example/', 'redirect-to', 'to'],
  ])('from %j to %j is refused: %s', (from, to, code, at) => {
    expect(codes(read(from, to))).toEqual([[code, at]])
  })

  it('is refused with all that is wrong with it, and whatever is written leads to this site or the web alone', () => {
    expect(codes(read('/', ''))).toEqual([
      ['redirect-all', 'from'],
      ['redirect-to-missing', 'to'],
    ])
    fc.assert(
      fc.property(
        fc.string(),
        fc.oneof(
          fc.string(),
          fc.webUrl(),
          fc.string().map((text) => `/${text}`),
        ),
        (from, to) => {
          const made = read(`/a${from}`, to)
          if (!made.ok || made.value.to === null) return
          expect(made.value.from).toMatch(/^\/a/)
          expect(new URL(made.value.to, 'https://here.example').protocol).toMatch(/^(https?|item):$/)
          if (made.value.to.startsWith('/')) expect(new URL(made.value.to, 'https://here.example').host).toBe('here.example')
          // What was read is read as the same.
          expect(readRedirect(made.value)).toEqual(made)
        },
      ),
    )
  })
})

describe('the redirect for an address', () => {
  it('is the one that names most of it, and fills in what the star stood for', () => {
    const all = [
      redirect('/old/*', '/new/*'),
      redirect('/old/2019/*', '/archive/*'),
      redirect('/old/2019/may', '/may'),
      redirect('/*.html', '/*'),
    ]
    expect(among(all)('/old/2019/may')?.from).toBe('/old/2019/may')
    expect(among(all)('/old/2019/june')?.from).toBe('/old/2019/*')
    expect(among(all)('/old/2018')?.from).toBe('/old/*')
    expect(among(all)('/old')).toBeUndefined()
    expect(among(all)('/old/')).toBeUndefined()
    expect(targetFrom(all[0]!, '/old/2018/a$&b')).toBe('/new/2018/a$&b')
    expect(targetFrom(all[3]!, '/fares.html')).toBe('/fares')
  })

  it('leads to this site or to the host that was written, whatever is asked for', () => {
    const froms = ['/a*', '/a/*', '/a*/b', '/a*b']
    const tos = ['/*', '/new*', '/new/*?of=1', 'https://x.example/*', 'https://x.example/?to=*', 'https://x.example/p#*']
    const tricks = ['//evil.example', '/evil.example/b', '%2F%2Fevil.example', '\\evil.example', '@evil.example', ':8/', '?x', '%3Fx']
    const letters = fc.oneof(fc.string({ maxLength: 12 }), fc.constantFrom(...tricks))
    fc.assert(
      fc.property(fc.constantFrom(...froms), fc.constantFrom(...tos), letters, fc.constantFrom('', '/b', 'b'), (from, to, asked, end) => {
        const made = read(from, to)
        if (!made.ok) throw new Error(`${from} ${to} is refused`)
        const path = normalisePath(`/a${asked}${end}`)
        if (path === null || !redirectFor([made.value], path)) return
        const { host } = new URL(locationOf(targetFrom(made.value, path)!), 'https://here.example')
        expect(host).toBe(to.startsWith('/') ? 'here.example' : 'x.example')
      }),
      { numRuns: 1_000 },
    )
  })

  it('is followed to its end in one step, with the code of the whole chain', async () => {
    const all: Redirect[] = [
      redirect('/a', '/b?from=a'),
      redirect('/b', '/c', 308),
      redirect('/now', '/a', 302),
      redirect('/out', 'https://elsewhere.example/*'),
      { from: '/c/gone', code: 410, to: null },
      redirect('/left', '/c/gone'),
    ]
    expect(await followRedirects('/a', among(all))).toEqual({ code: 308, to: '/c', via: ['/a', '/b'], redirect: '/a' })
    expect(await followRedirects('/now', among(all))).toEqual({ code: 302, to: '/c', via: ['/now', '/a', '/b'], redirect: '/now' })
    expect(await followRedirects('/left', among(all))).toEqual({ code: 410, to: null, via: ['/left', '/c/gone'], redirect: '/left' })
    expect(await followRedirects('/c', among(all))).toBeUndefined()
  })

  it('never leads in a circle where each was looked at before it was taken', async () => {
    expect(await loopWith(redirect('/a', '/a'), () => undefined)).toEqual(['/a', '/a'])
    expect(await loopWith(redirect('/c', '/a'), among([redirect('/a', '/b'), redirect('/b', '/c')]))).toEqual(['/c', '/a', '/b', '/c'])
    // Longer with each step.
    expect(await loopWith(redirect('/a/*', '/a/b/*'), () => undefined)).not.toBeNull()
    const place = fc.constantFrom('/a', '/b', '/c', '/d', '/a/x', '/b/x')
    const any = fc.oneof(
      fc.tuple(place, place).map(([from, to]) => redirect(from, to)),
      fc.tuple(fc.constantFrom('/a/*', '/b/*'), fc.constantFrom('/a/*', '/b/*', '/c', '/*')).map(([from, to]) => redirect(from, to)),
    )
    await fc.assert(
      fc.asyncProperty(fc.array(any, { maxLength: 12 }), async (wanted) => {
        const taken: Redirect[] = []
        for (const next of wanted) {
          const others = taken.filter(({ from }) => from !== next.from)
          if ((await loopWith(next, among(others))) === null) taken.splice(0, taken.length, ...others, next)
        }
        for (const path of ['/a', '/b', '/c', '/d', '/a/x', '/b/x'])
          expect((await followRedirects(path, among(taken)))?.code).not.toBeNull()
      }),
    )
  })
})
