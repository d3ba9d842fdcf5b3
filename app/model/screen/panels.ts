/** Which panels are open over those of the stage. */
export const usePanelsStore = defineStore('panels', () => {
  const mobility = ref(false)
  const palette = ref(false)
  /** The control desk, beside the timing chart. */
  const desk = ref(false)
  return { mobility, palette, desk }
})
