import { inspect } from 'node:util'
import { runtime } from '../runtime'
import { isUnclaimed } from '../services/people/access'
import { firstCode } from '../services/people/firstCode'
import { NewerFile } from '../store/migrate'

/** Opens the store at start, so that due events are done before the first request, and closes it at the end. */
export default defineNitroPlugin(async (nitro) => {
  const { office, stop } = await runtime().catch((error: unknown) => {
    // Without its store the process can answer nothing; whoever runs it reads why, and a service manager that it ended.
    process.stderr.write(`${error instanceof NewerFile ? error.message : inspect(error)}\n`)
    process.exit(1)
  })
  nitro.hooks.hook('close', stop)
  if (await isUnclaimed(office))
    process.stdout.write(`The site is not begun yet. Begin it at /office/first-start with the code ${await firstCode(office)}\n`)
})
