// A link for a new password where none can come by mail: npm run password-link -- someone@site.example [--data FOLDER]
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { clockFromEnvironment } from '../server/services/clock'
import { linkByHand } from '../server/services/people/invitations'
import { openOffice } from '../server/services/office'
import { Refusal } from '../server/services/refusal'

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { data: { type: 'string', default: join(import.meta.dirname, '..', '.data', 'site') } },
})
const [email] = positionals
if (!email) {
  process.stderr.write('Name the mail address: npm run password-link -- someone@site.example\n')
  process.exit(1)
}
const office = await openOffice(values.data, clockFromEnvironment())
try {
  process.stdout.write(`Good for a day and once, for ${email} alone:\n${await linkByHand(office, email)}\n`)
} catch (error) {
  if (!(error instanceof Refusal)) throw error
  process.stderr.write(`${error.message} with the address ${email}\n`)
  process.exitCode = 1
} finally {
  await office.close()
}
