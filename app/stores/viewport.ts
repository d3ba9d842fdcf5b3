/** How the view is handled: the handles on what is selected. */
export const useViewportStore = defineStore('viewport', () => {
  const handles = ref<'move' | 'turn' | null>(null)
  return {
    handles,
    toggleHandles: (kind: 'move' | 'turn') => {
      handles.value = handles.value === kind ? null : kind
    },
  }
})
