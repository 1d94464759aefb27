import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { siteAtHost } from '../../core/address/host'
import { normalisePath, pathOf } from '../../core/address/path'
import { checkSegment, freeSegment, makeSegment, RESERVED } from '../../core/address/segment'

describe('segments', () => {
  it.each([
    ['Påske på Grey Skerry', 'paske-pa-grey-skerry'],
    ['Fares for cars & vans', 'fares-for-cars-and-vans'],
    ['Ærlig talt, Øystein!', 'aerlig-talt-oystein'],
    ['Straße', 'strasse'],
    ['Москва', 'moskva'],
    ['  --  ', ''],
    ['日本', ''],
    ['The Auk’s day', 'the-auks-day'],
  ])('makes %j into %j', (title, segment) => expect(makeSegment(title)).toBe(segment))

  it('makes from any title nothing or a segment in good form, short, and the same when made again', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 200 }), (title) => {
        const segment = makeSegment(title)
        if (!segment) return
        expect(checkSegment(segment, false)).toEqual([])
        expect(segment.length).toBeLessThanOrEqual(60)
        expect(makeSegment(segment)).toBe(segment)
        // RFC 3986 §2.3: only unreserved characters, so percent-encoding never changes it; §6.2.2: already normalised.
        expect(encodeURIComponent(segment)).toBe(segment)
        expect(new URL(`http://x/${segment}`).pathname).toBe(`/${segment}`)
      }),
      { numRuns: 500 },
    )
  })

  it.each([
    ['', 'segment-missing'],
    ['A', 'segment-form'],
    ['a b', 'segment-form'],
    ['..', 'segment-form'],
    ['.', 'segment-form'],
    ['a--b', 'segment-form'],
    ['-a', 'segment-form'],
    ['a/b', 'segment-form'],
    ['å', 'segment-form'],
    ['a%20b', 'segment-form'],
    ['x'.repeat(121), 'segment-long'],
  ])('refuses %j', (segment, code) => expect(checkSegment(segment, true)[0]?.code).toBe(code))
  it('refuses the site’s own words at the top only', () => {
    for (const word of RESERVED) if (/^[a-z]/.test(word)) expect(checkSegment(word, true)[0]?.code).toBe('segment-reserved')
    expect(checkSegment('search', false)).toEqual([])
  })
  it('finds a free one', () => expect(freeSegment('fares', (segment) => ['fares', 'fares-2'].includes(segment))).toBe('fares-3'))
})

describe('paths', () => {
  it('are made from parent and segment by kind', () => {
    expect(pathOf('page', { segment: 'cars', parent: 'x' }, '/fares')).toBe('/fares/cars')
    expect(pathOf('page', { segment: 'cars', parent: 'x' }, null)).toBe(null)
    expect(pathOf('page', { segment: 'fares' }, null)).toBe('/fares')
    expect(pathOf('post', { segment: 'a' }, null)).toBe('/posts/a')
    expect(pathOf('label', { segment: 'a', labelType: 'series' }, null)).toBe('/series/a')
    expect(pathOf('settings', { segment: 'a' }, null)).toBe(null)
  })
  // RFC 3986 §5.4 resolution examples, the ones with an absolute path reference against http://a/b/c/d;p?q.
  it.each([
    ['/g', '/g'],
    ['/./g', '/g'],
    ['/../g', '/g'],
    ['/b/c/./../g', '/b/g'],
    ['/b/c/g/.', '/b/c/g'],
    ['/b/c/g/./h', '/b/c/g/h'],
    ['/b/c/g/../h', '/b/c/h'],
  ])('resolves %s to %s (RFC 3986 §5.4)', (given, path) => expect(normalisePath(given)).toBe(path))
  // RFC 3986 §6.2.2: case, percent-encoding and dot segments.
  it.each([
    ['/%66ares', '/fares'],
    ['/FARES/', '/fares'],
    ['/fares//cars', '/fares/cars'],
    ['/', '/'],
    ['//', '/'],
    ['/fares/%2e%2e/x', '/x'],
  ])('normalises %s to %s', (given, path) => expect(normalisePath(given)).toBe(path))
  it('answers nothing for broken encoding and control characters', () => {
    for (const bad of ['/%', '/%zz', '/a%00b', '/a%0d%0aSet-Cookie', '/a\\b', '/%5c']) expect(normalisePath(bad)).toBe(null)
  })
  it('never leaves the site and is its own normal form, with the WHATWG URL parser as oracle', () => {
    fc.assert(
      fc.property(fc.webPath(), (path) => {
        const normal = normalisePath(path || '/')
        if (normal === null) return
        expect(new URL(normal, 'http://own.example').host).toBe('own.example')
        expect(normalisePath(encodeURI(normal))).toBe(normal)
      }),
      { numRuns: 500 },
    )
  })
})

describe('the site at a host', () => {
  const sites = [
    { id: 'first', host: null },
    { id: 'skerry', host: 'Skerry.example' },
    { id: 'local', host: 'localhost:4000' },
  ]
  it.each([
    ['skerry.example', 'skerry'],
    ['SKERRY.example:8080', 'skerry'],
    ['localhost:4000', 'local'],
    ['localhost:4001', 'first'],
    ['skerry.example.evil.example', 'first'],
    ['', 'first'],
  ])('%s is that of %s', (host, id) => expect(siteAtHost(sites, host)?.id).toBe(id))
  it('is none where each has a host of its own and none is meant', () => {
    expect(siteAtHost(sites.slice(1), 'elsewhere.example')).toBeUndefined()
    expect(siteAtHost([], 'elsewhere.example')).toBeUndefined()
  })
})
