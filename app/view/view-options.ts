/** How the view is handled: the handles on what is selected, the trails and ghosts of the motion. */
export const useViewportStore = defineStore('viewport', () => {
  const handles = ref<'move' | 'turn' | null>(null)
  /** Ids of datums that leave a trail, besides those of the probes. */
  const trails = ref<readonly string[]>([])
  /** How many frames lie between two ghosts; 0 for none. */
  const ghostsEvery = ref(0)
  /** Whether things look like what they are made of; else plain, as in a drawing. */
  const isShowing = ref(false)
  /** Whether edges are drawn while things are shown as they are; drawings always have them. */
  const outlines = ref(false)
  /** Whether forces are drawn as arrows; null: where loads move the scenario. */
  const forces = ref<boolean | null>(null)
  return {
    forces,
    handles,
    trails,
    ghostsEvery,
    isShowing,
    outlines,
    toggleHandles: (kind: 'move' | 'turn') => {
      handles.value = handles.value === kind ? null : kind
    },
  }
})
