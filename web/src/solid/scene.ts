import {
  ALONE,
  chiefOf,
  fullStone,
  mineral,
  wovenStrands,
  type Design,
  type Pose,
  type Stone,
  type Vec3,
} from '@verger/core'
import {
  AmbientLight,
  Box3,
  Color,
  DirectionalLight,
  DoubleSide,
  BufferGeometry,
  Float32BufferAttribute,
  Group,
  InstancedMesh,
  LineBasicMaterial,
  LineLoop,
  Matrix4,
  Mesh,
  MeshPhongMaterial,
  PerspectiveCamera,
  Plane,
  Raycaster,
  Scene,
  SphereGeometry,
  Vector2,
  Vector3,
  WebGLRenderer,
} from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'
import type { Shown } from '../drawing/shown.js'
import { ACCENT, accentsShown } from '../drawing/accent.js'
import { isDark, metalColour } from '../drawing/metalColour.js'
import { repeatsMade, turnFrames, type View } from '../drawing/project.js'
import { stonesShown } from '../drawing/stonesShown.js'
import { seatMatrix } from './seatMatrix.js'
import { stoneGeometry } from './stoneGeometry.js'
import { strandGeometry } from './strandGeometry.js'
import { turnGeometry } from './turnGeometry.js'
import { wireGeometry } from './wireGeometry.js'

/** Pixels are this much coarser while the piece is being turned. */
const COARSE = 0.55
const SETTLE_MS = 180

/** Name of the stone that stands for all. */
const CHIEF = 'stone'

/** The piece in space, drawn when something changes and not otherwise. */
export class PieceScene {
  private readonly renderer: WebGLRenderer
  private readonly scene = new Scene()
  private readonly camera = new PerspectiveCamera(28, 1, 1, 600)
  private readonly controls: OrbitControls
  private readonly piece = new Group()
  private readonly plane = new Plane(new Vector3(-1, 0, 0), 0)
  private radius = 30
  private lit: string | undefined
  private exploded = 0
  private section: number | undefined
  private pending = 0
  private settling = 0
  private moving = false

