/** How the view is handled: the handles on what is selected, the trails and ghosts of the motion. */
export const useViewportStore = defineStore('viewport', () => {
  const handles = ref<'move' | 'turn' | null>(null)
  /** Ids of datums that leave a trail, besides those of the probes. */
  const trails = ref<readonly string[]>([])
  /** How many frames lie between two ghosts; 0 for none. */
  const ghostsEvery = ref(0)
  return {
    handles,
    trails,
    ghostsEvery,
    toggleHandles: (kind: 'move' | 'turn') => {
      handles.value = handles.value === kind ? null : kind
    },
  }
})
