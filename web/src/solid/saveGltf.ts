import { saveFile } from '../app/saveFile.js'
import { fullStone, mineral, seatedStones, wovenStrands, type Design, type Stone } from '@verger/core'
import { Color, DoubleSide, Group, Matrix4, Mesh, MeshStandardMaterial, SphereGeometry, Vector3 } from 'three'
import { GLTFExporter } from 'three/examples/jsm/exporters/GLTFExporter.js'
import { ACCENT } from '../drawing/accent.js'
import { isDark, metalColour } from '../drawing/metalColour.js'
import { turnFrames } from '../drawing/project.js'
import { seatMatrix } from './seatMatrix.js'
import { stoneGeometry } from './stoneGeometry.js'
import { strandGeometry } from './strandGeometry.js'
import { turnGeometry } from './turnGeometry.js'
import { wireGeometry } from './wireGeometry.js'

/** glTF counts in metres, y up and z toward the viewer: the piece's own frame, a thousandth. */
const METRES = 0.001

/** A design as a binary glTF file: every wire, the turns of every bind, beads and the stone, under their own names, in metres. */
export async function gltfOf(design: Design, stone: Stone): Promise<ArrayBuffer> {
  const piece = new Group()
  piece.name = design.family
  piece.scale.setScalar(METRES)
  const metal = (colour: string) =>
    new MeshStandardMaterial({ color: new Color(colour), metalness: 0.9, roughness: 0.35, side: DoubleSide })
  for (const { id, stone: own, seat } of seatedStones({ design, stone })) {
    const [, body] = mineral(own.mineral).colour
    const heart = new Mesh(
      stoneGeometry(fullStone(own)),
      new MeshStandardMaterial({ color: new Color(body), metalness: 0, roughness: 0.15, side: DoubleSide }),
    )
    heart.name = id
    heart.applyMatrix4(seatMatrix(seat))
    piece.add(heart)
  }
  const dark = isDark(design, {})
  for (const wire of design.wires) {
    const mesh = new Mesh(wireGeometry(wire, wire.path), metal(metalColour(wire.stock.alloy, dark)))
    mesh.name = wire.id
    piece.add(mesh)
  }
  const paths = new Map(design.wires.map((w) => [w.id, w.path]))
  for (const joint of design.joints) {
    for (const { id, points } of wovenStrands(design, joint, paths)) {
      const mesh = new Mesh(
        strandGeometry(points, joint.binder.size.mm),
        metal(metalColour(joint.binder.alloy, dark)),
      )
      mesh.name = `weave ${joint.id} ${id}`
      piece.add(mesh)
    }
    const frames = turnFrames(design, joint, paths)
    if (frames.length === 0) continue
    const bind = new Group()
    bind.name = `bind ${joint.id}`
    const geometry = turnGeometry(joint, frames[0]!.half)
    const material = metal(metalColour(joint.binder.alloy, dark))
    for (const f of frames) {
      const turn = new Mesh(geometry, material)
      turn.applyMatrix4(
        new Matrix4()
          .makeBasis(new Vector3(...f.across), new Vector3(...f.deep), new Vector3(...f.along))
          .setPosition(...f.centre),
      )
      bind.add(turn)
    }
    piece.add(bind)
  }
  for (const accent of design.accents) {
    const ball = new Mesh(
      new SphereGeometry(accent.radius, 24, 16),
      new MeshStandardMaterial({ color: new Color(ACCENT), metalness: 0, roughness: 0.3 }),
    )
    ball.name = accent.id
    ball.position.set(...accent.centre)
    piece.add(ball)
  }
  const made = await new GLTFExporter().parseAsync(piece, { binary: true })
  if (!(made instanceof ArrayBuffer)) throw new Error('the file could not be made')
  return made
}

/** Offers the piece as a file in three dimensions. */
export async function saveGltf(design: Design, stone: Stone, name: string): Promise<void> {
  const file = `${name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.glb`
  saveFile(file, await gltfOf(design, stone), 'model/gltf-binary')
}
