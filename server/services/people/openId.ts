import { createHash, randomBytes } from 'node:crypto'
import * as client from 'openid-client'
import { changePerson, personByEmail, personById, personByIdentity } from '../../store/people'
import { writeFact, type Office } from '../office'
import { refusal } from '../refusal'

/** An OpenID Connect provider at which people may sign in, as the environment names it. */
interface Provider {
  issuer: URL
  id: string
  secret: string
  name: string
}

/** The provider of this office; none unless its address and the office's name there are given. */
export function provider(): Provider | null {
  const { YIELDGATE_OPENID_ISSUER: issuer, YIELDGATE_OPENID_CLIENT: id, YIELDGATE_OPENID_SECRET: secret } = process.env
  if (!issuer || !id || !secret) return null
  return { issuer: new URL(issuer), id, secret, name: process.env.YIELDGATE_OPENID_NAME ?? new URL(issuer).host }
}

let found: Promise<client.Configuration> | undefined

/** What the provider says of itself, asked once; a plain address is taken for this machine alone. */
function configuration({ issuer, id, secret }: Provider): Promise<client.Configuration> {
  const local = issuer.hostname === '127.0.0.1' || issuer.hostname === 'localhost'
  found ??= client
    .discovery(issuer, id, secret, undefined, local ? { execute: [client.allowInsecureRequests] } : {})
    .catch((error: unknown) => {
      found = undefined
      throw error
    })
  return found
}

/** What a sign-in under way must be met with when it comes back: kept in the browser, for that browser alone. */
export interface UnderWay {
  state: string
  nonce: string
  verifier: string
}

function theProvider(): Provider {
  const named = provider()
  if (!named) throw refusal('unknown', 'openid-off')
  return named
}

/** Begins a sign-in at the provider (authorization code with PKCE, RFC 7636). Returns where to go and what to keep. */
export async function beginOpenId(callback: string): Promise<{ to: string; keep: UnderWay }> {
  const config = await configuration(theProvider())
  const keep = {
    state: randomBytes(24).toString('base64url'),
    nonce: randomBytes(24).toString('base64url'),
    verifier: client.randomPKCECodeVerifier(),
  }
  const to = client.buildAuthorizationUrl(config, {
    redirect_uri: callback,
    scope: 'openid email',
    state: keep.state,
    nonce: keep.nonce,
    code_challenge: createHash('sha256').update(keep.verifier).digest('base64url'),
    code_challenge_method: 'S256',
  })
  return { to: to.href, keep }
}

/**
 * Ends a sign-in that came back from the provider. Returns the person: whom this identity belongs to already, or the one
 * with its mail address, where the provider has verified that; nobody is made by it.
 */
export async function endOpenId(office: Office, answer: URL, keep: UnderWay): Promise<string> {
  const named = theProvider()
  const config = await configuration(named)
  const claims = await client
    .authorizationCodeGrant(config, answer, {
      expectedState: keep.state,
      expectedNonce: keep.nonce,
      pkceCodeVerifier: keep.verifier,
      idTokenExpected: true,
    })
    .then((tokens) => tokens.claims())
    .catch((error: unknown) => {
      office.log.warn({ error }, 'a sign-in at the provider was not good')
      return undefined
    })
  if (!claims) throw refusal('not-signed-in', 'openid-wrong', { provider: named.name })
  const identity = `${claims.iss} ${claims.sub}`
  const known = await personByIdentity(office.store.read, identity)
  if (known?.active === 1) return known.id
  const email = claims.email_verified === true && typeof claims.email === 'string' ? claims.email : null
  const person = known || email === null ? undefined : await personByEmail(office.store.read, email)
  if (person?.active !== 1) throw refusal('not-signed-in', 'openid-unknown')
  await office.store.write(async (tx) => {
    // An identity, once taken on, stays with the account: another of the same address does not get in.
    const taken = await personById(tx, person.id)
    if (taken?.identity) throw refusal('not-signed-in', 'openid-other')
    await changePerson(tx, person.id, { identity })
    await writeFact(office, tx, person.id, 'person.identity-taken', null, { issuer: claims.iss })
  })
  return person.id
}
