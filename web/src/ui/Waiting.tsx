import { Link } from 'react-router'

/** What stands where a page will be: that it is being fetched, or why it could not be, and the ways on from there. */
export function Waiting({
  text,
  failed,
  onRetry,
}: {
  text: string
  failed?: Error | null | undefined
  onRetry?: () => void
}) {
  if (!failed)
    return (
      <p className="py-12 text-lg" role="status">
        {text}
      </p>
    )
  return (
    <div className="py-12 text-lg" role="alert">
      <p>
        <span className="text-red" aria-hidden>
          ✕{' '}
        </span>
        {failed.message}
      </p>
      <p className="mt-4 flex gap-4">
        {onRetry && (
          <button type="button" className="btn" onClick={onRetry}>
            Try again
          </button>
        )}
        <Link className="btn" to="/">
          To the tray
        </Link>
      </p>
    </div>
  )
}
