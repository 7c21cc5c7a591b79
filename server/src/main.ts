import 'reflect-metadata'
import { NestFactory } from '@nestjs/core'
import type { NestExpressApplication } from '@nestjs/platform-express'
import compression from 'compression'
import express, { type NextFunction, type Request, type Response } from 'express'
import helmet from 'helmet'
import { Logger } from 'nestjs-pino'
import { existsSync } from 'node:fs'
import { basename, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { constants } from 'node:zlib'
import { AppModule } from './app.module.js'
import { readConfig } from './config.js'
import { migrate, openDatabase } from './db/database.js'
import { loadDemo } from './demo/demo.js'

const webFolder = fileURLToPath(new URL('../../web/dist', import.meta.url))

async function main(): Promise<void> {
  const config = readConfig(process.env)
  const db = openDatabase(config.databaseUrl, (line) => process.stderr.write(`${line}\n`))
  await migrate(db)
  if (config.demo) await loadDemo(db, new Date(), (line) => process.stdout.write(`${line}\n`))
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(config, db), {
    bufferLogs: true,
  })
  app.useLogger(app.get(Logger))
  app.set('trust proxy', config.trustedProxies)
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: config.publicUrl.startsWith('https:'),
      crossOriginOpenerPolicy: config.publicUrl.startsWith('https:'),
      originAgentCluster: false,
    }),
  )
  // scripts are kept for a year by the browser: worth a little more than the quickest
  app.use(compression({ level: 9, brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: 6 } } }))
  app.useBodyParser('json', { limit: '2mb' })
  app.useBodyParser('raw', { type: 'image/*', limit: '12mb' })
  if (existsSync(webFolder)) {
    app.use(
      '/assets',
      express.static(join(webFolder, 'assets'), {
        immutable: true,
        maxAge: '1y',
        fallthrough: false,
        // a worker goes by the policy of its own script: the rigid-body engine is WebAssembly, and nothing else may run any
        setHeaders: (response, path) => {
          if (/^shake\.worker-[\w-]+\.js$/.test(basename(path)))
            response.setHeader(
              'Content-Security-Policy',
              "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'",
            )
        },
      }),
    )
    app.use(express.static(webFolder, { index: false, maxAge: 0 }))
    app.use((request: Request, response: Response, next: NextFunction) => {
      if (request.method !== 'GET' || request.path.startsWith('/api')) return next()
      response.setHeader('Cache-Control', 'no-cache')
      response.sendFile(join(webFolder, 'index.html'))
    })
  }
  let stopping = false
  const stop = () => {
    if (stopping) return
    stopping = true
    void app
      .close()
      .then(() => db.destroy())
      .then(() => process.exit(0))
  }
  process.on('SIGTERM', stop)
  process.on('SIGINT', stop)
  await app.listen(config.port, config.host)
  // longer than a page thinks, so that a kept connection is not closed under a request
  const http = app.getHttpServer() as { keepAliveTimeout: number }
  http.keepAliveTimeout = 65_000
  process.stdout.write(`listening ${config.publicUrl}\n`)
  // started by a parent that watches over it: when the pipe from it closes, stop too
  if (process.env.VERGER_PARENT === '1') {
    process.stdin.resume()
    process.stdin.on('end', stop)
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`)
  process.exit(1)
})
