// What the commands share: setting up a fresh clone, step by step, with clear words when something is missing.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { findChromium, PACKAGES } from './chromium.mjs'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..')

export const say = (words) => process.stdout.write(`${words}\n`)
export function fail(words) {
  process.stderr.write(`\n${words}\n`)
  process.exit(1)
}

/** Runs a program to its end; answers its exit code. Output is shown unless `quiet`, then only when it fails. */
export function run(program, args, { quiet = false, env = {} } = {}) {
  return new Promise((resolve) => {
    const child = spawn(program, args, {
      cwd: root,
      env: { ...process.env, ...env },
      stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
    })
    let output = ''
    child.stdout?.on('data', (chunk) => (output += chunk))
    child.stderr?.on('data', (chunk) => (output += chunk))
    child.on('error', () => resolve(127))
    child.on('close', (code) => {
      if (quiet && code !== 0) process.stderr.write(output)
      resolve(code ?? 1)
    })
  })
}

const has = (program) => spawnSync(program, ['--version'], { stdio: 'ignore' }).status === 0
const stampFile = (name) => join(root, 'node_modules', '.yieldgate', name)
const isStamped = (name, value) => existsSync(stampFile(name)) && readFileSync(stampFile(name), 'utf8') === value
function stamp(name, value) {
  mkdirSync(dirname(stampFile(name)), { recursive: true })
  writeFileSync(stampFile(name), value)
}

async function timed(words, work) {
  const start = Date.now()
  say(`· ${words}`)
  await work()
  say(`✓ ${words}: ${((Date.now() - start) / 1000).toFixed(0)} s`)
}

/**
 * Installs the packages of the lockfile, once for each lockfile. `meanwhile` is work that needs no database driver: it
 * runs beside the driver's compilation, which keeps one processor busy for minutes.
 */
export async function ensureDependencies(meanwhile = async () => {}) {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19)) fail(`Yieldgate needs Node 20.19 or newer; this is ${process.version}.`)
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex')
  if (isStamped('dependencies', `${lock} ${process.version}`)) return meanwhile()
  for (const [program, debian] of [
    ['python3', 'python3'],
    ['make', 'make'],
    ['g++', 'g++'],
  ])
    if (!has(program))
      fail(`The database driver is compiled while installing, and ${program} is missing.\nOn Debian: apt-get install -y ${debian}`)
  const npm = async (...args) => {
    if ((await run('npm', [...args, '--no-audit', '--no-fund'], { quiet: true, env: { JOBS: 'max' } })) !== 0)
      fail('Installing failed; the output above says why.')
  }
  await timed('installing packages', () => npm('ci', '--ignore-scripts'))
  await Promise.all([timed('compiling the database driver, which takes about two minutes', () => npm('rebuild')), meanwhile()])
  stamp('dependencies', `${lock} ${process.version}`)
}

const SOURCES = ['app', 'core', 'server', 'public', 'nuxt.config.ts', 'package-lock.json']
function newest(path) {
  const stat = statSync(path)
  return stat.isDirectory() ? readdirSync(path).reduce((latest, name) => Math.max(latest, newest(join(path, name))), 0) : stat.mtimeMs
}

/** Builds the production server when a source is newer than the last build. */
export async function ensureBuild() {
  const mark = join(root, '.output', 'built')
  const latest = SOURCES.reduce((time, name) => Math.max(time, newest(join(root, name))), 0)
  if (existsSync(mark) && statSync(mark).mtimeMs > latest) return
  await timed('building', async () => {
    if ((await run('npx', ['nuxt', 'build'], { quiet: true, env: { NUXT_TELEMETRY_DISABLED: '1' } })) !== 0)
      fail('The build failed; the output above says why.')
  })
  writeFileSync(mark, '')
}

/** Finds Chromium, or installs it where apt is allowed. */
export async function ensureChromium() {
  if (existsSync(findChromium() ?? '')) return
  const help = `The interface is tested in Debian’s Chromium, which is not here.
Install it with: apt-get update && apt-get install -y ${PACKAGES[0]}
or name another with YIELDGATE_CHROMIUM=/path/to/chromium.`
  if (process.getuid?.() !== 0 || !has('apt-get')) fail(help)
  const apt = async (...args) => (await run('apt-get', args, { quiet: true, env: { DEBIAN_FRONTEND: 'noninteractive' } })) === 0
  await timed('installing Chromium', async () => {
    if (!(await apt('update'))) fail(help)
    for (const name of PACKAGES) if (await apt('install', '-y', '--no-install-recommends', name)) return
    fail(help)
  })
}

/** Writes the demo's data into a folder that is not there yet, beside its place and moved there whole, so that a broken start leaves nothing half written. */
export async function ensureDemoData(folder, size) {
  if (existsSync(folder)) return
  say('· writing the demo’s data')
  const part = `${folder}.part`
  rmSync(part, { recursive: true, force: true })
  if ((await run('npx', ['tsx', 'demo/main.ts', '--data', part, ...(size ? ['--size', size] : [])])) !== 0)
    fail('Seeding failed; the output above says why.')
  renameSync(part, folder)
}

/** Starts the built server on a data folder; ends with this process. */
export function serve(env) {
  const child = spawn(process.execPath, [join(root, '.output', 'server', 'index.mjs')], {
    cwd: root,
    env: { UV_THREADPOOL_SIZE: '8', NODE_ENV: 'production', ...process.env, ...env },
    stdio: 'inherit',
  })
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal))
  child.on('close', (code) => process.exit(code ?? 0))
  return child
}

/** Waits until a server answers, at most `seconds`. */
export async function answers(url, seconds = 60) {
  for (let left = seconds * 5; left > 0; left--) {
    const response = await fetch(url, { redirect: 'manual' }).catch(() => null)
    if (response) return true
    await new Promise((resolve) => setTimeout(resolve, 200))
  }
  return false
}
