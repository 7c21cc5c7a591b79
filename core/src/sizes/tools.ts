/** Something round or stepped that wire is bent over, as the workshop owns it; mm. */
export interface RoundTool {
  readonly name: string
  readonly across: number
  /** Flat jaws of that width: sides are bent over them, not rounds. */
  readonly flat?: boolean
}

/** What bending over a tool that is owned does to a fit. */
export interface ToolFit {
  readonly tool: RoundTool
  /** What comes out over it, mm. */
  readonly gives: number
  /** Against what was wanted: + is larger. mm */
  readonly off: number
}

/**
 * The tools that come nearest to a wanted size, the best first: each tried with what really comes out over it (spring-back and all),
 * so that the nearest tool need not be the one nearest in size.
 * @throws RangeError for a tool that is no size
 * @example nearestTools(17.3, [16, 17].map((across) => ({ name: `rod ${across}`, across })), (d) => d * 1.02)[0].tool.across // 17
 */
export function nearestTools(
  wanted: number,
  tools: readonly RoundTool[],
  gives: (across: number) => number,
): ToolFit[] {
  return tools
    .map((tool) => {
      if (!(tool.across > 0)) throw new RangeError(`"${tool.name}" has no size`)
      const out = gives(tool.across)
      return { tool, gives: out, off: out - wanted }
    })
    .sort((a, b) => Math.abs(a.off) - Math.abs(b.off))
}
