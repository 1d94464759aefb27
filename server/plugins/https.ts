import { isHttps } from '../http'

/** Reached by https, the whole host is asked for by https alone from then on (RFC 6797). */
export default defineNitroPlugin((nitro) => {
  if (isHttps()) nitro.hooks.hook('request', (event) => setResponseHeader(event, 'strict-transport-security', 'max-age=31536000'))
})
