/** Which panels stand open over those of the stage. */
export const usePanelsStore = defineStore('panels', () => {
  const mobility = ref(false)
  const palette = ref(false)
  return { mobility, palette }
})
