import {
  fullStone,
  settingOfPlan,
  shakeRigid,
  stoneShapes,
  wireShapes,
  type Plan,
  type RigidEngine,
  type ShakeFrame,
  type ShakeResult,
  type ShakeSpec,
} from '@verger/core'
import { expose } from 'comlink'
import { rapierEngine } from './rapierEngine.js'

let engine: Promise<RigidEngine> | undefined
let running: Generator<ShakeFrame, ShakeResult, undefined> | undefined

/** A piece being shaken: begun, then asked for pose after pose. */
const shaking = {
  async begin(made: Pick<Plan, 'stone' | 'design'>, spec: ShakeSpec): Promise<void> {
    const ready = await (engine ??= rapierEngine())
    running?.return(undefined as never)
    running = shakeRigid(
      ready,
      {
        setting: settingOfPlan(made),
        stone: stoneShapes(fullStone(made.stone)),
        wires: wireShapes(made.design),
      },
      spec,
    )
  },
  /** The next poses, up to so many; with the last of them what came of it. */
  more(count: number): { readonly frames: readonly ShakeFrame[]; readonly result?: ShakeResult } {
    const frames: ShakeFrame[] = []
    while (running && frames.length < count) {
      const next = running.next()
      if (next.done) {
        running = undefined
        return { frames, result: next.value }
      }
      frames.push(next.value)
    }
    return { frames }
  },
}

export type Shaking = typeof shaking
expose(shaking)
