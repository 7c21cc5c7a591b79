// Builds every room that is stale.
import { ensureBuilt } from './lib/build.mjs'

await ensureBuilt(['core', 'contract', 'server', 'web'])
