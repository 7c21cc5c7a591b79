import type { RequestHandler } from 'express'
import helmet from 'helmet'
import type { Config } from '../config.js'

/** What every answer carries: a strict policy of what a page may load and run, and the other usual guards. */
export const headers = ({ publicUrl }: Config): RequestHandler =>
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
        manifestSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: publicUrl.startsWith('https:'),
    crossOriginOpenerPolicy: publicUrl.startsWith('https:'),
    originAgentCluster: false,
  })
