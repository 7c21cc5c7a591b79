import type { Vec3 } from '@verger/core'
import { CatmullRomCurve3, TubeGeometry, Vector3 } from 'three'

/** Sides of a fine wire's tube: thinner than half a millimetre nobody sees more. */
const SIDES = 5

/** A fine wire through points as a tube: as many rings as points. */
export const strandGeometry = (points: readonly Vec3[], thickness: number): TubeGeometry =>
  new TubeGeometry(
    new CatmullRomCurve3(points.map((p) => new Vector3(...p))),
    points.length - 1,
    thickness / 2,
    SIDES,
  )
