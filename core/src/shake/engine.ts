import type { Vec3 } from '../geom/index.js'
import type { Pose } from '../hold/index.js'

/** A rigid convex piece, mm, in the frame of what it belongs to. */
export type RigidShape =
  | { readonly kind: 'ball'; readonly at: Vec3; readonly radius: number }
  | { readonly kind: 'capsule'; readonly from: Vec3; readonly to: Vec3; readonly radius: number }
  | { readonly kind: 'hull'; readonly points: readonly Vec3[] }

/** A stone among wires that do not give: what an engine is asked to move. */
export interface RigidScene {
  /** The stone, in its own frame: one piece, or several where it is hollow. Its mass lies evenly. */
  readonly stone: readonly RigidShape[]
  readonly wires: readonly RigidShape[]
  /** How soon free motion dies away, 1/s; 0 and more. */
  readonly damping: number
}

export interface RigidWorld {
  /** One step of so many seconds under a uniform pull on the stone, mm/s². Nothing rubs, nothing springs back. */
  step(pull: Vec3, seconds: number): void
  pose(): Pose
  /** How deep a wire stands in the stone, mm: where wires form a wedge an engine lets it through bit by bit. */
  deepest(): number
  dispose(): void
}

/** A rigid-body engine. It comes from outside: the core itself loads none. */
export interface RigidEngine {
  /** @throws Error when a piece has no volume */
  world(scene: RigidScene): RigidWorld
}
