/** The stage of the work that is open. */
export const STAGES = ['build', 'connect', 'drive'] as const
export type Stage = (typeof STAGES)[number]

export const useStageStore = defineStore('stage', () => {
  const stage = ref<Stage>('drive')
  return {
    stage,
    go: (to: Stage) => {
      stage.value = to
    },
  }
})
