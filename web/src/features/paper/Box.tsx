/** A box to tick with a pencil. */
export const Box = () => (
  <span className="inline-block h-[3.6mm] w-[3.6mm] shrink-0 border border-ink" aria-hidden />
)

/** As many small boxes as are counted, in fives; of many one for every ten. */
export function CountBoxes({ target, of }: { target: number; of: string }) {
  const each = target > MOST_BOXES ? 10 : 1
  const count = Math.ceil(target / each)
  return (
    <p className="m-0 mt-[1mm] text-[3.2mm]">
      {target} {of}
      {each > 1 && `, a box for every ${each}`}
      <span className="flex flex-wrap gap-x-[0.8mm] gap-y-[0.6mm] pt-[0.6mm]" aria-hidden>
        {Array.from({ length: count }, (_, i) => (
          <span
            key={i}
            className={`inline-block h-[2.4mm] w-[2.4mm] border border-ink ${i % 5 === 4 ? 'mr-[1mm]' : ''}`}
          />
        ))}
      </span>
    </p>
  )
}
/** More boxes than this are not ticked by anyone. */
const MOST_BOXES = 40
