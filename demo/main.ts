import { parseArgs } from 'node:util'
import { seedDemo } from './seed'

/** Seeds a data folder: `tsx demo/main.ts --data FOLDER [--now ISO] [--posts N] [--size N]`. */
const { values } = parseArgs({
  options: { data: { type: 'string' }, now: { type: 'string' }, posts: { type: 'string' }, size: { type: 'string' } },
})
if (!values.data) throw new Error('Name the data folder with --data')
const now = values.now ? new Date(values.now) : new Date()
const progress = (words: string) => process.stdout.write(`  ${words}\n`)
await seedDemo(values.data, { now, progress, ...(values.posts ? { posts: Number(values.posts) } : {}) })
if (values.size) {
  const { growDemo } = await import('./grow')
  await growDemo(values.data, Number(values.size), progress)
}
