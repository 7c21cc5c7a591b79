import { useEffect, useRef, type ReactNode } from 'react'

/** Why what was asked could not be done, beside the button that asked: it comes into sight, is read out and takes the focus. */
export function Problem({ className = '', children }: { className?: string; children: ReactNode }) {
  const told = useRef<HTMLSpanElement>(null)
  useEffect(() => {
    told.current?.focus({ preventScroll: true })
    told.current?.scrollIntoView({ block: 'nearest' })
  }, [])
  return (
    <span ref={told} tabIndex={-1} role="alert" className={`block text-red outline-none ${className}`}>
      <span aria-hidden>✕ </span>
      {children}
    </span>
  )
}
