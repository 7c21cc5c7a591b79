import { z } from 'zod'
import {
  accountRemovalSchema,
  inviteTakeSchema,
  passwordChangeSchema,
  passwordResetSchema,
  problemSchema,
  signInSchema,
  signUpSchema,
  workshopRemovalSchema,
} from './accounts.js'
import { piecePhotoSchema } from './photos.js'
import { commissionRowSchema, commissionWriteSchema, workSchema } from './commissions.js'
import { drawerEditSchema, drawerRowSchema, drawerWriteSchema } from './drawer.js'
import {
  instrumentRowSchema,
  instrumentWriteSchema,
  pressSchema,
  readingSchema,
  readingWriteSchema,
} from './instruments.js'
import { ledgerRowSchema, lessonSchema } from './ledger.js'
import { rackRowSchema, rackWriteSchema } from './rack.js'
import {
  costsWriteSchema,
  eventsSchema,
  eventsWriteSchema,
  glanceSchema,
  healthSchema,
  inviteMadeSchema,
  inviteRowSchema,
  inviteWriteSchema,
  makerRowSchema,
  meSchema,
  pieceCreateSchema,
  pieceEditSchema,
  piecePageSchema,
  pieceRowSchema,
  planSavedSchema,
  planSaveSchema,
  sessionRowSchema,
  settingsRowSchema,
  settingsWriteSchema,
  stoneAwaySchema,
  stoneEditSchema,
  stoneRowSchema,
  stonesImportSchema,
  stoneWriteSchema,
  variantWriteSchema,
} from './api.js'

export type Method = 'GET' | 'POST' | 'PUT' | 'DELETE'

/** One route of the API: what it takes and gives. The OpenAPI document is made from these, and a test holds them against the server. */
export interface RouteContract {
  readonly method: Method
  /** With `{id}` where an id stands. */
  readonly path: string
  readonly says: string
  readonly body?: z.ZodType
  readonly gives?: z.ZodType
  /** Takes or gives a picture in place of JSON. */
  readonly picture?: 'taken' | 'given'
  /** Takes or gives an archive of a workshop in place of JSON. */
  readonly archive?: 'taken' | 'given'
  readonly status: 200 | 201 | 204
  /** Runs without a session. */
  readonly open?: true
  /** How large the body may be; a form's where nothing is said. */
  readonly size?: keyof typeof BODY_SIZES
}

/** Limits of a body: bytes, and parts (commas, colons and brackets of JSON outside its texts). */
export const BODY_SIZES = {
  account: { bytes: 16_000, parts: 100 },
  form: { bytes: 200_000, parts: 8_000 },
  events: { bytes: 1_500_000, parts: 8_000 },
  stones: { bytes: 4_000_000, parts: 1_000_000 },
  picture: { bytes: 12_000_000, parts: 0 },
  archive: { bytes: 4_000_000_000, parts: 0 },
} as const

const PATTERNS = new Map<string, RegExp>()
const patternOf = (path: string): RegExp => {
  const known = PATTERNS.get(path) ?? new RegExp(`^${path.replace(/\{\w+\}/g, '[^/]+')}$`)
  PATTERNS.set(path, known)
  return known
}

/** The route that a request is for; undefined where there is none. */
export const routeOf = (method: string, path: string): RouteContract | undefined =>
  ROUTES.find((r) => r.method === method && patternOf(r.path).test(path))

