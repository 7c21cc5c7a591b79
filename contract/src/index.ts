export * from './piece.js'
export * from './api.js'
export * from './events.js'
export * from './routes.js'
