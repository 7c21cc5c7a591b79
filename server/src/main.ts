import 'reflect-metadata'
import { NestFactory } from '@nestjs/core'
import type { NestExpressApplication } from '@nestjs/platform-express'
import compression from 'compression'
import type { Server } from 'node:http'
import { constants } from 'node:zlib'
import { AppModule } from './app.module.js'
import { Compute } from './compute/compute.module.js'
import { readConfig } from './config.js'
import { openDatabase, prepare } from './db/database.js'
import { loadDemo } from './demo/demo.js'
import { Admission } from './http/admission.js'
import { headers } from './http/headers.js'
import { openLog } from './http/log.js'
import { pages } from './http/pages.js'
import { PiecesService } from './pieces/pieces.service.js'
import { startInWords } from './http/startInWords.js'

/** What a plan under way may still take when the server is told to stop, and when it ends whatever is connected, ms. */
const PATIENCE_MS = 2500
const END_MS = 4000

async function main(): Promise<void> {
  const config = readConfig(process.env)
  const db = openDatabase(config.databaseUrl, (line) => process.stderr.write(`${line}\n`))
  await prepare(db, () =>
    config.demo
      ? loadDemo(db, new Date(), (line) => process.stdout.write(`${line}\n`))
      : Promise.resolve(false),
  )
  const log = openLog(config.logLevel)
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(config, db), {
    logger: log.service,
    bodyParser: false,
  })
  app.set('trust proxy', config.trustedProxies)
  app.use(log.requests)
  app.use(headers(config))
  // scripts are kept for a year by the browser: worth a little more than the quickest
  app.use(compression({ level: 9, brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: 6 } } }))
  app.use(pages())
  app.use(app.get(Admission).middleware)

  let stopping = false
  const stop = () => {
    if (stopping) return
    stopping = true
    const http = app.getHttpServer() as Server
    setTimeout(() => process.exit(0), END_MS).unref()
    // no new connections; what is idle goes at once, what was answered goes with its answer
    http.close()
    http.closeIdleConnections()
    void app
      .get(Compute)
      .stop(PATIENCE_MS)
      // a moment for the last answers to be written
      .then(() => new Promise((resolve) => setTimeout(resolve, 200)))
      .then(() => http.closeAllConnections())
      .then(() => app.close())
      .then(() => db.destroy())
      .finally(() => process.exit(0))
  }
  process.on('SIGTERM', stop)
  process.on('SIGINT', stop)
  await app.listen(config.port, config.host)
  const http = app.getHttpServer() as Server
  // longer than a page thinks, so that a kept connection is not closed under a request
  http.keepAliveTimeout = 65_000
  http.requestTimeout = 120_000
  process.stdout.write(`listening ${config.publicUrl}\n`)
  // a piece that could not be checked now is when somebody looks at it
  void app
    .get(PiecesService)
    .checkWaiting()
    .catch(() => undefined)
  // started by a parent that watches over it: when the pipe from it closes, stop too
  if (process.env.VERGER_PARENT === '1') {
    process.stdin.resume()
    process.stdin.on('end', stop)
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`${startInWords(error)}\n`)
  process.exit(1)
})
