import {
  CONTRACT_VERSION,
  type AccountRemoval,
  type Batch,
  type BenchEvent,
  type CommissionRow,
  type CommissionWrite,
  type CostsWrite,
  type DrawerEdit,
  type DrawerItem,
  type DrawerRow,
  type Events,
  type Glance,
  type Health,
  type InstrumentRow,
  type InviteMade,
  type InviteRow,
  type InviteTake,
  type InviteWrite,
  type LedgerRow,
  type Lesson,
  type MakerRow,
  type Me,
  type PasswordChange,
  type PasswordReset,
  type PieceEdit,
  type PiecePage,
  type PiecePhoto,
  type PieceRow,
  type PieceSummary,
  type PlanSave,
  type PlanSaved,
  type Press,
  type Problem,
  type RackRow,
  type RackWrite,
  type Reading,
  type SessionRow,
  type SettingsRow,
  type SettingsWrite,
  type SignIn,
  type SignUp,
  type StoneEdit,
  type StoneRow,
  type StoneWrite,
  type VariantWrite,
  type Work,
  type WorkshopRemoval,
} from '@verger/contract'
import { isKept, keepFor, recall, remember } from './keptAnswers.js'
import { keeperOf } from './keeper.js'
import { lost, outdated, reached, sessionEnded } from './reach.js'

/** Where the picture of a stone is; the address changes with it. */
export const photoAddress = (row: Pick<StoneRow, 'id' | 'photo'>, small = false): string =>
  `/api/stones/${row.id}/photo?v=${row.photo ?? ''}${small ? '&small=1' : ''}`

/** Where a photograph of a piece is; the address changes with it. */
export const piecePhotoAddress = (piece: string, { id, made }: PiecePhoto, small = false): string =>
  `/api/pieces/${piece}/photos/${id}?v=${made}${small ? '&small=1' : ''}`

/** A refusal of the server in its own words; status 0 when it could not be reached. */
export class ApiError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail ? `${problem.title}. ${problem.detail}` : problem.title)
  }
}

/** Read by hand: the schemas load with the pages whose forms need them. */
const isProblem = (json: unknown): json is Problem =>
  typeof json === 'object' &&
  json !== null &&
  typeof (json as Problem).title === 'string' &&
  typeof (json as Problem).type === 'string' &&
  typeof (json as Problem).status === 'number'

/** Where 401 says that a password was wrong, not that a session ended. */
const SIGNING = new Set(['/auth/sign-in', '/auth/me'])

/** As the server answers; while it is away, as it answered last where that was kept. */
async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  if (method !== 'GET' || !isKept(path)) return ask<T>(method, path, body)
  try {
    const answer = await ask<T>(method, path)
    if (path === '/auth/me') keepFor(keeperOf(answer as Me))
    void remember(path, answer)
    return answer
  } catch (error) {
    if (!isAway(error)) throw error
    const kept = await recall<T>(path)
    if (kept === undefined) throw error
    if (path === '/auth/me') keepFor(keeperOf(kept as unknown as Me))
    return kept
  }
}

/** Does an error say that the server, or its database, cannot be reached now. */
export const isAway = (error: unknown): boolean =>
  error instanceof ApiError && (error.problem.status === 0 || error.problem.type === 'verger:away')

async function ask<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers: {
        'x-verger-contract': CONTRACT_VERSION,
        ...(body === undefined
          ? {}
          : { 'content-type': body instanceof Blob ? body.type || 'image/jpeg' : 'application/json' }),
      },
      ...(body === undefined ? {} : { body: body instanceof Blob ? body : JSON.stringify(body) }),
    })
  } catch {
    lost()
    throw new ApiError({
      type: 'verger:offline',
      title: 'The workshop’s server does not answer',
      status: 0,
      detail: 'Nothing you typed is lost: try again when it does.',
    })
  }
  if (response.status === 204) {
    reached()
    return undefined as T
  }
  const json: unknown = await response.json().catch(() => undefined)
  if (isProblem(json) && json.type === 'verger:away') lost()
  else reached()
  if (!response.ok) {
    if (response.status === 401 && !SIGNING.has(path)) sessionEnded.set(true)
    if (isProblem(json) && json.type === 'verger:contract') outdated.set(true)
    throw new ApiError(
      isProblem(json)
        ? json
        : { type: 'about:blank', title: `The server answered ${response.status}`, status: response.status },
    )
  }
  return json as T
}

/** All pages of a list of pieces. */
async function allPieces(): Promise<PieceSummary[]> {
  const pieces: PieceSummary[] = []
  let from = ''
  for (;;) {
    const page = await call<PiecePage>('GET', `/pieces${from}`)
    pieces.push(...page.pieces)
    if (page.next === null) return pieces
    from = `?from=${page.next}`
  }
}

