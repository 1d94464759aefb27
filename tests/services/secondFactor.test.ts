import { Secret } from 'otpauth'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { codeAt, periodOf } from '../../server/services/people/secondFactor'

const secret = Secret.fromUTF8('12345678901234567890').base32
const at = (seconds: number) => new Date(seconds * 1000)

describe('time-based one-time passwords', () => {
  // RFC 6238, appendix B, the rows of SHA-1: eight digits.
  it.each([
    [59, '94287082'],
    [1_111_111_109, '07081804'],
    [1_111_111_111, '14050471'],
    [1_234_567_890, '89005924'],
    [2_000_000_000, '69279037'],
    [20_000_000_000, '65353130'],
  ])('at %d seconds are those of RFC 6238', (seconds, code) => {
    expect(codeAt(secret, at(seconds), 8)).toBe(code)
    expect(codeAt(secret, at(seconds))).toBe(code.slice(2))
  })
  it('are known now and one period to either side, and by no more (RFC 6238 §5.2)', () => {
    fc.assert(
      fc.property(fc.integer({ min: 100, max: 4_000_000_000 }), fc.integer({ min: -3, max: 3 }), (seconds, away) => {
        const code = codeAt(secret, at(seconds + away * 30))
        const period = periodOf(secret, code, at(seconds))
        if (Math.abs(away) <= 1) expect(period).not.toBeNull()
        // Another period may have the same six digits by chance.
        else if (period !== null) expect(codeAt(secret, at(period * 30))).toBe(code)
      }),
    )
  })
  it.each(['', '12345', '1234567', 'abcdef', '12 34 5'])('“%s” is no code', (code) => {
    expect(periodOf(secret, code, at(59))).toBeNull()
  })
})
