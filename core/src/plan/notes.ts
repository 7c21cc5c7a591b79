import { pathAt, stationsOf } from '../path/index.js'
import type { Vec3 } from '../geom/index.js'
import type { Design } from '../design/index.js'
import type { Note, Options, Param } from '../settings/index.js'

/** A stretch of a wire that a note is about. */
export interface Noted {
  readonly wire: string
  /** Its id in the wire where it is one of the wire's parts. */
  readonly part?: string
  /** Its middle, and places along it from end to end. */
  readonly middle: Vec3
  readonly line: readonly Vec3[]
}

/** Places along a noted stretch stand this far apart, mm. */
const SPACING = 0.5

/**
 * The stretches of a design that a note is about: parts of the first kind that there is, or joints, on the wires that it names where these are
 * there. Empty where the piece has nothing of it.
 * @example notedIn(design, { joints: ['foot'], seen: 'front', choices: ['foot'] })[0].wire // 'rear'
 */
export function notedIn(design: Design, { parts = [], wires, joints = [] }: Note): Noted[] {
  const named = design.wires.filter((w) => wires?.includes(w.id))
  const among = named.length > 0 ? named : design.wires
  const stretch = (wire: Design['wires'][number], s0: number, s1: number, part?: string): Noted => ({
    wire: wire.id,
    ...(part === undefined ? {} : { part }),
    middle: pathAt(wire.path, (s0 + s1) / 2).p,
    line: stationsOf(wire.path, s0, s1, SPACING).map(({ at }) => at.p),
  })
  for (const kind of parts) {
    const found = among.flatMap((w) =>
      w.parts.filter((p) => p.kind === kind).map((p) => stretch(w, p.s0, p.s1, p.id)),
    )
    if (found.length > 0) return found
  }
  return design.joints
    .filter((j) => joints.includes(j.id))
    .flatMap((j) =>
      j.members.flatMap((m) => {
        const wire = design.wires.find((w) => w.id === m.wire)
        return wire ? [stretch(wire, m.s0, m.s1)] : []
      }),
    )
}

/** Is a choice asked with these options. */
export const isAsked = (p: Param, options: Options): boolean =>
  p.shownWhen === undefined || options[p.shownWhen.option] === p.shownWhen.equals

/** Choices that are asked and stand at no note: they are of the whole piece. */
export const ofTheWhole = (notes: readonly Note[], asked: readonly Param[]): Param[] =>
  asked.filter((p) => !notes.some((n) => n.choices.includes(p.id)))
