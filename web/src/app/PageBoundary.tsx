import type { ReactNode } from 'react'
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary'
import { Link, useLocation } from 'react-router'
import { Frame } from '../ui/Frame.js'
import { ScriptMissing } from './lazyPage.js'

/** Round every page: what breaks in one is said there, with ways on, and the rest of Verger stays. */
export function PageBoundary({ children }: { children: ReactNode }) {
  const { pathname } = useLocation()
  return (
    <ErrorBoundary FallbackComponent={Broken} resetKeys={[pathname]}>
      {children}
    </ErrorBoundary>
  )
}

/** Counts are in the browser's store before they show, so that a reload loses none; no reload happens by itself. */
function Broken({ error, resetErrorBoundary }: FallbackProps) {
  const script = error instanceof ScriptMissing
  return (
    <Frame>
      <section className="py-12 text-lg" role="alert">
        <h1 className="text-[30px]">
          <span className="text-red" aria-hidden>
            ✕{' '}
          </span>
          {script ? 'A part of this page could not be fetched' : 'This page has stopped'}
        </h1>
        <p className="mt-2">
          {script
            ? 'The network is away, or Verger was renewed since you opened it.'
            : 'That is a fault of ours. What was counted and saved is kept; what you were typing here may be gone.'}
        </p>
        {!script && (
          <p className="mt-1 text-[15px] text-soft">
            {error instanceof Error ? error.message : String(error)}
          </p>
        )}
        <p className="mt-4 flex flex-wrap gap-4">
          {!script && (
            <button type="button" className="btn btn-main" onClick={resetErrorBoundary}>
              Try again
            </button>
          )}
          <button
            type="button"
            className={script ? 'btn btn-main' : 'btn'}
            onClick={() => window.location.reload()}
          >
            Load Verger anew
          </button>
          <Link className="btn" to="/">
            To the tray
          </Link>
        </p>
        <p className="mt-3 text-[15px] text-soft">
          Counts that wait to be sent are kept through all of these.
        </p>
      </section>
    </Frame>
  )
}
