import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { createHash } from 'node:crypto'
import { canonical, sha256Hex } from '../../core/content/canonical'
import { fingerprint, manifestOf, projectionsOf, type Content } from '../../core/content/content'

describe('canonical form', () => {
  // RFC 8785 §3.2.3, the sorting example: names in UTF-16 code unit order.
  it('sorts names as RFC 8785 §3.2.3 does', () => {
    const value = {
      '\u20ac': 'Euro Sign',
      '\r': 'Carriage Return',
      '\ufb33': 'Hebrew Letter Dalet With Dagesh',
      '1': 'One',
      '\ud83d\ude00': 'Emoji: Grinning Face',
      '\u0080': 'Control',
      '\u00f6': 'Latin Small Letter O With Diaeresis',
    }
    // The RFC's own order; U+FB33 is left out of the text form because NFC, which comes first here, decomposes it.
    const names = Object.keys(JSON.parse(canonical({ ...value, '\ufb33': undefined }))).map(String)
    expect(
      canonical({ ...value, '\ufb33': undefined })
        .match(/"[^"]*":/g)!
        .map((name) => JSON.parse(name.slice(0, -1))),
    ).toEqual(['\r', '1', '\u0080', '\u00f6', '\u20ac', '\ud83d\ude00'])
    expect(names).toHaveLength(6)
  })

  // RFC 8785 appendix B: IEEE 754 bits and the number's text.
  it.each([
    ['0000000000000000', '0'],
    ['8000000000000000', '0'],
    ['0000000000000001', '5e-324'],
    ['8000000000000001', '-5e-324'],
    ['7fefffffffffffff', '1.7976931348623157e+308'],
    ['ffefffffffffffff', '-1.7976931348623157e+308'],
    ['4340000000000000', '9007199254740992'],
    ['c340000000000000', '-9007199254740992'],
    ['4430000000000000', '295147905179352830000'],
    ['44b52d02c7e14af5', '9.999999999999997e+22'],
    ['44b52d02c7e14af6', '1e+23'],
    ['44b52d02c7e14af7', '1.0000000000000001e+23'],
    ['444b1ae4d6e2ef4e', '999999999999999700000'],
    ['444b1ae4d6e2ef4f', '999999999999999900000'],
    ['444b1ae4d6e2ef50', '1e+21'],
    ['3eb0c6f7a0b5ed8c', '9.999999999999997e-7'],
    ['3eb0c6f7a0b5ed8d', '0.000001'],
    ['41b3de4355555553', '333333333.3333332'],
    ['41b3de4355555554', '333333333.33333325'],
    ['41b3de4355555555', '333333333.3333333'],
    ['41b3de4355555556', '333333333.3333334'],
    ['41b3de4355555557', '333333333.33333343'],
    ['becbf647612f3696', '-0.0000033333333333333333'],
    ['43143ff3c1cb0959', '1424953923781206.2'],
  ])('writes the number %s as RFC 8785 appendix B does', (bits, text) => {
    const number = Buffer.from(bits, 'hex').readDoubleBE()
    expect(canonical(number)).toBe(text)
  })

  it('refuses what JSON cannot say (RFC 8785 appendix B: NaN and Infinity are errors)', () => {
    expect(() => canonical(Number.NaN)).toThrow()
    expect(() => canonical(Number.POSITIVE_INFINITY)).toThrow()
  })

  it('keeps the meaning of any JSON value whose strings are in NFC', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const plain = JSON.parse(JSON.stringify(value).normalize('NFC'))
        expect(JSON.parse(canonical(plain))).toEqual(JSON.parse(JSON.stringify(plain)))
      }),
      { numRuns: 300 },
    )
  })

  it('has every member, whatever its name', () => {
    for (const text of ['{"__proto__":null}', '{"__proto__":{"a":1}}', '{"0":1,"__proto__":[2],"constructor":3}'])
      expect(canonical(JSON.parse(text))).toBe(text)
  })

  it('is the same for a composed and a decomposed letter', () => {
    expect(canonical({ title: 'Å' })).toBe(canonical({ title: 'A\u030a' }))
  })
})

describe('SHA-256', () => {
  // FIPS 180-4 example values (NIST, Cryptographic Standards: SHA256.pdf).
  it.each([
    ['abc', 'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad'],
    ['abcdbcdecdefdefgefghfghighijhijkijkljklmklmnlmnomnopnopq', '248d6a61d20638b8e5c026930c3e6039a33ce45964ff2167f6ecedd419db06c1'],
    ['', 'e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855'],
  ])('hashes %j', (text, hash) => expect(sha256Hex(text)).toBe(hash))

  it('agrees with the hash of the runtime on any text', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        expect(sha256Hex(text)).toBe(createHash('sha256').update(text).digest('hex'))
      }),
    )
  })
})

describe('fingerprint', () => {
  const content: Content = {
    fields: { title: 'Fares', segment: 'fares', summary: '' },
    body: [
      { id: 'aaaa', kind: 'paragraph', text: [{ text: 'One' }] },
      { id: 'bbbb', kind: 'divider' },
    ],
  }
  const print = (value: Content) => fingerprint(manifestOf(value))

  it('changes with any visible field, any block and the order of blocks', () => {
    const all = [
      content,
      { ...content, fields: { ...content.fields, title: 'Fare' } },
      { ...content, body: [...content.body].reverse() },
      { ...content, body: content.body.slice(0, 1) },
      { ...content, fields: { ...content.fields, inMenus: false } },
    ]
    expect(new Set(all.map(print)).size).toBe(all.length)
  })
  it('is the same for an absent and an empty field, and however the text is cut into runs', () => {
    expect(
      print({
        fields: { segment: 'fares', title: 'Fares' },
        body: [
          { id: 'aaaa', kind: 'paragraph', text: [{ text: 'O' }, { text: 'ne' }] },
          { id: 'bbbb', kind: 'divider' },
        ],
      }),
    ).toBe(print(content))
  })
  it('has a projection that leaves the shown date out', () => {
    const dated = manifestOf({ ...content, fields: { ...content.fields, shownDate: '2027-03-05' } })
    const bare = projectionsOf(manifestOf(content))
    expect(projectionsOf(dated)['all-but-shown-date']).toBe(bare['all-but-shown-date'])
    expect(projectionsOf(dated).all).not.toBe(bare.all)
  })
})