export const api = {
  health: () => call<Health>('GET', '/health'),
  me: () => call<Me>('GET', '/auth/me'),
  signIn: (body: SignIn) => call<void>('POST', '/auth/sign-in', body),
  signUp: (body: SignUp) => call<void>('POST', '/auth/sign-up', body),
  demo: () => call<void>('POST', '/auth/demo'),
  signOut: () => call<void>('POST', '/auth/sign-out'),
  settings: () => call<SettingsRow>('GET', '/workshop/settings'),
  setSettings: (body: SettingsWrite) => call<SettingsRow>('PUT', '/workshop/settings', body),
  stone: (id: string) => call<StoneRow>('GET', `/stones/${id}`),
  stones: () => call<StoneRow[]>('GET', '/stones'),
  addStone: (body: StoneWrite) => call<StoneRow>('POST', '/stones', body),
  addStones: (stones: StoneWrite[]) => call<StoneRow[]>('POST', '/stones/import', { stones }),
  editStone: (id: string, body: StoneEdit) => call<StoneRow>('PUT', `/stones/${id}`, body),
  putAway: (id: string, away: boolean) => call<StoneRow>('PUT', `/stones/${id}/away`, { away }),
  setPhoto: (id: string, picture: Blob) => call<StoneRow>('PUT', `/stones/${id}/photo`, picture),
  removePhoto: (id: string) => call<void>('DELETE', `/stones/${id}/photo`),
  drawer: () => call<DrawerRow[]>('GET', '/drawer'),
  addToDrawer: (item: DrawerItem) => call<DrawerRow>('POST', '/drawer', { item }),
  editInDrawer: (id: string, body: DrawerEdit) => call<DrawerRow>('PUT', `/drawer/${id}`, body),
  takeFromDrawer: (id: string) => call<void>('DELETE', `/drawer/${id}`),
  layBack: (id: string) => call<DrawerRow>('POST', `/drawer/${id}/restore`),
  lessons: () => call<Lesson[]>('GET', '/ledger/lessons'),
  ledger: () => call<LedgerRow[]>('GET', '/ledger'),
  work: () => call<Work>('GET', '/work'),
  commissions: () => call<CommissionRow[]>('GET', '/commissions'),
  setCommission: (piece: string, body: CommissionWrite) =>
    call<CommissionRow>('PUT', `/pieces/${piece}/commission`, body),
  eraseCommission: (piece: string) => call<void>('DELETE', `/pieces/${piece}/commission`),
  photos: (piece: string) => call<PiecePhoto[]>('GET', `/pieces/${piece}/photos`),
  givePhoto: (piece: string, id: string, picture: Blob) =>
    call<PiecePhoto[]>('PUT', `/pieces/${piece}/photos/${id}`, picture),
  takePhotoOff: (piece: string, id: string) => call<void>('DELETE', `/pieces/${piece}/photos/${id}`),
  rack: () => call<RackRow[]>('GET', '/rack'),
  tellRack: (body: RackWrite) => call<RackRow[]>('POST', '/rack/events', body),
  instruments: () => call<InstrumentRow[]>('GET', '/instruments'),
  readings: (id: string, after: number) =>
    call<Reading[]>('GET', `/instruments/${id}/readings?after=${after}`),
  press: (id: string, body: Press) => call<InstrumentRow>('POST', `/instruments/${id}/press`, body),
  pieces: allPieces,
  piece: (id: string) => call<PieceRow>('GET', `/pieces/${id}`),
  glance: (id: string) => call<Glance>('GET', `/pieces/${id}/glance`),
  addPiece: (
    stoneId: string,
    name: string,
    as: { readonly batch?: Batch; readonly practice?: boolean } = {},
  ) => call<PieceRow>('POST', '/pieces', { stoneId, name, ...as }),
  editPiece: (id: string, body: PieceEdit) => call<PieceRow>('PUT', `/pieces/${id}`, body),
  savePlan: (id: string, body: PlanSave) => call<PlanSaved>('PUT', `/pieces/${id}/plan`, body),
  events: (id: string, after: number) => call<Events>('GET', `/pieces/${id}/events?after=${after}`),
  sendEvents: (id: string, events: BenchEvent[], after: number) =>
    call<Events>('POST', `/pieces/${id}/events`, { events, after }),
  restorePiece: (id: string) => call<PieceRow>('POST', `/pieces/${id}/restore`),
  removePiece: (id: string) => call<void>('DELETE', `/pieces/${id}`),
  restoreStone: (id: string) => call<StoneRow>('POST', `/stones/${id}/restore`),
  removeStone: (id: string) => call<void>('DELETE', `/stones/${id}`),
  keepVariant: (id: string, body: VariantWrite) => call<PieceRow>('POST', `/pieces/${id}/variants`, body),
  removeVariant: (id: string, variant: string) =>
    call<PieceRow>('DELETE', `/pieces/${id}/variants/${variant}`),
  costs: (id: string, body: CostsWrite) => call<PieceRow>('PUT', `/pieces/${id}/costs`, body),
  join: (body: InviteTake) => call<void>('POST', '/auth/join', body),
  password: (body: PasswordChange) => call<void>('PUT', '/auth/password', body),
  sessions: () => call<SessionRow[]>('GET', '/auth/sessions'),
  endSession: (id: string) => call<void>('DELETE', `/auth/sessions/${id}`),
  makers: () => call<MakerRow[]>('GET', '/workshop/makers'),
  removeMaker: (id: string) => call<void>('DELETE', `/workshop/makers/${id}`),
  offerReset: (id: string) => call<InviteMade>('POST', `/workshop/makers/${id}/reset`),
  invites: () => call<InviteRow[]>('GET', '/workshop/invites'),
  revokeInvite: (id: string) => call<void>('DELETE', `/workshop/invites/${id}`),
  bringBack: (archive: Blob) => call<void>('POST', '/workshop/archive', archive),
  removeWorkshop: (body: WorkshopRemoval) => call<void>('POST', '/workshop/remove', body),
  removeAccount: (body: AccountRemoval) => call<void>('POST', '/auth/remove', body),
  reset: (body: PasswordReset) => call<void>('POST', '/auth/reset', body),
  invite: (body: InviteWrite) => call<InviteMade>('POST', '/workshop/invites', body),
  finish: (id: string) => call<void>('POST', `/pieces/${id}/finish`),
}
