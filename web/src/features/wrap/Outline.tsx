import type { Design, Step } from '@verger/core'

/** Does a step work on the lit wire by itself, and not on all of them. */
const handles = (design: Design, step: string, lit: string | undefined): boolean => {
  const op = design.operations.find((o) => o.id === step)
  return (
    lit !== undefined && op !== undefined && op.wires.includes(lit) && op.wires.length < design.wires.length
  )
}

/** The steps as a list, while there is nothing to count. */
export function Outline({
  steps,
  design,
  at,
  done,
  lit,
  names,
  onPick,
  onLight,
}: {
  steps: readonly Step[]
  design: Design
  at: number
  done: ReadonlySet<string>
  lit: string | undefined
  names: Readonly<Record<string, string>>
  onPick: (i: number) => void
  onLight: (wire: string | undefined) => void
}) {
  const from = Math.max(0, Math.min(at - 3, steps.length - 9))
  return (
    <div className="sheet flex-1 px-4 py-3">
      <div className="flex flex-wrap gap-x-4" role="group" aria-label="Light a wire">
        {design.wires.map((w) => (
          <button
            key={w.id}
            type="button"
            className={`border-0 bg-transparent p-1 text-[15px] underline ${lit === w.id ? 'font-bold text-copper' : 'text-soft'}`}
            aria-pressed={lit === w.id}
            onClick={() => onLight(lit === w.id ? undefined : w.id)}
          >
            {names[w.id] ?? w.id}
          </button>
        ))}
      </div>
      <ol className="m-0 list-none p-0">
        {steps.slice(from, from + 9).map((s, k) => {
          const i = from + k
          return (
            <li key={s.id}>
              <button
                type="button"
                className={`w-full border-0 border-b border-line py-2 text-left text-lg ${handles(design, s.id, lit) ? 'bg-copper-wash' : 'bg-transparent'} ${i === at ? 'font-bold text-copper' : done.has(s.id) ? 'text-ink' : 'text-soft'}`}
                onClick={() => onPick(i)}
                aria-current={i === at ? 'step' : undefined}
              >
                {done.has(s.id) ? '✓' : i + 1} · {s.title}
              </button>
            </li>
          )
        })}
      </ol>
    </div>
  )
}
