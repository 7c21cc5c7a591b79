import { compensatedRuns, openedBy, turnRatio, wirePlaces, type Weave } from '@verger/core'

/** Inner turns that one run of the answer is given for. */
const RUN = 4

/** What a bend does to a weave: turns outside against inside on shaped wires, or how far a straight one opens. */
export function Curve({
  weave,
  wires,
  radius,
  say,
}: {
  weave: Weave
  wires: { readonly base: number; readonly weaver: number; readonly packing: number }
  radius: number | undefined
  say: (mm: number) => string
}) {
  if (radius === undefined) return null
  const places = wirePlaces(weave, wires)
  const apart = places[places.length - 1]!
  if (apart === 0) return <p className="mt-2 mb-0 text-[15px] text-soft">One wire bends without opening.</p>
  if (radius <= apart / 2 + wires.base / 2)
    return (
      <p className="mt-2 mb-0 text-[15px] text-red">
        ✕ The inner wire has no room at that radius: its wires stand {say(apart)} apart.
      </p>
    )
  const bent = { radius, apart }
  const runs = compensatedRuns({ inner: RUN, apart, curve: Array.from({ length: 8 }, () => radius) })
  return (
    <p className="mt-2 mb-0 text-[15px]" data-testid="curve">
      <strong>On wires already bent:</strong> {turnRatio(bent).toFixed(2)} turns outside for one inside; for
      every {RUN} inside, {runs.join(', ')} … outside. <strong>Made straight and bent later</strong> the
      outside opens by {openedBy(bent).toFixed(0)} %.
    </p>
  )
}
