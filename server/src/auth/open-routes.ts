import { ROUTES } from '@verger/contract'

/** The only routes that run without a session. Everything else under /api asks for one. */
export const OPEN_ROUTES: readonly { readonly method: string; readonly path: string }[] = ROUTES.filter(
  (r) => r.open,
)