const piece = pieceRowSchema
export const ROUTES: readonly RouteContract[] = [
  {
    method: 'GET',
    path: '/api/health',
    says: 'Is the server well, and which contract does it speak',
    gives: healthSchema,
    status: 200,
    open: true,
  },
  {
    method: 'GET',
    path: '/api/docs',
    says: 'This document',
    gives: z.record(z.string(), z.unknown()),
    status: 200,
    open: true,
  },
  {
    method: 'POST',
    path: '/api/auth/sign-in',
    says: 'Sign in',
    body: signInSchema,
    size: 'account',
    status: 204,
    open: true,
  },
  {
    method: 'POST',
    path: '/api/auth/sign-up',
    says: 'Make an account with a workshop of its own; the answer is the same where the e-mail has one already. Sign in next',
    body: signUpSchema,
    size: 'account',
    status: 204,
    open: true,
  },
  {
    method: 'POST',
    path: '/api/auth/demo',
    says: 'Open the demo workshop, where it was loaded',
    size: 'account',
    status: 204,
    open: true,
  },
  {
    method: 'POST',
    path: '/api/auth/join',
    says: 'Make an account in the workshop one was invited to',
    body: inviteTakeSchema,
    size: 'account',
    status: 204,
    open: true,
  },
  {
    method: 'POST',
    path: '/api/auth/reset',
    says: 'Set a new password by an owner’s one-time link; all other sessions of that maker end',
    body: passwordResetSchema,
    size: 'account',
    status: 204,
    open: true,
  },
  {
    method: 'POST',
    path: '/api/auth/remove',
    says: 'Remove one’s own account for good; the last owner of a workshop removes the workshop instead',
    body: accountRemovalSchema,
    size: 'account',
    status: 204,
  },
  { method: 'POST', path: '/api/auth/sign-out', says: 'End this session', status: 204 },
  { method: 'GET', path: '/api/auth/me', says: 'Who is signed in, and where', gives: meSchema, status: 200 },
  {
    method: 'PUT',
    path: '/api/auth/password',
    says: 'Change the password; all other sessions end',
    body: passwordChangeSchema,
    size: 'account',
    status: 204,
  },
  {
    method: 'GET',
    path: '/api/auth/sessions',
    says: 'Where this maker is signed in',
    gives: z.array(sessionRowSchema),
    status: 200,
  },
  { method: 'DELETE', path: '/api/auth/sessions/{id}', says: 'End a session of this maker', status: 204 },
  {
    method: 'GET',
    path: '/api/workshop/makers',
    says: 'Makers of the workshop',
    gives: z.array(makerRowSchema),
    status: 200,
  },
  {
    method: 'POST',
    path: '/api/workshop/invites',
    says: 'Make an invitation (owners)',
    body: inviteWriteSchema,
    gives: inviteMadeSchema,
    status: 201,
  },
  {
    method: 'GET',
    path: '/api/workshop/invites',
    says: 'Invitations that still work (owners)',
    gives: z.array(inviteRowSchema),
    status: 200,
  },
  {
    method: 'DELETE',
    path: '/api/workshop/invites/{id}',
    says: 'Revoke an invitation (owners)',
    status: 204,
  },
  {
    method: 'DELETE',
    path: '/api/workshop/makers/{id}',
    says: 'Remove a maker for good; what was made stays with the workshop (owners)',
    status: 204,
  },
  {
    method: 'POST',
    path: '/api/workshop/makers/{id}/reset',
    says: 'Make a one-time link with which a maker sets a new password (owners)',
    gives: inviteMadeSchema,
    status: 201,
  },
  {
    method: 'PUT',
    path: '/api/workshop/settings',
    says: 'Set what the workshop works by (owners)',
    body: settingsWriteSchema,
    gives: settingsRowSchema,
    status: 200,
  },
  {
    method: 'GET',
    path: '/api/workshop/settings',
    says: 'What the workshop works by, and its version',
    gives: settingsRowSchema,
    status: 200,
  },
  {
    method: 'POST',
    path: '/api/workshop/remove',
    says: 'Remove the workshop for good, with everything in it (owners)',
    body: workshopRemovalSchema,
    size: 'account',
    status: 204,
  },
  {
    method: 'GET',
    path: '/api/workshop/archive',
    says: 'Everything of the workshop as one archive: workshop.json and the pictures (docs/format.md)',
    archive: 'given',
    status: 200,
  },
  {
    method: 'POST',
    path: '/api/workshop/archive',
    says: 'Bring an archive back, into a workshop that is empty (owners)',
    archive: 'taken',
    size: 'archive',
    status: 204,
  },
  { method: 'GET', path: '/api/stones', says: 'The stone tray', gives: z.array(stoneRowSchema), status: 200 },
  {
    method: 'POST',
    path: '/api/stones',
    says: 'Add a stone',
    body: stoneWriteSchema,
    gives: stoneRowSchema,
    status: 201,
  },
  {
    method: 'POST',
    path: '/api/stones/import',
    says: 'Add many stones at once: all of them or, where one is refused, none',
    body: stonesImportSchema,
    size: 'stones',
    gives: z.array(stoneRowSchema),
    status: 201,
  },
  { method: 'GET', path: '/api/stones/{id}', says: 'One stone', gives: stoneRowSchema, status: 200 },
  {
    method: 'PUT',
    path: '/api/stones/{id}',
    says: 'Edit a stone',
    body: stoneEditSchema,
    gives: stoneRowSchema,
    status: 200,
  },
  { method: 'DELETE', path: '/api/stones/{id}', says: 'Remove a stone; it can be restored', status: 204 },
  {
    method: 'POST',
    path: '/api/stones/{id}/restore',
    says: 'Bring a removed stone back',
    gives: stoneRowSchema,
    status: 201,
  },
  {
    method: 'PUT',
    path: '/api/stones/{id}/away',
    says: 'Put a stone away, or take it out again',
    body: stoneAwaySchema,
    gives: stoneRowSchema,
    status: 200,
  },
  {
    method: 'GET',
    path: '/api/stones/{id}/photo',
    says: 'The picture of a stone; small with ?small=1',
    picture: 'given',
    status: 200,
  },
  {
    method: 'PUT',
    path: '/api/stones/{id}/photo',
    says: 'Give a stone a picture (JPEG, PNG or WebP, up to 12 MB); it is made anew, without what the camera wrote into it',
    picture: 'taken',
    gives: stoneRowSchema,
    status: 200,
  },
  { method: 'DELETE', path: '/api/stones/{id}/photo', says: 'Remove the picture of a stone', status: 204 },
  {
    method: 'GET',
    path: '/api/drawer',
    says: 'Wires, beads, findings and tools that are kept',
    gives: z.array(drawerRowSchema),
    status: 200,
  },
  {
    method: 'POST',
    path: '/api/drawer',
    says: 'Lay something into the drawer',
    body: drawerWriteSchema,
    gives: drawerRowSchema,
    status: 201,
  },
  {
    method: 'PUT',
    path: '/api/drawer/{id}',
    says: 'Change what lies in the drawer',
    body: drawerEditSchema,
    gives: drawerRowSchema,
    status: 200,
  },
  {
    method: 'DELETE',
    path: '/api/drawer/{id}',
    says: 'Take something out of the drawer; it can be laid back',
    status: 204,
  },
  {
    method: 'POST',
    path: '/api/drawer/{id}/restore',
    says: 'Lay back what was taken out',
    gives: drawerRowSchema,
    status: 201,
  },
  {
    method: 'GET',
    path: '/api/rack',
    says: 'Spools, lengths and coils as they are now, with what was cut from each',
    gives: z.array(rackRowSchema),
    status: 200,
  },
  {
    method: 'POST',
    path: '/api/rack/events',
    says: 'What happened on the rack; an id that is there already counts once. The answer is the rack as it is then',
    body: rackWriteSchema,
    size: 'events',
    gives: z.array(rackRowSchema),
    status: 201,
  },
  {
    method: 'GET',
    path: '/api/instruments',
    says: 'Instruments that send readings',
    gives: z.array(instrumentRowSchema),
    status: 200,
  },
  {
    method: 'POST',
    path: '/api/instruments',
    says: 'Tell of an instrument, before it sends',
    body: instrumentWriteSchema,
    gives: instrumentRowSchema,
    status: 201,
  },
  { method: 'DELETE', path: '/api/instruments/{id}', says: 'Take an instrument away', status: 204 },
  {
    method: 'GET',
    path: '/api/instruments/{id}/readings',
    says: 'Readings after the numbered one (?after=)',
    gives: z.array(readingSchema),
    status: 200,
  },
  {
    method: 'POST',
    path: '/api/instruments/{id}/readings',
    says: 'A reading from an instrument’s driver; an id that is there already counts once',
    body: readingWriteSchema,
    gives: readingSchema,
    status: 201,
  },
  {
    method: 'POST',
    path: '/api/instruments/{id}/press',
    says: 'Press a button of a stand-in, or lay a stone into it',
    body: pressSchema,
    gives: instrumentRowSchema,
    status: 200,
  },
  {
    method: 'GET',
    path: '/api/pieces',
    says: 'Pieces, the latest first, a page at a time (?from= where the page before said the next begins)',
    gives: piecePageSchema,
    status: 200,
  },
  {
    method: 'POST',
    path: '/api/pieces',
    says: 'Begin a piece with a stone',
    body: pieceCreateSchema,
    gives: piece,
    status: 201,
  },
  { method: 'GET', path: '/api/pieces/{id}', says: 'One piece', gives: piece, status: 200 },
  {
    method: 'GET',
    path: '/api/pieces/{id}/glance',
    says: 'The saved plan as it looks, and its steps, for a client that does not compute',
    gives: glanceSchema,
    status: 200,
  },
  {
    method: 'PUT',
    path: '/api/pieces/{id}',
    says: 'Rename a piece, note, or move it along the road',
    body: pieceEditSchema,
    gives: piece,
    status: 200,
  },
  { method: 'DELETE', path: '/api/pieces/{id}', says: 'Remove a piece; it can be restored', status: 204 },
  {
    method: 'POST',
    path: '/api/pieces/{id}/restore',
    says: 'Bring a removed piece back',
    gives: piece,
    status: 201,
  },
  {
    method: 'PUT',
    path: '/api/pieces/{id}/plan',
    says: 'Save choices; the plan is computed again from them',
    body: planSaveSchema,
    gives: planSavedSchema,
    status: 200,
  },
  {
    method: 'POST',
    path: '/api/pieces/{id}/variants',
    says: 'Keep choices as a variant',
    body: variantWriteSchema,
    gives: piece,
    status: 201,
  },
  {
    method: 'DELETE',
    path: '/api/pieces/{id}/variants/{variant}',
    says: 'Remove a variant',
    gives: piece,
    status: 200,
  },
  {
    method: 'PUT',
    path: '/api/pieces/{id}/costs',
    says: 'What the piece costs beside wire and time',
    body: costsWriteSchema,
    gives: piece,
    status: 200,
  },
  {
    method: 'GET',
    path: '/api/pieces/{id}/photos',
    says: 'Which photographs a piece has: of its front and back, and at work in the order in which they came',
    gives: z.array(piecePhotoSchema),
    status: 200,
  },
  {
    method: 'GET',
    path: '/api/pieces/{id}/photos/{photo}',
    says: 'A photograph of a piece: front, back or work- and an id; small with ?small=1',
    picture: 'given',
    status: 200,
  },
  {
    method: 'PUT',
    path: '/api/pieces/{id}/photos/{photo}',
    says: 'Give a piece a photograph (JPEG, PNG or WebP, up to 12 MB); it is made anew, without what the camera wrote into it',
    picture: 'taken',
    gives: z.array(piecePhotoSchema),
    status: 200,
  },
  {
    method: 'DELETE',
    path: '/api/pieces/{id}/photos/{photo}',
    says: 'Remove a photograph of a piece',
    status: 204,
  },
  {
    method: 'GET',
    path: '/api/commissions',
    says: 'Whom pieces are made for, and what was agreed',
    gives: z.array(commissionRowSchema),
    status: 200,
  },
  {
    method: 'PUT',
    path: '/api/pieces/{id}/commission',
    says: 'Whom a piece is made for, and what was agreed; version 0 for the first',
    body: commissionWriteSchema,
    gives: commissionRowSchema,
    status: 200,
  },
  {
    method: 'DELETE',
    path: '/api/pieces/{id}/commission',
    says: 'Erase whom a piece is made for and what was agreed: it cannot be restored',
    status: 204,
  },
  {
    method: 'GET',
    path: '/api/ledger',
    says: 'Finished pieces: what each was planned to take, took and brought',
    gives: z.array(ledgerRowSchema),
    status: 200,
  },
  {
    method: 'GET',
    path: '/api/ledger/lessons',
    says: 'What the pieces that were finished last teach of wire and time',
    gives: z.array(lessonSchema),
    status: 200,
  },
  {
    method: 'GET',
    path: '/api/work',
    says: 'Pieces on the way: what is still to be done and to be cut, and when each is due',
    gives: workSchema,
    status: 200,
  },
  {
    method: 'GET',
    path: '/api/pieces/{id}/events',
    says: 'What happened at the bench, in the server’s order, after the numbered event (?after=)',
    gives: eventsSchema,
    status: 200,
  },
  {
    method: 'POST',
    path: '/api/pieces/{id}/events',
    says: 'Add bench events; an id that is there already counts once. The answer has what came after the numbered one',
    body: eventsWriteSchema,
    size: 'events',
    gives: eventsSchema,
    status: 201,
  },
  { method: 'POST', path: '/api/pieces/{id}/finish', says: 'Write the piece into the ledger', status: 204 },
]

