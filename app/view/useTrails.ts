/** Trails and ghosts of the motion, kept in step with the take, the playhead and what is chosen. */
import { useRunStore } from '~/model/run/run'
import { usePlaybackStore } from '~/model/pose/playback'
import { usePoseStore } from '~/model/pose/pose'
import { useStageStore } from '~/model/screen/stage'
import { useOverlaysStore } from '~/view/overlays'
import type { Viewport } from '~/view/three/viewport'
import { useViewportStore } from '~/view/view-options'
import { ghostAt, ghostsEvery, NO_GHOSTS, trailOf } from './trails'
import type { Ghosts } from './trails'

export function useTrails(view: Ref<Viewport | null>) {
  const run = useRunStore()
  const pose = usePoseStore()
  const playback = usePlaybackStore()
  const overlays = useOverlaysStore()
  const stage = useStageStore()
  const options = useViewportStore()

  /** Trails of the datum probes and of the datums that were chosen, and ghosts, while the take is shown. */
  function showTrails() {
    const { take, report, partial } = run
    // a take that still grows keeps the trails of before
    if (partial) return
    const isShown = stage.plays && take !== null && report !== null
    const chosen = isShown ? report.datums.filter(({ datum }) => options.trails.includes(datum)) : []
    const points = isShown ? [...report.tracers, ...chosen] : []
    view.value?.setTrails([
      ...points.map(({ body, point }) => trailOf(take!, body, point)),
      ...(overlays.path ? [overlays.path] : []),
    ])
    showGhosts()
  }

  /** Ghosts of the motion every few frames, or one of the scenario that is compared; this one while nothing plays. */
  function showGhosts() {
    const { take, report, compared } = run
    const isShown = stage.plays && take !== null && report !== null
    if (isShown && compared && pose.source === 'take') {
      if (!playback.playing) draw(ghostAt(compared, playback.shown))
    } else draw(isShown ? ghostsEvery(take, options.ghostsEvery) : NO_GHOSTS)
  }
  const draw = ({ bodies, poses, at }: Ghosts) => view.value?.setGhosts(bodies, poses, at)

  watch(
    [() => run.take, () => stage.stage, () => options.trails, () => options.ghostsEvery, () => overlays.path],
    showTrails,
  )
  watch(
    () => overlays.arrows,
    (arrows) => view.value?.setLines('arrows', arrows),
  )
  watch(
    () => overlays.outlines,
    (lines) => view.value?.setLines('outlines', lines),
  )
  watch([() => run.compared, () => playback.shown, () => playback.playing], ([compared], [before]) => {
    if (compared ?? before) showGhosts()
  })
  return showTrails
}
