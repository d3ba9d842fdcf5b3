/** The stage of the work that is open. */
import { isMovedByForces } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'

export const STAGES = ['build', 'connect', 'drive', 'prove', 'present'] as const
export type Stage = (typeof STAGES)[number]

/** Stages that show the motion, and not the mechanism where it stands. */
const PLAYING: ReadonlySet<Stage> = new Set(['drive', 'prove', 'present'])

/** Where work on a document goes on: what moves is driven, what has bodies is connected, the rest is built. */
export function stageFor(document: MechanismDocument | null): Stage {
  if (document?.scenarios.some((one) => one.drivers.length > 0 || isMovedByForces(one))) return 'drive'
  return document?.bodies.length ? 'connect' : 'build'
}

export const useStageStore = defineStore('stage', () => {
  const stage = ref<Stage>('drive')
  /** Whether somebody has chosen one since the mechanism began to open. */
  let isChosen = false
  return {
    stage,
    begin: () => {
      isChosen = false
    },
    /** Where a mechanism opens, unless somebody has gone elsewhere meanwhile. */
    enter: (at: Stage) => {
      if (!isChosen) stage.value = at
    },
    /** Whether the motion is shown, and not the mechanism where it stands. */
    plays: computed(() => PLAYING.has(stage.value)),
    go: (to: Stage) => {
      isChosen = true
      stage.value = to
    },
  }
})
