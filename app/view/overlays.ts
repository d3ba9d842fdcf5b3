/**
 * What the stages lay over the model: a part about to be made, a path, datums or points to take hold of, overlapping solids. Each
 * hands in how to work its own out, so that the view knows no stage.
 */
import type { Frame, ResolvedPart, Seen } from '@ligamen/core'
import type { ShotView } from './three/shot-camera'

export interface Grip {
  readonly body: string
  /** On the body [m]. */
  readonly point: readonly [number, number, number]
}

/** Points of a drawing that are dragged in its plane. */
export interface DrawnPoints {
  /** In ground [m]. */
  readonly points: readonly (readonly [number, number, number])[]
  /** Across the drawing, in ground. */
  readonly normal: readonly [number, number, number]
  /** @param to in ground [m]; @param done whether it is let go */
  readonly pull: (index: number, to: readonly [number, number, number], done: boolean) => void
}

/** Two places in ground with what is said of them. */
export interface Callout {
  /** [m] */
  readonly from: readonly [number, number, number]
  readonly to: readonly [number, number, number]
  readonly value: string
  readonly words: string
  readonly isBad: boolean
}

interface Sources {
  /** A part where it would be. */
  readonly ghost: () => { readonly part: ResolvedPart; readonly frame: Frame } | null
  /** Points in ground, three numbers each [m]. */
  readonly path: () => Float32Array | null
  /** Lines in ground that show which way things go, three numbers a point [m]. */
  readonly arrows: () => readonly Float32Array[]
  readonly grips: () => readonly Grip[]
  readonly drawn: () => DrawnPoints | null
  readonly callouts: () => readonly Callout[]
  /** Where bodies would touch that are chosen for a contact: their outlines in ground, and how far apart they are. */
  readonly meeting: () => {
    readonly lines: readonly Float32Array[]
    readonly callouts: readonly Callout[]
  } | null
  /** Triangles in ground, nine numbers each [m]. */
  readonly solids: () => readonly Float32Array[]
  /** The same of what is covered or reached, which is seen through. */
  readonly spaces: () => readonly Float32Array[]
  /** Points in ground, three numbers each [m]. */
  readonly cloud: () => Float32Array | null
  /** What is looked through instead of the view of the person at the screen. */
  readonly shot: () => ShotView | null
  /** Whoever turns the view leaves the shot. */
  readonly leaveShot: () => void
  /** Paths of points that belong to the picture, three numbers a point [m]. */
  readonly trails: () => readonly Float32Array[]
  /** What cues make of the picture. */
  readonly picture: () => Pick<Seen, 'colours' | 'offsets' | 'section'> | null
}

export const useOverlaysStore = defineStore('overlays', () => {
  const sources = shallowRef<Sources>({
    ghost: () => null,
    path: () => null,
    arrows: () => [],
    grips: () => [],
    drawn: () => null,
    callouts: () => [],
    meeting: () => null,
    solids: () => [],
    spaces: () => [],
    cloud: () => null,
    shot: () => null,
    leaveShot: () => undefined,
    trails: () => [],
    picture: () => null,
  })
  return {
    /** A stage hands in what it has to show; what it showed before is replaced. */
    lay: (some: Partial<Sources>) => {
      sources.value = { ...sources.value, ...some }
    },
    /** Points of a drawing are no longer shown, unless others have taken their place. */
    lift: (drawn: Sources['drawn']) => {
      if (sources.value.drawn === drawn) sources.value = { ...sources.value, drawn: () => null }
    },
    ghost: computed(() => sources.value.ghost()),
    path: computed(() => sources.value.path()),
    arrows: computed(() => sources.value.arrows()),
    outlines: computed(() => sources.value.meeting()?.lines ?? []),
    grips: computed(() => sources.value.grips()),
    drawn: computed(() => sources.value.drawn()),
    callouts: computed(() => [...sources.value.callouts(), ...(sources.value.meeting()?.callouts ?? [])]),
    solids: computed(() => sources.value.solids()),
    spaces: computed(() => sources.value.spaces()),
    cloud: computed(() => sources.value.cloud()),
    shot: computed(() => sources.value.shot()),
    leaveShot: () => sources.value.leaveShot(),
    trails: computed(() => sources.value.trails()),
    picture: computed(() => sources.value.picture()),
  }
})
