import type { OperationKind } from '../design/index.js'

/** Stages of the work, in the order in which they come. */
export const STAGES = ['Preparing', 'Binding', 'Shaping', 'Setting', 'Finishing'] as const
export type Stage = (typeof STAGES)[number]

const OF: Readonly<Record<OperationKind, Stage>> = {
  gather: 'Preparing',
  straighten: 'Preparing',
  twist: 'Preparing',
  cut: 'Preparing',
  mark: 'Preparing',
  align: 'Preparing',
  bind: 'Binding',
  unclamp: 'Binding',
  wind: 'Binding',
  coil: 'Binding',
  hook: 'Binding',
  lash: 'Binding',
  shape: 'Shaping',
  shoulder: 'Shaping',
  bend: 'Shaping',
  close: 'Shaping',
  try: 'Setting',
  seat: 'Setting',
  roll: 'Finishing',
  curl: 'Finishing',
  cross: 'Finishing',
  thread: 'Finishing',
  trim: 'Finishing',
  smooth: 'Finishing',
  darken: 'Finishing',
  polish: 'Finishing',
}

/** The stage that a kind of work belongs to. @example stageOf('seat') // 'Setting' */
export const stageOf = (kind: OperationKind): Stage => OF[kind]

/** Time by stage, in whatever unit it was told by step. @example timeByStage([{ id: 'a', kind: 'bind' }], { a: 90 }).Binding // 90 */
export function timeByStage(
  steps: readonly { readonly id: string; readonly kind: OperationKind }[],
  time: Readonly<Record<string, number>>,
): Record<Stage, number> {
  const by: Record<Stage, number> = { Preparing: 0, Binding: 0, Shaping: 0, Setting: 0, Finishing: 0 }
  for (const { id, kind } of steps) by[OF[kind]] += time[id] ?? 0
  return by
}

/** Minutes by kind of work, of time that was told in milliseconds by step. @example minutesByKind([{ id: 'a', kind: 'bind' }], { a: 60000 }).bind // 1 */
export function minutesByKind(
  steps: readonly { readonly id: string; readonly kind: OperationKind }[],
  time: Readonly<Record<string, number>>,
): Partial<Record<OperationKind, number>> {
  const by: Partial<Record<OperationKind, number>> = {}
  for (const { id, kind } of steps) if (time[id] !== undefined) by[kind] = (by[kind] ?? 0) + time[id] / 60_000
  return by
}
