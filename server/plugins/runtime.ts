import { runtime } from '../runtime'
import { isUnclaimed } from '../services/access'
import { firstCode } from '../services/firstCode'

/** Opens the store at start, so that due events are done before the first request, and closes it at the end. */
export default defineNitroPlugin(async (nitro) => {
  const { office, stop } = await runtime()
  nitro.hooks.hook('close', stop)
  if (await isUnclaimed(office))
    process.stdout.write(`The site is not begun yet. Begin it at /office/first-start with the code ${await firstCode(office)}\n`)
})
