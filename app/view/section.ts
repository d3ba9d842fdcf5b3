/** The cutting plane: off, or across one of the axes of ground at a place that can be dragged. */
export const useSectionStore = defineStore('section', () => {
  const across = ref<'x' | 'y' | 'z' | null>(null)
  /** Where it cuts along its axis [m]. */
  const at = ref(0)
  /** Which side is cut away. */
  const flipped = ref(false)
  const NORMALS = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] } as const
  const plane = computed(() => {
    if (across.value === null) return null
    const sign = flipped.value ? -1 : 1
    const [x, y, z] = NORMALS[across.value]
    return { normal: [sign * x, sign * y, sign * z] as const, distance: sign * at.value }
  })
  return { across, at, flipped, plane }
})
