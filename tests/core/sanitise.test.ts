import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { parseFragment, type DefaultTreeAdapterTypes } from 'parse5'
import { isSafeHref } from '../../core/content/inline'
import { sanitiseSource } from '../../core/content/sanitise'
import { ATTACKS } from '../fixtures/attacks'

/** All elements and attributes of a fragment as a standards-following parser sees them. */
function elements(html: string): { name: string; attributes: { name: string; value: string }[] }[] {
  const found: { name: string; attributes: { name: string; value: string }[] }[] = []
  const walk = (node: DefaultTreeAdapterTypes.Node) => {
    if ('tagName' in node) found.push({ name: node.tagName, attributes: node.attrs })
    if ('childNodes' in node) node.childNodes.forEach(walk)
  }
  walk(parseFragment(html))
  return found
}
const BAD = /^(script|style|iframe|object|embed|form|input|link|meta|base|svg|math|template|video|audio|img|frameset|frame)$/

describe('the sanitiser, with parse5 as the oracle of what a browser would see', () => {
  it.each(ATTACKS)('leaves nothing that acts in %j', (attack) => {
    for (const { name, attributes } of elements(sanitiseSource(attack))) {
      expect(name).not.toMatch(BAD)
      for (const attribute of attributes) {
        expect(attribute.name).not.toMatch(/^on|^style$|^srcdoc$/)
        if (attribute.name === 'href') expect(isSafeHref(attribute.value)).toBe(true)
      }
    }
  })
  it('does the same to its own answer: nothing', () => {
    const pieces = fc.constantFrom(
      ...ATTACKS,
      '<p>',
      '</p>',
      '<b',
      '>',
      '"',
      "'",
      '<a href=',
      'javascript:alert(1)',
      '<table><tr><td>',
      '&lt;',
      '&#106;',
      '<!--',
      '-->',
      ']]>',
      '<svg>',
      'x',
    )
    fc.assert(
      fc.property(fc.array(pieces, { maxLength: 12 }), (parts) => {
        const once = sanitiseSource(parts.join(''))
        expect(sanitiseSource(once)).toBe(once)
        for (const { name, attributes } of elements(once)) {
          expect(name).not.toMatch(BAD)
          expect(attributes.filter((attribute) => attribute.name.startsWith('on'))).toEqual([])
        }
      }),
      { numRuns: 300 },
    )
  })
  it('keeps what a source block is for', () => {
    const good =
      '<h2>Fares</h2><table><thead><tr><th scope="col">Route</th></tr></thead><tbody><tr><td>Vessa</td></tr></tbody></table><p><a href="/fares">All <strong>fares</strong></a></p>'
    expect(sanitiseSource(good)).toBe(good)
  })
})

describe('link targets', () => {
  it.each([
    'https://ferries.example/a?b#c',
    'http://x.example',
    'mailto:a@b.example',
    'tel:+47 00 00',
    '/fares',
    '#top',
    'item:019747f9-c747-77a1-8c13-29af2d341d19',
  ])('takes %s', (href) => expect(isSafeHref(href)).toBe(true))
  it.each([
    'javascript:alert(1)',
    'JaVaScRiPt:alert(1)',
    ' javascript:alert(1)',
    'java\nscript:alert(1)',
    '\u0001javascript:alert(1)',
    'data:text/html,x',
    'vbscript:x',
    '//evil.example',
    '/\\evil.example',
    '',
    'http:',
    'item:../x',
    'file:///etc/passwd',
  ])('refuses %j', (href) => expect(isSafeHref(href)).toBe(false))
  it('never takes what the WHATWG URL parser reads as another scheme', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        if (!isSafeHref(text) || text.startsWith('item:')) return
        expect(['http:', 'https:', 'mailto:', 'tel:']).toContain(new URL(text, 'https://own.example/').protocol)
      }),
      { numRuns: 2_000 },
    )
  })
})
