import { pathLength, type Path } from '../path/index'
import { seeded } from '../testing'
import { bareDesign, rail } from '../testingDesigns'
import { alloy } from '../wire/index'
import type { Design, Joint } from '../design/index'
import { capacity } from './field'
import { floatingJoints, linksOf } from './floating'
import { stationsOfDesign } from './stations'

/** A wire that leads from joint to joint, a millimetre in each and one between. */
const wireThrough = (id: string, joints: readonly string[]) => ({
  wire: rail(id, [0, 0, 0], [2 * joints.length, 0, 0], { bound: [] }),
  members: joints.map((joint, i) => ({ joint, wire: id, s0: 2 * i, s1: 2 * i + 1 })),
})

function designThrough(ways: Readonly<Record<string, readonly string[]>>): Design {
  const made = Object.entries(ways).map(([id, joints]) => wireThrough(id, joints))
  const plain = bareDesign(made.map((m) => m.wire))
  const members = made.flatMap((m) => m.members)
  const joints = [...new Set(members.map((m) => m.joint))].map((id): Joint => ({
    id,
    kind: 'bind',
    members: members.filter((m) => m.joint === id).map(({ wire, s0, s1 }) => ({ wire, s0, s1 })),
    binder: plain.wires[0]!.stock,
    columns: 1,
    rows: 1,
    length: 1,
    turns: 4,
    hold: 'clamp',
    slip: 1000,
  }))
  return { ...plain, joints }
}

describe('joints that float', () => {
  it('a loop’s neck does, on the one wire that leads to it; a frame’s corners do not', () => {
    const design = designThrough({ back: ['a', 'b', 'neck', 'neck'], lace: ['a', 'b'] })
    const floats = floatingJoints(design)
    expect([...floats.keys()]).toEqual(['neck'])
    expect(floats.get('neck')).toEqual({ wire: 'back', from: 'b', to: 'neck', s0: 3, s1: 4 })
    const frame = { one: ['a', 'b', 'c', 'd', 'a'], other: ['a', 'c'] }
    expect(floatingJoints(designThrough(frame)).size).toBe(0)
  })

  it('what is fixed outside is the rest, however little of it there is', () => {
    // "far" is bound by itself, to something that is not shown; a, b and c hang together on it by one wire
    const floats = floatingJoints(designThrough({ one: ['far', 'a', 'b', 'c', 'a'], other: ['b', 'c'] }))
    expect([...floats.keys()].sort()).toEqual(['a', 'b', 'c'])
    for (const link of floats.values()) expect(link.from).toBe('far')
  })

  it('of random wirework: those whose tie to the rest is lost with one stretch', () => {
    const random = seeded(4)
    let [some, none] = [0, 0]
    for (let round = 0; round < 120; round++) {
      const names = 'abcdefgh'.slice(0, 3 + Math.floor(random() * 5)).split('')
      const ways = Object.fromEntries(
        Array.from({ length: 1 + Math.floor(random() * 4) }, (_, i) => [
          `w${i}`,
          Array.from(
            { length: 2 + Math.floor(random() * 4) },
            () => names[Math.floor(random() * names.length)]!,
          ),
        ]),
      )
      const design = designThrough(ways)
      const links = linksOf(design)
      const grounded = design.joints.filter((j) => j.members.length === 1).map((j) => j.id)
      /** What hangs together with a joint where a link is left out; what is fixed outside hangs together. */
      const reached = (from: string, without: number): Set<string> => {
        const seen = new Set([from])
        for (let before = 0; before < seen.size;) {
          before = seen.size
          if (grounded.some((g) => seen.has(g))) grounded.forEach((g) => seen.add(g))
          links.forEach(({ from: a, to: b }, i) => {
            if (i !== without && (seen.has(a) || seen.has(b))) seen.add(a).add(b)
          })
        }
        return seen
      }
      const floats = floatingJoints(design)
      for (const { id } of design.joints) {
        const link = floats.get(id)
        // a floating joint loses all that does not float with it by its own link
        if (link) {
          const own = links.findIndex((l) => l.wire === link.wire && l.s0 === link.s0)
          expect(reached(link.to, own).has(link.from)).toBe(false)
          some++
          continue
        }
        // what does not float stays tied to all else that does not, whatever single stretch is lost
        none++
        const whole = [...reached(id, -1)].filter((j) => !floats.has(j))
        links.forEach((_, i) => {
          const left = reached(id, i)
          for (const j of whole) expect(left.has(j)).toBe(true)
        })
      }
    }
    expect(some).toBeGreaterThan(40)
    expect(none).toBeGreaterThan(40)
  })
})

describe('what a floating part bears', () => {
  const size = 1
  const moment = (alloy('copper').yield['half hard'][0] * size ** 3) / 6
  /** Fixed outside over its first millimetre, 10 mm straight on to a neck of 2 mm, a loop, and back into the neck. */
  const path: Path = {
    segments: [
      { kind: 'line', from: [-1, 0, 0], to: [12, 0, 0] },
      { kind: 'arc', centre: [12, 2, 0], x: [0, -1, 0], y: [1, 0, 0], radius: 2, sweep: Math.PI },
      { kind: 'line', from: [12, 4, 0], to: [9, 4, 0] },
    ],
  }
  const plain = bareDesign([{ id: 'wire', path, bound: [[0, 1]] }])
  const around = 13 + 2 * Math.PI
  const neck: Joint = {
    ...plain.joints[0]!,
    id: 'neck',
    members: [
      { wire: 'wire', s0: 11, s1: 13 },
      { wire: 'wire', s0: around, s1: around + 2 },
    ],
  }
  const { spans, stations } = stationsOfDesign({ ...plain, joints: [...plain.joints, neck] })
  const bears = (x: number): number => {
    const station = stations.find((s) => Math.abs(s.p[0] - x) < 0.01 && Math.abs(s.p[1]) < 0.01)!
    return capacity(spans, station, [0, 0, 1], new Map())
  }

  it('before its neck the wire is a finger: Mp / l', () => {
    expect(pathLength(path)).toBeCloseTo(around + 3, 9)
    for (const l of [3, 5, 8]) expect(bears(l) / (moment / l)).toBeCloseTo(1, 1)
    expect(spans.filter((s) => s.end === 'free').map((s) => s.kind)).toContain('span')
  })

  it('on the loop beyond it no more than the finger bears at so long a lever', () => {
    const top = stations.find((s) => s.p[0] > 13.9)!
    const far = Math.hypot(top.p[0], top.p[1])
    expect(capacity(spans, top, [0, 0, 1], new Map()) / (moment / far)).toBeCloseTo(1, 1)
  })
})
