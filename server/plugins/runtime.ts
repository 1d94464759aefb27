import { runtime } from '../runtime'

/** Opens the store at start, so that due events are done before the first request, and closes it at the end. */
export default defineNitroPlugin(async (nitro) => {
  const { stop } = await runtime()
  nitro.hooks.hook('close', stop)
})
