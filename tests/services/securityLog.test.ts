import { existsSync, mkdtempSync, readFileSync, rmSync, statSync, truncateSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { openSecurityLog } from '../../server/services/securityLog'

it('a security log that has grown large is put aside whole, and goes on anew; a small one stays', () => {
  const folder = mkdtempSync(join(tmpdir(), 'yieldgate-security-'))
  const [now, before] = [join(folder, 'security.jsonl'), join(folder, 'security.before.jsonl')]
  const open = () =>
    openSecurityLog(
      folder,
      () => () => undefined,
      (error) => {
        throw error
      },
    )
  const log = open()
  log.note('refused', { request: 'one' })
  log.turnOver()
  expect(existsSync(before)).toBe(false)
  truncateSync(now, 11 * 1024 * 1024)
  log.turnOver()
  log.note('refused', { request: 'two' })
  expect(statSync(before).size).toBe(11 * 1024 * 1024)
  expect(readFileSync(before, 'utf8')).toContain('"request":"one"')
  expect(JSON.parse(readFileSync(now, 'utf8'))).toMatchObject({ event: 'refused', request: 'two' })
  // A second process, which still writes into the one that was put aside, goes on in the new one.
  const other = open()
  truncateSync(now, 11 * 1024 * 1024)
  log.turnOver()
  other.turnOver()
  other.note('refused', { request: 'three' })
  expect(JSON.parse(readFileSync(now, 'utf8'))).toMatchObject({ request: 'three' })
  other.close()
  log.close()
  rmSync(folder, { recursive: true })
})