  /** @throws Error where the browser has no WebGL */
  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly onSettled: (triangles: number) => void,
  ) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true })
    this.renderer.localClippingEnabled = true
    this.scene.add(new AmbientLight(0xffffff, 1.1), this.piece)
    for (const [x, y, z, strength] of [
      [-40, 60, 80, 2.2],
      [60, 10, 40, 0.9],
      [0, -40, -70, 1],
    ] as const) {
      const light = new DirectionalLight(0xffffff, strength)
      light.position.set(x, y, z)
      this.scene.add(light)
    }
    this.controls = new OrbitControls(this.camera, canvas)
    this.controls.enableDamping = false
    this.controls.enablePan = false
    this.controls.addEventListener('change', () => this.touch())
  }

  /** What is to be seen: replaces what was there. */
  show(
    design: Design | undefined,
    stone: Stone,
    shown: Shown,
    strings: readonly (readonly Vec3[])[] = [],
  ): void {
    this.clear()
    const wires = design?.wires ?? []
    const paths = shown.paths ?? new Map(wires.map((w) => [w.id, w.path]))
    const clippingPlanes = [this.plane]
    const material = (colour: string, shine: number, opacity = 1) =>
      new MeshPhongMaterial({
        color: new Color(colour),
        shininess: shine,
        specular: new Color(0x555555),
        side: DoubleSide,
        transparent: opacity < 1,
        opacity,
        clippingPlanes,
      })
    const seated = design ?? { stones: ALONE }
    const chief = chiefOf({ design: seated, stone }).id
    for (const { stone: own, seat } of stonesShown(seated, stone, shown)) {
      const [, body] = mineral(own.mineral).colour
      const mesh = new Mesh(
        // as it lies in the piece, so that a pose is a move from there
        stoneGeometry(fullStone(own)).applyMatrix4(seatMatrix(seat)),
        material(body, 90, shown.stone === 'ghost' ? 0.35 : 1),
      )
      mesh.name = seat.id === chief ? CHIEF : `stone ${seat.id}`
      this.piece.add(mesh)
    }
    for (const line of strings) {
      const geometry = new BufferGeometry()
      // a hair outside the stone, so that the string is seen all round
      geometry.setAttribute(
        'position',
        new Float32BufferAttribute(
          line.flatMap((p) => p.map((v) => v * 1.006)),
          3,
        ),
      )
      const string = new LineLoop(
        geometry,
        new LineBasicMaterial({ color: new Color('#B4532A'), clippingPlanes }),
      )
      string.name = 'string'
      this.piece.add(string)
    }
    const dark = design ? isDark(design, shown) : false
    wires.forEach((wire, i) => {
      const path = paths.get(wire.id)
      if (!path) return
      const active = shown.active === undefined || shown.active.has(wire.id)
      const mesh = new Mesh(
        wireGeometry(wire, path),
        material(metalColour(wire.stock.alloy, dark), 60, active ? 1 : 0.5),
      )
      mesh.name = `wire ${wire.id}`
      mesh.userData.tier = i - (wires.length - 1) / 2
      this.piece.add(mesh)
    })
    for (const accent of design ? accentsShown(design, shown) : []) {
      const mesh = new Mesh(new SphereGeometry(accent.radius, 24, 16), material(ACCENT, 90))
      mesh.position.set(...accent.centre)
      this.piece.add(mesh)
    }
    for (const joint of design?.joints ?? []) {
      const turns = shown.turns ? (shown.turns[joint.id] ?? 0) : joint.turns
      for (const strand of wovenStrands(design!, joint, paths, { repeats: repeatsMade(joint, turns) })) {
        if (strand.points.length === 0) continue
        const mesh = new Mesh(
          strandGeometry(strand.points, joint.binder.size.mm),
          material(metalColour(joint.binder.alloy, dark), 40),
        )
        mesh.name = `joint ${joint.id}`
        this.piece.add(mesh)
      }
      const frames = turnFrames(design!, joint, paths, turns)
      if (frames.length === 0) continue
      const mesh = new InstancedMesh(
        turnGeometry(joint, frames[0]!.half),
        material(metalColour(joint.binder.alloy, dark), 40),
        frames.length,
      )
      frames.forEach((f, k) =>
        mesh.setMatrixAt(
          k,
          new Matrix4()
            .makeBasis(new Vector3(...f.across), new Vector3(...f.deep), new Vector3(...f.along))
            .setPosition(...f.centre),
        ),
      )
      mesh.name = `joint ${joint.id}`
      this.piece.add(mesh)
    }
    const box = new Box3().setFromObject(this.piece)
    const size = box.getSize(new Vector3())
    this.radius = Math.max(12, size.length() / 2)
    this.controls.target.copy(box.getCenter(new Vector3()))
    this.controls.minDistance = this.radius * 0.6
    this.controls.maxDistance = this.radius * 8
    this.arrange()
  }

  /** The stone in another pose, and the whole piece moved by so many mm: as it is when it is shaken. */
  place(pose: Pose | undefined, hand: Vec3 = [0, 0, 0]): void {
    const mesh = this.piece.getObjectByName(CHIEF)
    if (mesh) {
      mesh.matrixAutoUpdate = pose === undefined
      if (pose)
        mesh.matrix
          .makeBasis(...(pose.axes.map((a) => new Vector3(...a)) as [Vector3, Vector3, Vector3]))
          .setPosition(...pose.shift)
      else mesh.position.set(0, 0, 0)
    }
    this.piece.position.set(...hand)
    this.touch()
  }

  /** One of the fixed views. */
  view(from: View): void {
    const way: Readonly<Record<View, readonly [number, number, number]>> = {
      front: [0, 0, 1],
      side: [-1, 0, 0.001],
      back: [0, 0, -1],
      end: [0, -1, 0.001],
    }
    const distance = this.radius / Math.sin((this.camera.fov * Math.PI) / 360)
    const narrow = Math.min(1, this.camera.aspect)
    this.camera.position
      .copy(this.controls.target)
      .add(new Vector3(...way[from]).multiplyScalar((distance * 0.92) / narrow))
    this.camera.up.set(0, 1, 0)
    this.controls.update()
    this.touch()
  }

  /** Turns by radians about the upright and the level axis, and draws nearer or farther. */
  turn(about: number, over: number, nearer = 1): void {
    const offset = this.camera.position.clone().sub(this.controls.target)
    const level = new Vector3().crossVectors(this.camera.up, offset).normalize()
    offset.applyAxisAngle(this.camera.up, about).applyAxisAngle(level, over)
    const steep = Math.abs(offset.y) / offset.length()
    if (steep < 0.995) this.camera.position.copy(this.controls.target).add(offset.multiplyScalar(nearer))
    this.controls.update()
    this.touch()
  }

  light(wire: string | undefined): void {
    this.lit = wire
    this.arrange()
  }

  /** Where the piece is cut open, as a share from left (0) to right (1); undefined: whole. */
  cut(share: number | undefined): void {
    this.section = share
    this.arrange()
  }

  /** Wires drawn apart, tier by tier, by so many millimetres. */
  explode(by: number): void {
    this.exploded = by
    this.arrange()
  }

  resize(width: number, height: number): void {
    if (width < 2 || height < 2) return
    this.camera.aspect = width / height
    this.camera.updateProjectionMatrix()
    this.renderer.setSize(width, height, false)
    this.touch(true)
  }

  /** The wire under a point of the canvas, in pixels from its left upper corner. */
  wireAt(x: number, y: number): string | undefined {
    const box = this.canvas.getBoundingClientRect()
    const ray = new Raycaster()
    ray.setFromCamera(new Vector2((x / box.width) * 2 - 1, 1 - (y / box.height) * 2), this.camera)
    const hit = ray.intersectObjects(this.piece.children, false)[0]
    return hit?.object.name.startsWith('wire ') ? hit.object.name.slice(5) : undefined
  }

  dispose(): void {
    cancelAnimationFrame(this.pending)
    clearTimeout(this.settling)
    this.controls.dispose()
    this.clear()
    this.renderer.dispose()
  }

  private arrange(): void {
    for (const object of this.piece.children) {
      const { material } = object as Mesh<BufferGeometry, MeshPhongMaterial>
      const tier = object.userData.tier as number | undefined
      if (tier !== undefined) object.position.z = tier * this.exploded
      // turns hold the wires together: drawn apart, they have nothing to go round
      if (object.name.startsWith('joint ')) object.visible = this.exploded === 0
      // strings have no light of their own
      if (!('emissive' in material)) continue
      material.emissive.set(this.lit !== undefined && object.name === `wire ${this.lit}` ? 0x8a3a10 : 0)
    }
    this.plane.constant =
      this.section === undefined ? 1e6 : this.controls.target.x + (this.section * 2 - 1) * this.radius
    this.touch(true)
  }

  /** Draws again soon: coarsely while things move, finely once they stand still. */
  private touch(fine = false): void {
    this.moving = !fine
    if (!this.pending) this.pending = requestAnimationFrame(() => this.draw())
    clearTimeout(this.settling)
    this.settling = window.setTimeout(
      () => {
        this.moving = false
        this.draw()
        this.onSettled(this.renderer.info.render.triangles)
      },
      fine ? 0 : SETTLE_MS,
    )
  }

  private draw(): void {
    this.pending = 0
    this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio) * (this.moving ? COARSE : 1))
    this.renderer.render(this.scene, this.camera)
  }

  private clear(): void {
    for (const object of [...this.piece.children]) {
      const mesh = object as Mesh<BufferGeometry, MeshPhongMaterial>
      mesh.geometry.dispose()
      mesh.material.dispose()
      this.piece.remove(object)
    }
  }
}
