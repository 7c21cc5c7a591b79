import { numberOf, type CutSpool, type CutWire, type Mark } from '@verger/core'
import type { Rule } from '../../ui/rule.js'

/** The marks that are made: the middle and the ends of the foot and neck binds; the bail strip is wrapped to its end. */
export const marksToMake = (wire: CutWire): readonly Mark[] => wire.marks.filter((m) => m.at !== 'bail')

/** Where a mark is laid off on a rule, mm. */
export interface LaidOff {
  readonly fromEnd: number
  readonly fromMiddle: number | undefined
}

/**
 * Where a mark is laid off as it is told: from the wire's middle to the nearest place on the rule, and from its left end so far from where its
 * middle is told to be. So what is told adds up, and both halves of a wire are told alike.
 */
export function laidOff(mark: Mark, wire: CutWire, { on }: Rule): LaidOff {
  const middle = wire.marks.find((m) => m.at === 'middle')
  if (!middle || mark.fromMiddle === undefined)
    return { fromEnd: on(numberOf(mark.fromEnd)), fromMiddle: undefined }
  const fromMiddle = on(numberOf(mark.fromMiddle))
  const way = numberOf(mark.fromEnd) < numberOf(middle.fromEnd) ? -1 : 1
  return { fromEnd: on(numberOf(middle.fromEnd)) + way * fromMiddle, fromMiddle }
}

type Bind = CutSpool['binds'][number]

/** A name without the number behind its last comma, and that number: "link behind, 3" is "link behind" and 3. */
function numbered(name: string): readonly [string, number | undefined] {
  const found = /^(.*), (\d+)$/.exec(name)
  return found ? [found[1]!, Number(found[2])] : [name, undefined]
}

/** What is wound from a spool, like binds that are only numbered as one: "link behind, 1 to 10". */
export function likeBinds(
  { binds }: CutSpool,
  joints: Readonly<Record<string, string>>,
): { readonly name: string; readonly bind: Bind }[] {
  const groups = new Map<string, { readonly bind: Bind; readonly name: string; readonly numbers: number[] }>()
  for (const bind of binds) {
    const [name, number] = numbered(joints[bind.joint] ?? bind.joint)
    const key =
      number === undefined ? bind.joint : `${name} ${numberOf(bind.turns)} ${numberOf(bind.turn).toFixed(3)}`
    const group = groups.get(key) ?? { bind, name, numbers: [] }
    if (number !== undefined) group.numbers.push(number)
    groups.set(key, group)
  }
  return [...groups.values()].map(({ bind, name, numbers }) => {
    const [least, most] = [Math.min(...numbers), Math.max(...numbers)]
    const which = numbers.length === 0 ? '' : least === most ? `, ${least}` : `, ${least} to ${most}`
    return { bind, name: `${name}${which}` }
  })
}
