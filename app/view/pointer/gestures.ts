/** What the stages do with clicks on the model; each hands in its own, so that the view knows no stage. */

type Point = readonly [number, number, number]

/** Points are set by clicks on a plane in ground, or on one that faces the viewer. */
export interface Drawing {
  readonly through: Point
  readonly normal: Point | null
  readonly draw: (place: Point) => void
}

interface Handlers {
  /** Null while no points are wanted. */
  readonly drawing: () => Drawing | null
  /** A click on the glyph of a joint that is selected already; false when it meant nothing. */
  readonly jointAgain: (joint: string) => boolean
}

export const useGesturesStore = defineStore('gestures', () => {
  const handlers = shallowRef<Handlers>({ drawing: () => null, jointAgain: () => false })
  return {
    handle: (some: Partial<Handlers>) => {
      handlers.value = { ...handlers.value, ...some }
    },
    drawing: computed(() => handlers.value.drawing()),
    jointAgain: (joint: string) => handlers.value.jointAgain(joint),
  }
})
