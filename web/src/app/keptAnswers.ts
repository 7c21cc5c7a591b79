import { clear, createStore, get, set } from 'idb-keyval'

const store = createStore('verger-pages', 'answers')
/** Whose answers are read and written; none before one knows who is signed in. */
let keeper: string | undefined

/** What pages need to open while the server is away: who one is, and lists, stones and pieces that were opened lately. */
const KEPT =
  /^\/(auth\/me|stones|stones\/[^/]+|drawer|rack|work|ledger(\/lessons)?|pieces(\?.*)?|pieces\/[^/]+(\/(glance|photos))?)$/
export const isKept = (path: string): boolean => KEPT.test(path)

const keyOf = (what: string): string => (what === '/auth/me' ? what : `${keeper ?? ''} ${what}`)

/** From here on answers belong to this maker in this workshop; nobody else's are ever shown. */
export const keepFor = (who: string): void => {
  keeper = who
}

/** Keeps an answer; that it could not be kept changes nothing now. */
export async function remember(what: string, answer: unknown): Promise<void> {
  if (what !== '/auth/me' && keeper === undefined) return
  await set(keyOf(what), answer, store).catch(() => undefined)
}

/** The answer that was kept last; undefined where there is none. */
export async function recall<T>(what: string): Promise<T | undefined> {
  if (what !== '/auth/me' && keeper === undefined) return undefined
  return get<T>(keyOf(what), store).catch(() => undefined)
}

/** Forgets all answers: the next one who signs in here sees none of them. */
export const forgetAnswers = (): Promise<void> => clear(store).catch(() => undefined)
