// A provider of OpenID Connect that stands in for a real one, on this machine alone: it lets anyone in as whom they say.
// node scripts/openid-stand-in.mjs --port 3900 [--client office --secret boats]
import { createHash, randomBytes } from 'node:crypto'
import { createServer } from 'node:http'
import { parseArgs } from 'node:util'
import { exportJWK, generateKeyPair, SignJWT } from 'jose'

const escaped = (text) => String(text).replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`)

/** Starts it; answers its address and how to stop it. */
export async function startProvider({ port = 0, client = 'office', secret = 'boats' } = {}) {
  const { publicKey, privateKey } = await generateKeyPair('RS256')
  const key = { ...(await exportJWK(publicKey)), kid: 'one', alg: 'RS256', use: 'sig' }
  const codes = new Map()
  let issuer = ''
  const json = (response, status, body) => response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body))
  const bodyOf = async (request) => {
    let text = ''
    for await (const part of request) text += part
    return new URLSearchParams(text)
  }
  const server = createServer(async (request, response) => {
    const url = new URL(request.url, issuer)
    if (url.pathname === '/.well-known/openid-configuration')
      return json(response, 200, {
        issuer,
        authorization_endpoint: `${issuer}/authorize`,
        token_endpoint: `${issuer}/token`,
        jwks_uri: `${issuer}/keys`,
        response_types_supported: ['code'],
        subject_types_supported: ['public'],
        id_token_signing_alg_values_supported: ['RS256'],
        code_challenge_methods_supported: ['S256'],
        token_endpoint_auth_methods_supported: ['client_secret_post', 'client_secret_basic'],
      })
    if (url.pathname === '/keys') return json(response, 200, { keys: [key] })
    if (url.pathname === '/authorize' && request.method === 'GET') {
      const hidden = [...url.searchParams].map(([name, value]) => `<input type="hidden" name="${escaped(name)}" value="${escaped(value)}">`)
      return response
        .writeHead(200, { 'content-type': 'text/html; charset=utf-8' })
        .end(
          `<!doctype html><html lang="en"><title>Stand-in provider</title><h1>Who are you?</h1><form method="post">${hidden.join('')}<label>Mail address <input name="email" type="email" required></label> <label><input type="checkbox" name="verified" checked> verified</label> <button>Sign in</button></form></html>`,
        )
    }
    if (url.pathname === '/authorize') {
      const asked = await bodyOf(request)
      const code = randomBytes(16).toString('hex')
      codes.set(code, Object.fromEntries(asked))
      const back = new URL(asked.get('redirect_uri'))
      back.searchParams.set('code', code)
      back.searchParams.set('state', asked.get('state'))
      return response.writeHead(302, { location: back.href }).end()
    }
    if (url.pathname === '/token') {
      const asked = await bodyOf(request)
      const granted = codes.get(asked.get('code'))
      codes.delete(asked.get('code'))
      const basic = Buffer.from((request.headers.authorization ?? '').replace(/^Basic /, ''), 'base64').toString()
      const who = basic ? basic.split(':').map(decodeURIComponent) : [asked.get('client_id'), asked.get('client_secret')]
      const proof = createHash('sha256')
        .update(asked.get('code_verifier') ?? '')
        .digest('base64url')
      // The address must be the one that the code was asked for with (RFC 6749 §4.1.3).
      const elsewhere = asked.get('redirect_uri') !== granted?.redirect_uri
      if (!granted || elsewhere || who[0] !== client || who[1] !== secret || proof !== granted.code_challenge)
        return json(response, 400, { error: 'invalid_grant' })
      const claims = { nonce: granted.nonce, email: granted.email, email_verified: granted.verified === 'on' }
      const token = await new SignJWT(claims)
        .setProtectedHeader({ alg: 'RS256', kid: 'one' })
        .setIssuer(issuer)
        .setAudience(client)
        .setSubject(createHash('sha256').update(granted.email).digest('hex').slice(0, 20))
        .setIssuedAt()
        .setExpirationTime('5m')
        .sign(privateKey)
      return json(response, 200, { access_token: randomBytes(16).toString('hex'), token_type: 'Bearer', expires_in: 300, id_token: token })
    }
    return response.writeHead(404).end()
  })
  await new Promise((resolve) => server.listen(port, '127.0.0.1', resolve))
  issuer = `http://127.0.0.1:${server.address().port}`
  return { issuer, stop: () => new Promise((resolve) => server.close(resolve)) }
}

if (import.meta.filename === process.argv[1]) {
  const { values } = parseArgs({
    options: { port: { type: 'string', default: '3900' }, client: { type: 'string' }, secret: { type: 'string' } },
  })
  const { issuer } = await startProvider({ ...values, port: Number(values.port) })
  process.stdout.write(`${issuer}\n`)
}
