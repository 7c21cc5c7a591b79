import type { ReactNode } from 'react'

/** A button that takes or chooses a picture. */
export function PickPicture({
  className = 'btn',
  busy,
  label,
  onPick,
  children,
}: {
  className?: string
  busy: boolean
  /** What it is called for those who do not see where it stands. */
  label?: string
  onPick: (file: File) => void
  children: ReactNode
}) {
  return (
    <label className={`${className} cursor-pointer has-focus-visible:outline-2`}>
      {busy ? 'One moment …' : children}
      <input
        type="file"
        accept="image/jpeg,image/png,image/webp"
        className="sr-only"
        aria-label={label}
        disabled={busy}
        onChange={(e) => {
          const file = e.target.files?.[0]
          // the same file can be chosen again
          e.target.value = ''
          if (file) onPick(file)
        }}
      />
    </label>
  )
}
