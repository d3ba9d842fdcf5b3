/** Arrows of the forces at the playhead, while a take is shown that knows them. */
import { formatQuantity, isMovedByForces } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { usePoseStore } from '~/model/pose/pose'
import { useRunStore } from '~/model/run/run'
import { useStageStore } from '~/model/screen/stage'
import type { Viewport } from '~/view/three/viewport'
import { forcesShown, gravityShown, largestForce, touchesShown } from './forces-shown'
import { useViewportStore } from './view-options'

export function useForces(view: Ref<Viewport | null>) {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const playback = usePlaybackStore()
  const pose = usePoseStore()
  const stage = useStageStore()
  const options = useViewportStore()

  const largest = computed(() => (run.take ? largestForce(run.take) : 0))
  const isShown = computed(
    () =>
      stage.plays && mechanism.scenario !== null && (options.forces ?? isMovedByForces(mechanism.scenario)),
  )
  function show() {
    const { scenario } = mechanism
    const { take } = run
    if (!view.value) return
    const isTake = take !== null && pose.source === 'take'
    // where bodies touch is shown until forces are hidden
    const touches =
      isTake && stage.plays && options.forces !== false ? touchesShown(take, playback.frame) : []
    if (!isShown.value || !scenario) return view.value.setForces(touches)
    const arrows = isTake ? forcesShown(take, playback.frame, largest.value, view.value.size) : []
    view.value.setForces([...touches, ...arrows, ...gravityShown(scenario, view.value.boundsOf())])
  }
  /** What the longest arrow stands for, in words; empty without arrows. */
  const longest = computed(() =>
    isShown.value && largest.value > 0 ? `longest arrow ${formatQuantity(largest.value, 'N', 1)}` : '',
  )
  watch(
    [
      view,
      isShown,
      () => stage.plays,
      () => options.forces,
      () => run.take,
      () => playback.frame,
      () => pose.source,
      () => mechanism.scenario,
    ],
    show,
  )
  return { longest }
}
