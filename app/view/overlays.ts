/**
 * What the stages lay over the model: a part about to be made, a path, datums to take hold of, overlapping solids. Each
 * hands in how to work its own out, so that the view knows no stage.
 */
import type { Frame, ResolvedPart } from '@ligamen/core'

export interface Grip {
  readonly body: string
  /** On the body [m]. */
  readonly point: readonly [number, number, number]
}

interface Sources {
  /** A part where it would be. */
  readonly ghost: () => { readonly part: ResolvedPart; readonly frame: Frame } | null
  /** Points in ground, three numbers each [m]. */
  readonly path: () => Float32Array | null
  /** Lines in ground that show which way things go, three numbers a point [m]. */
  readonly arrows: () => readonly Float32Array[]
  readonly grips: () => readonly Grip[]
  /** Triangles in ground, nine numbers each [m]. */
  readonly solids: () => readonly Float32Array[]
}

export const useOverlaysStore = defineStore('overlays', () => {
  const sources = shallowRef<Sources>({
    ghost: () => null,
    path: () => null,
    arrows: () => [],
    grips: () => [],
    solids: () => [],
  })
  return {
    /** A stage hands in what it has to show; what it showed before is replaced. */
    lay: (some: Partial<Sources>) => {
      sources.value = { ...sources.value, ...some }
    },
    ghost: computed(() => sources.value.ghost()),
    path: computed(() => sources.value.path()),
    arrows: computed(() => sources.value.arrows()),
    grips: computed(() => sources.value.grips()),
    solids: computed(() => sources.value.solids()),
  }
})
