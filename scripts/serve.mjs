// For hosting: serves the built application with the environment's database. See README, "Hosting".
import { ensureBuilt } from './lib/build.mjs'

await ensureBuilt(['core', 'contract', 'server', 'web'])
process.env.HOST ??= '0.0.0.0'
await import('../server/dist/main.js')
