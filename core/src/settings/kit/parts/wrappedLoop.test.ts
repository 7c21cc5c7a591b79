import { mirrorX, type Vec3 } from '../../../geom/index'
import { pathAt, pathLength } from '../../../path/index'
import { seams } from '../../../testing'
import { leaf, numberOf } from '../../../working/index'
import { Pen } from '../pen'
import { wrappedLoop } from './wrappedLoop'

const mm = (name: string, value: number) => leaf('typed', name, value, 'mm')
const THICK = 1
/** A loop over an upright that begins at the right of the middle, its neck on it. */
function loopOf(bail: number, neck: number) {
  const pen = new Pen([THICK / 2, 10, 0], [0, 1, 0])
  const given = {
    q: { bail: mm('bail', bail), neck: mm('neck', neck) },
    o: { bail, neck, passes: 1 },
    say: () => undefined,
  }
  const part = wrappedLoop(given as unknown as Parameters<typeof wrappedLoop>[0], {
    pen,
    strand: 'back',
    thick: mm('thick', THICK),
    wound: 'fine',
  })
  return { part, pieces: pen.pieces, path: { segments: pen.pieces.flatMap((p) => p.segments) } }
}

describe('a wrapped loop', () => {
  const { part, pieces, path } = loopOf(4, 3)

  it('goes up, round, and down beside itself, without a gap, as long as its figures say', () => {
    const { apart, kink } = seams(path.segments)
    expect(apart).toBeLessThan(1e-9)
    expect(kink).toBeLessThan(1e-6)
    const told = pieces.reduce((sum, p) => sum + numberOf(p.length), 0)
    expect(pathLength(path)).toBeCloseTo(told, 9)
  })

  it('by hand: inside it is as wide as was chosen, and it hangs by its highest place inside', () => {
    const points: Vec3[] = Array.from(
      { length: 2001 },
      (_, i) => pathAt(path, (i / 2000) * pathLength(path)).p,
    )
    // to the wire's middle half a thickness more on either side
    const round = points.filter((p) => p[1] > 15)
    expect(Math.max(...round.map((p) => p[0])) - Math.min(...round.map((p) => p[0]))).toBeCloseTo(5, 2)
    const top = Math.max(...points.map((p) => p[1]))
    expect(part.hang![1]).toBeCloseTo(top - THICK / 2, 4)
    // radius 2.5, legs' curves of 2 beside an upright of half a thickness: 10 + 3 + sqrt(4.5² - 2.5²) + 2.5
    expect(top).toBeCloseTo(13 + Math.sqrt(4.5 ** 2 - 2.5 ** 2) + 2.5, 4)
  })

  it('left and right are alike, and its end lies down beside the neck as long as that', () => {
    const long = pathLength(path)
    for (let i = 0; i <= 20; i++) {
      const [a, b] = [pathAt(path, (i / 20) * long).p, mirrorX(pathAt(path, (1 - i / 20) * long).p)]
      a.forEach((v, k) => expect(v).toBeCloseTo(b[k]!, 6))
    }
    expect(pathAt(path, long).p).toEqual([-THICK / 2, 10, 0].map((v) => expect.closeTo(v, 9)))
    expect(part.ties.map((t) => [t.kind, t.of.map((m) => ('part' in m ? m.part : m[1]))])).toEqual([
      ['bind', ['tail-right', 'neck-right']],
    ])
  })

  it('a wider loop stands higher and takes more wire', () => {
    const wide = loopOf(6, 3)
    expect(wide.part.hang![1]).toBeGreaterThan(part.hang![1] + 2)
    expect(pathLength(wide.path) - pathLength(path)).toBeGreaterThan(5)
  })
})
