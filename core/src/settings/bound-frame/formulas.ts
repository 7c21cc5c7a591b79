import { NEWTON_PER_GRAM } from '../../units/index.js'
import { twistedSpan } from '../../design/index.js'
import { collapseLoad, pathLength } from '../../path/index.js'
import { outlineArea, outlinePoint, outlineRun } from '../../stone/index.js'
import { section } from '../../wire/index.js'
import { type Formulas } from '../../working/index.js'
import { bendCover, bendSegment } from '../shared/faceBend.js'

import { stackHeight, wireHeight } from './basis.js'
import { discInside } from './ball.js'
import { BEAD_TURNS } from './bead.js'
import { repeatsFor } from './wovenFoot.js'
import { hangingSag, plainFrame } from './hanging.js'

import { swirlSegments } from '../shared/swirl.js'
import { tailCover, TIED } from './tailOver.js'
import { shoulderSegments } from './outlinePath.js'
import {
  edgeOf,
  mirrorWords,
  joinOf,
  plainStations,
  lineOf,
  pathOf,
  wovenFrom,
  bendsFrom,
  sideOfFrame,
  beadFrom,
  ballFrom,
  tailFrom,
} from './fromInputs.js'

/** Multiple of the stone's weight that the frame must carry hanging. */
export const LIMIT_MULTIPLE = 25