const jsonSchema = (schema: z.ZodType) => {
  const { $schema, ...rest } = z.toJSONSchema(schema, { io: 'input' }) as Record<string, unknown>
  void $schema
  return rest
}

/** The API as an OpenAPI 3.1 document, made from the routes' Zod schemas. */
export function openApi(version: string): Record<string, unknown> {
  const paths: Record<string, Record<string, unknown>> = {}
  const problem = {
    description: 'What is wrong, in words, with the fields at fault',
    content: { 'application/problem+json': { schema: jsonSchema(problemSchema) } },
  }
  for (const r of ROUTES) {
    const parameters = [...r.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
      name,
      in: 'path',
      required: true,
      schema: { type: 'string' },
    }))
    ;(paths[r.path] ??= {})[r.method.toLowerCase()] = {
      summary: r.says,
      ...(r.open ? { security: [] } : {}),
      ...(parameters.length > 0 ? { parameters } : {}),
      ...(r.picture === 'taken'
        ? {
            requestBody: {
              required: true,
              content: { 'image/*': { schema: { type: 'string', format: 'binary' } } },
            },
          }
        : {}),
      ...(r.archive === 'taken'
        ? {
            requestBody: {
              required: true,
              content: { 'application/zip': { schema: { type: 'string', format: 'binary' } } },
            },
          }
        : {}),
      ...(r.body
        ? { requestBody: { required: true, content: { 'application/json': { schema: jsonSchema(r.body) } } } }
        : {}),
      responses: {
        [r.status]:
          r.picture === 'given' || r.archive === 'given'
            ? {
                description: 'Done',
                content: {
                  [r.archive ? 'application/zip' : 'image/jpeg']: {
                    schema: { type: 'string', format: 'binary' },
                  },
                },
              }
            : r.gives
              ? { description: 'Done', content: { 'application/json': { schema: jsonSchema(r.gives) } } }
              : { description: 'Done' },
        '4XX': problem,
        '5XX': problem,
      },
    }
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Verger', version },
    components: { securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'verger-main' } } },
    security: [{ session: [] }],
    paths,
  }
}
