/** How the model is seen: from where, in parallel or in perspective, over which grid. */
import { useLocalStorage } from '@vueuse/core'

type Vector = readonly [number, number, number]

export const useSeenStore = defineStore('seen', () => ({
  /** Parallel lines stay parallel; kept from one visit to the next. */
  parallel: useLocalStorage('ligamen-parallel', false),
  /** Distance of the grid's lines [m]; null while there is none. */
  grid: ref<number | null>(null),
  /** Right, up and towards the viewer, in ground. */
  axes: shallowRef<readonly Vector[]>([]),
}))
