// Writes the piece file's JSON Schema from the contract.
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt, root } from './lib/build.mjs'

await ensureBuilt(['core', 'contract'], () => {})
const { pieceFileSchema } = await import('@verger/contract')
const { z } = await import('zod')
const schema = { $id: 'verger-piece-1', title: 'Verger piece file', ...z.toJSONSchema(pieceFileSchema) }
mkdirSync(join(root, 'docs/schema'), { recursive: true })
writeFileSync(join(root, 'docs/schema/piece.schema.json'), `${JSON.stringify(schema, null, 2)}\n`)