/** Formulas of the family's lengths. Each rebuilds its own stretch from the inputs it names. */
export const frameFormulas = {
  'frame.binder.half-round': {
    unit: 'mm',
    text: '{binding} / 2: half-round lies flat side in',
    of: ({ binding }) => binding! / 2,
  },
  'frame.binder.round': { unit: 'mm', text: '{binding}, its thickness', of: ({ binding }) => binding! },
  'frame.count.bends': {
    unit: '',
    text: 'number of {front} and {back}; none where the reach is 0',
    of: ({ frontReach, backReach }, { front, back }) =>
      (frontReach! > 0 ? placesIn(front!) : 0) + (backReach! > 0 ? placesIn(back!) : 0),
  },
  'frame.swirl': {
    unit: 'mm',
    text: 'up from a neck of {neck}, over and down to the shoulder where this leaves the edge {leave}° before the top of a {outline} of {length}, and a swirl of four turns of half a circle and more that grow tighter, in wire of {thickness} that bends to {leastBend}',
    of: (x, w) => {
      const line = lineOf(x, w)
      const stations = plainStations(line)
      const a = line.thickness
      return pathOf(
        swirlSegments({
          from: [a / 2, joinOf(x, w) + x.neck!, 0],
          against: outlinePoint(line.outline, stations.leave, a / 2),
          away: [Math.cos(stations.leave), Math.sin(stations.leave)],
          thickness: a,
          least: x.leastBend!,
        }),
      )
    },
  },
  'frame.tail.over': {
    unit: 'mm',
    text: 'folded forward off a neck of {neck}, down before it and as a string lies over the face to {hour} o’clock, in wire of {thickness} that bends to {leastBend}',
    of: (x, w) => pathLength(tailFrom(x, w)) - TIED,
  },
  'frame.bead.through': {
    unit: 'mm',
    text: 'from the middle of a bead of {bead} out of its hole and to the front of the shoulder; the bead lies as near to the middle of the gap as the shoulders are straight for its turns, before stone and wires',
    of: (x, w) => pathOf(beadFrom(x, w).half.through),
  },
  'frame.bead.turns': {
    unit: 'mm',
    text: `${BEAD_TURNS} turns of wire {fine} thick round {wires} wires of the shoulder, its end tucked behind`,
    of: (x, w) => pathOf(beadFrom(x, w).half.turns),
  },
  'frame.bead.gap': {
    unit: 'mm',
    text: 'clear width between the shoulders where a bead of {bead} lies',
    of: (x, w) => beadFrom(x, w).gap,
  },
  'frame.hidden.bead': {
    unit: '%',
    text: 'area of a bead of {bead} that lies before the stone, seen from the front, over the area of the face',
    of: (x, w) => {
      const { side, on } = beadFrom(x, w)
      const area = Math.PI * on.radius ** 2 * discInside(side, 0, on.y, on.radius)
      return (100 * area) / outlineArea(edgeOf(x, w))
    },
  },
  'frame.ball': {
    unit: 'mm',
    text: 'the stretch “{stretch}” of the coil that holds a ball of {ball}: up from a neck of {neck}, over and down beside the shoulder, a floor ring of 0.6 of the coil’s width, and turns of wire {thickness} across, side by side up the ball to 40° past its widest',
    of: (x, w) => pathOf(ballFrom(x, w).coil[w.stretch as 'lead' | 'first' | 'tied' | 'rest']),
  },
  'frame.hidden.ball': {
    unit: '%',
    text: 'area of the coil round a ball of {ball} that lies before the stone, seen from the front, over the area of the face',
    of: (x, w) => {
      const { around, centre, side } = ballFrom(x, w)
      const area = Math.PI * around ** 2 * discInside(side, centre[0], centre[1], around)
      return (100 * area) / outlineArea(edgeOf(x, w))
    },
  },
  'frame.count.turns': {
    unit: 'turns',
    text: 'all turns of the binds',
    of: (x) => Object.values(x).reduce((a, b) => a + b, 0),
  },
  'frame.half': { unit: 'mm', text: '{whole} / 2', of: ({ whole }) => whole! / 2 },
  'frame.side': {
    unit: 'mm',
    text: 'from the foot bind, {foot} long and {binder} off the stone, in to the edge and along it, {thickness}/2 outside a {outline} of {length}, up to {leave}° before the top',
    of: sideOfFrame,
  },
  'frame.side.foot': {
    unit: 'mm',
    text: 'from the foot bind, {foot} long, bent to {footForm} with {footGap} between it and the stone, its binding {binder} thick, in to the edge and along it, {thickness}/2 outside a {outline} of {length}, up to {leave}° before the top; a bend of a V has a radius of {bendRadius}',
    of: sideOfFrame,
  },
  'frame.side.woven': {
    unit: 'mm',
    text: 'from the woven foot, {foot} long, bent to {footForm} with {footGap} between it and the stone, its weaving wire {binder} thick, in to the edge, {lift} back to its place in the stack, and along the edge, {thickness}/2 outside a {outline} of {length}, up to {leave}° before the top; a bend of a V has a radius of {bendRadius}',
    of: sideOfFrame,
  },
  'frame.weave.lift': {
    unit: 'mm',
    text: 'how far wire {wire} of {wires} stands out of its place in the stack at the foot: {weave} with wire of {weaver} goes through between wires of {size}',
    of: (x, w) => {
      const woven = wovenFrom(x, w)
      const place = wireHeight(x.wire! - 1, x.wires!, { thickness: x.size!, size: x.size! })
      return woven.heights[x.wire! - 1]! - place
    },
  },
  'frame.weave.turns': {
    unit: 'turns',
    text: 'rows of {weave} over {wires} wires of {size}, in whole repeats that fill {foot} with wire of {weaver}',
    of: (x, w) => {
      const woven = wovenFrom(x, w)
      return woven.rows * repeatsFor(x.foot!, woven)
    },
  },
  'frame.weave.row': {
    unit: 'mm',
    text: 'wire of one row of {weave} over {wires} wires of {size}, wire of {weaver}: the taut path of a repeat, over its rows',
    of: (x, w) => wovenFrom(x, w).each,
  },
  'frame.weave.front': {
    unit: 'mm',
    text: 'front of the woven foot, from the middle of the wall: half of {wires} wires of {size} that stand apart by {weaver} where it goes through, and {weaver}',
    of: (x, w) => Math.max(...wovenFrom(x, w).heights) + x.size! / 2 + x.weaver!,
  },
  'frame.gap.foot': {
    unit: 'mm',
    text: '{binder} + {footGap}',
    of: ({ binder, footGap }) => binder! + footGap!,
  },
  'frame.bends': {
    unit: 'mm',
    text: 'what the {face} bends at {places} o’clock take beyond the plain edge, reaching {overlap} in, radius {bendRadius}: their curves over a stone with a wall of {wall}, less the edge they replace',
    of: (x, w) => {
      const line = lineOf(x, w)
      return bendsFrom(x, w).reduce(
        (total, bend) =>
          total +
          pathOf([bendSegment(bend)]) -
          outlineRun(bend.solid.outline, bend.from, bend.to, line.thickness / 2),
        0,
      )
    },
  },
  'frame.shoulder': {
    unit: 'mm',
    text: 'straight from the edge {leave}° before the top of a {outline} of {length}, then a curve of radius {neckRadius} into the upright, and up to where the other side comes in',
    of: (x, w) => {
      const line = lineOf(x, w)
      return pathOf(shoulderSegments(line, plainStations(line), 0, joinOf(x, w)))
    },
  },
  'frame.bail.radius': {
    unit: 'mm',
    text: '{inside}/2 + {binder} + {thickness}/2',
    of: ({ inside, binder, thickness }) => inside! / 2 + binder! + thickness! / 2,
  },
  'frame.bail.end': {
    unit: 'mm',
    text: 'the larger of 2 × {bare} and {neck} − 1 − turn of ({radius} − {thickness} − 2 × {binder}): laid behind the neck',
    of: ({ neck, radius, thickness, binder, bare }) =>
      Math.max(2 * bare!, neck! - (radius! - thickness! - 2 * binder!) - 1),
  },
  'frame.bail.strip': {
    unit: 'mm',
    text: 'rise {radius} + 3/4 of a circle of radius {radius} + quarter turn of ({radius} − {thickness} − 2 × {binder}) + end {end}',
    of: ({ radius, thickness, binder, end }) =>
      radius! + 1.5 * Math.PI * radius! + (Math.PI / 2) * (radius! - thickness! - 2 * binder!) + end!,
  },
  'frame.bail.bound': {
    unit: 'mm',
    text: '{strip} − {bare}: its end stays bare, to be tucked',
    of: ({ strip, bare }) => strip! - bare!,
  },
  'frame.gap.top': {
    unit: 'mm',
    text: 'height at which the two stacks meet, leaving {leave}° before the top of a {outline} of {length} with radius {neckRadius}, less the stone’s top',
    of: (x, w) => {
      const line = lineOf(x, w)
      return joinOf(x, w) - line.outline.top
    },
  },
  'frame.height': {
    unit: 'mm',
    text: '{length} + {gap} + neck {neck} + bail 2 × {radius} + {footGap} at the foot + 1.5 × {thickness} + 2 × {binder}: from under the foot bind to the top of the bail',
    of: ({ length, gap, neck, radius, footGap, thickness, binder }) =>
      length! + gap! + neck! + 2 * radius! + footGap! + 1.5 * thickness! + 2 * binder!,
  },
  'frame.width': {
    unit: 'mm',
    text: '{width} + 2 × {thickness}: across the frame at the girdle',
    of: ({ width, thickness }) => width! + 2 * thickness!,
  },
  'frame.front': {
    unit: 'mm',
    text: 'the highest of the dome ({depth} − {wall}/2 above mid wall), the bound stack and the bends over the face',
    of: (x, w) =>
      Math.max(
        x.depth! - x.wall! / 2 - (x.back ?? 0),
        stackHeight(x.wires!, lineOf(x, w)) / 2 + x.binder!,
        ...bendsFrom(x, w).map((bend) => bend.lie + x.thickness! / 2),
      ),
  },
  'frame.front.all': {
    unit: 'mm',
    text: 'the farthest of stone and wires ({front}), and of bead, ball and woven foot where there are any',
    of: (x) => Math.max(...Object.values(x)),
  },
  'frame.bead.front': {
    unit: 'mm',
    text: 'front of a bead of {bead}, from the middle of the wall',
    of: (x, w) => {
      const { on } = beadFrom(x, w)
      return on.z + on.radius
    },
  },
  'frame.ball.front': {
    unit: 'mm',
    text: 'front of a ball of {ball} in its coil, from the middle of the wall',
    of: (x, w) => {
      const { centre, spec } = ballFrom(x, w)
      return centre[2] + spec.ball
    },
  },
  'frame.behind': {
    unit: 'mm',
    text: '{stack}/2 + bail 2 × {radius} + {binder}: from mid wall to the back of the bail',
    of: ({ stack, radius, binder }) => stack! / 2 + 2 * radius! + binder!,
  },
  'frame.behind.domed': {
    unit: 'mm',
    text: 'the farther of the bail ({stack}/2 + 2 × {radius} + {binder}) and the stone’s own back ({wall}/2 + {back})',
    of: ({ stack, radius, binder, wall, back }) =>
      Math.max(stack! / 2 + 2 * radius! + binder!, wall! / 2 + back!),
  },
  'frame.thick': {
    unit: 'mm',
    text: '{front} before + {behind} behind the middle of the wall',
    of: ({ front, behind }) => front! + behind!,
  },
  'frame.stack': {
    unit: 'mm',
    text: '{wires} × {thickness}',
    of: ({ wires, thickness }) => wires! * thickness!,
  },
  'frame.stack.twisted': {
    unit: 'mm',
    text: '2 × {thickness} twisted + ({wires} − 2) × {size} plain',
    of: ({ wires, thickness, size }) => stackHeight(wires!, { thickness: thickness!, size: size! }),
  },
  'frame.twisted': {
    unit: 'mm',
    text: '{size} × √2: across the corners of a square wire that is twisted',
    of: ({ size }) => twistedSpan(size!),
  },
  'frame.tied.twisted': {
    unit: 'mm',
    text: '2 × {thickness}',
    of: ({ thickness }) => 2 * thickness!,
  },
  'frame.hull.twisted': {
    unit: 'mm',
    text: 'taut string round {columns} by {rows} wires, the outer ones twisted and {thickness} across, {stack} high: π × {thickness} + 2 × ({stack} − {thickness}) + 2 × ({columns} − 1) × {thickness}',
    of: ({ columns, thickness, stack }) =>
      Math.PI * thickness! + 2 * (stack! - thickness!) + 2 * (columns! - 1) * thickness!,
  },
  'frame.hidden': {
    unit: '%',
    text: 'area of the front wire seen from the front inside the outline, at bends reaching {overlap} in at {places} o’clock, over the area of the face',
    of: (x, w) => {
      const covered = bendsFrom(x, w).reduce((total, bend) => total + bendCover(bend), 0)
      return Math.min(100, (100 * covered) / outlineArea(edgeOf(x, w)))
    },
  },
  'frame.hidden.tails': {
    unit: '%',
    text: 'area of two tails of {thickness} led over the face to {hour} o’clock, seen from the front inside the outline, over the area of the face',
    of: (x, w) => {
      const both = [w, mirrorWords(w)].reduce(
        (sum, side) => sum + tailCover(tailFrom(x, side), edgeOf(x, side), x.thickness!),
        0,
      )
      return Math.min(100, (100 * both) / outlineArea(edgeOf(x, w)))
    },
  },
  'frame.hidden.all': {
    unit: '%',
    text: 'bends, and tails and bead where there are any, added up',
    of: (x) =>
      Math.min(
        100,
        Object.values(x).reduce((a, b) => a + b, 0),
      ),
  },
  'frame.face': { unit: '%', text: '100 − {hidden}', of: ({ hidden }) => 100 - hidden! },
  'frame.carried': {
    unit: 'g',
    text: '{wires} × the collapse load of one {profile} wire of {thickness} without bends round a {outline} of {length}, held at the neck, pulled at the foot, yielding at {yieldStress} MPa, in grams of weight',
    of: (x, w) => {
      const points = plainFrame(lineOf(x, w), lineOf(x, mirrorWords(w)))
      const load = collapseLoad(
        {
          points,
          start: 'clamp',
          end: 'clamp',
          profile: w.profile as 'square' | 'round',
          size: x.size ?? x.thickness!,
          yieldStress: x.yieldStress!,
        },
        (points.length - 1) / 2,
        [0, -1, 0],
      )
      return (x.wires! * load) / NEWTON_PER_GRAM
    },
  },
  'frame.carried.times': {
    unit: '×',
    text: '{carried} / {mass}',
    of: ({ carried, mass }) => carried! / mass!,
  },
  'frame.sag': {
    unit: 'mm',
    text: `elastic give of the same {wires} wires under ${LIMIT_MULTIPLE} × {mass}, modulus {modulus} MPa, by unit loads`,
    of: (x, w) =>
      hangingSag(
        plainFrame(lineOf(x, w), lineOf(x, mirrorWords(w))),
        (LIMIT_MULTIPLE * x.mass! * NEWTON_PER_GRAM) / x.wires!,
        x.modulus! * section(w.profile as 'square' | 'round', x.size ?? x.thickness!).inertia,
      ),
  },
} as const satisfies Formulas

/** How many places a list of hours names. */
export const placesIn = (said: string): number => (said === '' ? 0 : said.split(', ').length)
