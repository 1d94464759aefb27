import { randomBytes } from 'node:crypto'

/** Gives the office's pages their headers: scripts run only with this answer's nonce. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:html', (html, { event }) => {
    const nonce = randomBytes(16).toString('base64')
    const mark = (part: string) => part.replace(/<(script|style)(?=[\s>])/g, `<$1 nonce="${nonce}"`)
    for (const part of ['head', 'bodyPrepend', 'body', 'bodyAppend'] as const) html[part] = html[part].map(mark)
    const connect = import.meta.dev ? "'self' ws:" : "'self'"
    const style = "'self' 'unsafe-inline'"
    setResponseHeaders(event, {
      'content-security-policy': `default-src 'none'; script-src 'self' 'nonce-${nonce}'; style-src ${style}; img-src 'self' data: blob:; font-src 'self'; connect-src ${connect}; frame-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'`,
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'same-origin',
      'cache-control': 'no-store',
      'cross-origin-opener-policy': 'same-origin',
    })
  })
  // What serves a page is nobody's business.
  nitro.hooks.hook('render:response', (response) => {
    delete response.headers?.['x-powered-by']
  })
})
