import { createHash, randomInt } from 'node:crypto'
import { Secret, TOTP } from 'otpauth'
import QRCode from 'qrcode'
import { changePerson, personById } from '../../store/people'
import { ownerLetter } from '../mail/accountMail'
import { writeFact, type Office } from '../office'
import { found, refusal } from '../refusal'
import { endSessionsBut } from './sessions'
import { unusedCodes, dropRecoveryCodes, addRecoveryCodes, isUnusedCode, useRecoveryCode } from '../../store/secondFactor'

const PERIOD_S = 30
/** A clock may be so many periods off. */
const WINDOW = 1
const RECOVERY_CODES = 10
/** Without letters that look like others. */
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789'

/** Time-based one-time passwords (RFC 6238): SHA-1, 30 seconds, six digits, as authenticators expect them. */
const totpOf = (secret: string, digits = 6, more: { issuer?: string; label?: string } = {}) =>
  new TOTP({ ...more, algorithm: 'SHA1', digits, period: PERIOD_S, secret: Secret.fromBase32(secret) })

/** The code of a secret (base32) at an instant. */
export const codeAt = (secret: string, at: Date, digits = 6): string => totpOf(secret, digits).generate({ timestamp: at.getTime() })

/** The number of the period that a code is of, now or one to either side; `null` when it is none of these. */
export function periodOf(secret: string, code: string, now: Date): number | null {
  const token = code.replace(/\s/g, '')
  if (!/^\d{6}$/.test(token)) return null
  const away = totpOf(secret).validate({ token, timestamp: now.getTime(), window: WINDOW })
  return away === null ? null : Math.floor(now.getTime() / 1000 / PERIOD_S) + away
}

const hashCode = (code: string) =>
  createHash('sha256')
    .update(code.toLowerCase().replace(/[^a-z0-9]/g, ''))
    .digest('hex')

/** Whether a person has a second factor, and how many recovery codes are left. */
export async function secondFactor(office: Office, person: string): Promise<{ on: boolean; codesLeft: number }> {
  const row = found(await personById(office.store.read, person), 'person')
  return { on: row.totp_secret !== null, codesLeft: await unusedCodes(office.store.read, person) }
}

/** Makes a secret, which is none until a code of it was typed. Returns it with the address and picture for an authenticator. */
export async function beginSecondFactor(office: Office, person: string, issuer: string) {
  const secret = new Secret({ size: 20 }).base32
  const row = found(await personById(office.store.read, person), 'person')
  if (row.totp_secret !== null) throw refusal('conflict', 'second-factor-on')
  await office.store.write((tx) => changePerson(tx, person, { totp_pending: secret }))
  const address = totpOf(secret, 6, { issuer, label: row.email }).toString()
  return { secret, address, picture: await QRCode.toString(address, { type: 'svg', margin: 1 }) }
}

/** Turns the second factor on with a first code of it; other sessions end. Returns the recovery codes, which are shown this once. */
export async function confirmSecondFactor(office: Office, person: string, code: string, token: string): Promise<{ codes: string[] }> {
  return office.store.write(async (tx) => {
    const row = found(await personById(tx, person), 'person')
    if (row.totp_pending === null) throw refusal('conflict', 'second-factor-none')
    const period = periodOf(row.totp_pending, code, office.clock.now())
    if (period === null) throw refusal('refused', 'code-wrong', { code: 'new', at: 'code' })
    await changePerson(tx, person, { totp_secret: row.totp_pending, totp_pending: null, totp_step: period })
    const codes = Array.from({ length: RECOVERY_CODES }, () =>
      Array.from({ length: 10 }, (_, at) => (at === 5 ? '-' : '') + LETTERS[randomInt(LETTERS.length)]!).join(''),
    )
    await dropRecoveryCodes(tx, person)
    await addRecoveryCodes(
      tx,
      codes.map((entry) => ({ hash: hashCode(entry), person_id: person })),
    )
    await endSessionsBut(tx, person, token)
    await writeFact(office, tx, person, 'person.second-factor-on', null)
    await ownerLetter(office, tx, row, 'Your second factor was turned on')
    return { codes }
  })
}

/** Takes a person's second factor off, with its recovery codes; their sessions end, but for `token`. `by` is who does it. */
export const endSecondFactor = (office: Office, by: string, person: string, token: string | null): Promise<void> =>
  office.store.write(async (tx) => {
    const row = found(await personById(tx, person), 'person')
    await changePerson(tx, person, { totp_secret: null, totp_pending: null, totp_step: 0 })
    await dropRecoveryCodes(tx, person)
    await endSessionsBut(tx, person, token)
    await writeFact(office, tx, by, 'person.second-factor-off', null, { person })
    await ownerLetter(office, tx, row, by === person ? 'Your second factor was taken off' : 'A steward took your second factor off')
  })

/** Whether a code, of the moment or for recovery, is good; then it is used up, in one transaction. */
export async function useSecondFactor(office: Office, person: string, code: string): Promise<boolean> {
  return office.store.write(async (tx) => {
    const row = (await personById(tx, person))!
    if (row.totp_secret === null) return true
    const period = periodOf(row.totp_secret, code, office.clock.now())
    if (period !== null) {
      if (period <= row.totp_step) return false
      await changePerson(tx, person, { totp_step: period })
      return true
    }
    const hash = hashCode(code)
    const kept = await isUnusedCode(tx, hash, person)
    if (!kept) return false
    await useRecoveryCode(tx, hash, office.now())
    await writeFact(office, tx, person, 'person.recovery-code-used', null)
    await ownerLetter(office, tx, row, 'One of your recovery codes was used')
    return true
  })
}
