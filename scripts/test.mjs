// All suites, on a fresh clone too: sets up what is missing, runs them, and ends in "N passed, N failed".
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuild, ensureChromium, ensureDependencies, root, run, say } from './setup.mjs'

const results = join(root, 'test-results')

rmSync(results, { recursive: true, force: true })
mkdirSync(results, { recursive: true })
const seconds = (start) => Math.round((Date.now() - start) / 1000)

/** A check without cases of its own counts as one. */
async function check(name, program, args) {
  const start = Date.now()
  const failed = (await run(program, args, { quiet: true })) === 0 ? 0 : 1
  say(`${failed ? '✘' : '✓'} ${name}: ${seconds(start)} s`)
  return { passed: 1 - failed, failed }
}

/** Runs a suite that writes its counts as JSON; a suite that breaks before it can count is one failure. */
async function suite(name, program, args, file, count) {
  say(`· ${name}`)
  const start = Date.now()
  const code = await run(program, args, { quiet: true, env: { FORCE_COLOR: '0', NO_COLOR: '1' } })
  const path = join(results, file)
  const counts = existsSync(path) ? count(JSON.parse(readFileSync(path, 'utf8'))) : { passed: 0, failed: 1 }
  if (code !== 0 && counts.failed === 0) counts.failed = 1
  say(`${counts.failed ? '✘' : '✓'} ${name}: ${counts.passed} passed, ${counts.failed} failed, ${seconds(start)} s`)
  return counts
}
const vitest = (report) => ({ passed: report.numPassedTests, failed: report.numFailedTests + (report.numRuntimeErrorTestSuites ?? 0) })
const playwright = ({ stats }) => ({ passed: stats.expected, failed: stats.unexpected + stats.flaky })
function unit(...projects) {
  const file = `${projects.join('-')}.json`
  const chosen = projects.flatMap((project) => ['--project', project])
  const reports = ['--reporter=default', '--reporter=json', `--outputFile.json=${join('test-results', file)}`]
  return suite(projects.join(' and '), 'npx', ['vitest', 'run', ...chosen, ...reports], file, vitest)
}

const checks = []
let core
await Promise.all([
  ensureDependencies(async () => {
    // The type check also makes the files that the linter's settings are made from.
    checks.push(await check('types', 'npx', ['nuxt', 'typecheck']), await check('lint', 'npx', ['eslint', '.']))
    // The core needs neither driver nor build, and so is tested beside both.
    core = unit('core', 'mounted', 'words')
  }),
  ensureChromium(),
])
// The services need the driver, not the build, which leaves one of two processors to them.
const services = core.then(() => unit('services'))
await ensureBuild()

// One after the other: each of them keeps both processors of a small machine busy, and beside another none is quicker.
const all = [
  ...checks,
  await core,
  await services,
  await unit('api'),
  await suite('interface', 'npx', ['playwright', 'test'], 'e2e.json', playwright),
]
const passed = all.reduce((sum, entry) => sum + entry.passed, 0)
const failed = all.reduce((sum, entry) => sum + entry.failed, 0)
say(`${passed} passed, ${failed} failed`)
process.exitCode = failed ? 1 : 0
