/** The stage of the work that is open. */
import type { MechanismDocument } from '@ligamen/core'

export const STAGES = ['build', 'connect', 'drive', 'prove', 'present'] as const
export type Stage = (typeof STAGES)[number]

/** Stages that show the motion, and not the mechanism where it stands. */
const PLAYING: ReadonlySet<Stage> = new Set(['drive', 'prove', 'present'])

/** Where work on a document goes on: what moves is driven, what has bodies is connected, the rest is built. */
export function stageFor(document: MechanismDocument | null): Stage {
  if (document?.scenarios.some(({ drivers }) => drivers.length > 0)) return 'drive'
  return document?.bodies.length ? 'connect' : 'build'
}

export const useStageStore = defineStore('stage', () => {
  const stage = ref<Stage>('drive')
  return {
    stage,
    /** Whether the motion is shown, and not the mechanism where it stands. */
    plays: computed(() => PLAYING.has(stage.value)),
    go: (to: Stage) => {
      stage.value = to
    },
  }
})
