// Benchmarks, each against a reference in the same run; prints ratios and the budgets they are held to.
import { ensureBuild, ensureDependencies, run } from './setup.mjs'

await ensureDependencies()
await ensureBuild()
process.exit(await run('npx', ['tsx', 'bench/main.ts', ...process.argv.slice(2)], { env: { YIELDGATE_LOG: 'fatal' } }))
