import express, { Router, type NextFunction, type Request, type Response } from 'express'
import { existsSync } from 'node:fs'
import { basename, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const webFolder = fileURLToPath(new URL('../../../web/dist', import.meta.url))

/** A worker goes by the policy of its own script: the rigid-body engine and the solver are WebAssembly, and nothing else may run any. */
const workerPolicy = (response: Response, path: string): void => {
  if (/^(shake|cutting)\.worker-[\w-]+\.js$/.test(basename(path)))
    response.setHeader('Content-Security-Policy', "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'")
}

/**
 * The built pages and their assets. Files are not asked for routes of the API; what has the name of a file and is none is a 404, not a page;
 * every other address is the one page, which finds its way itself.
 */
export function pages(): Router {
  const router = Router()
  if (!existsSync(webFolder)) return router
  const assets = express.static(join(webFolder, 'assets'), {
    immutable: true,
    maxAge: '1y',
    setHeaders: workerPolicy,
  })
  const files = express.static(webFolder, { index: false, maxAge: 0 })
  const none = (_: Request, response: Response) => {
    response.status(404).type('text/plain').send('There is no such file here.')
  }
  const notApi = (request: Request) => request.path !== '/api' && !request.path.startsWith('/api/')
  router.use('/assets', assets, none)
  router.use((request: Request, response: Response, next: NextFunction) =>
    notApi(request) ? files(request, response, next) : next(),
  )
  router.use((request: Request, response: Response, next: NextFunction) => {
    if (!notApi(request)) return next()
    if (request.method !== 'GET' && request.method !== 'HEAD') return next()
    if (/\.[a-z0-9]{1,8}$/i.test(request.path)) return none(request, response)
    response.setHeader('Cache-Control', 'no-cache')
    response.sendFile(join(webFolder, 'index.html'))
  })
  return router
}
