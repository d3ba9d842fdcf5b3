/** Keeps the 3D view in step with the stores: document, poses, glyphs, selection, marks, theme. */
import { useResizeObserver } from '@vueuse/core'
import { identityFrame } from '@ligamen/core'
import type { Camera } from '@ligamen/core'
import { meshes } from '~/model/meshes/meshes'
import { usePlaybackStore } from '~/model/pose/playback'
import { usePoseStore } from '~/model/pose/pose'
import { usePreviewClock } from '~/model/pose/usePreviewClock'
import { useRunStore } from '~/model/run/run'
import { useSceneStore } from '~/model/screen/scene'
import { useOverlaysStore } from '~/view/overlays'
import { useViewportStore } from '~/view/view-options'
import { Viewport } from '~/view/three/viewport'
import { useForces } from './useForces'
import { useHandles } from './useHandles'
import { usePicture } from './usePicture'
import { useLooking } from './useLooking'
import { useMarks } from './useMarks'
import { usePalette } from './usePalette'
import { useTrails } from './useTrails'

export function useViewport(canvas: Ref<HTMLCanvasElement | null>) {
  const run = useRunStore()
  const pose = usePoseStore()
  const scene = useSceneStore()
  const overlays = useOverlaysStore()
  const palette = usePalette()
  const strandTurns = useStrandTurns()
  const view = shallowRef<Viewport | null>(null)
  const showTrails = useTrails(view)
  const { showGlyphs, showMarks } = useMarks(view)
  const { look, lookBack, frame } = useLooking(view)
  useHandles(view, showPose)
  const showSection = usePicture(view, showPose)
  const options = useViewportStore()
  usePreviewClock()
  const { longest } = useForces(view)

  function showDocument() {
    if (!view.value || !run.document) return
    view.value.setDocument(run.document)
    view.value.setStrands(run.report?.strands ?? [])
    showPose()
    showGlyphs()
    showTrails()
    showMarks()
    frame(run.document.bodies.length)
  }

  function showPose() {
    const { shown } = pose
    if (!shown) return
    view.value?.setPose(shown.bodies, shown.poses, shown.at, shown.next, shown.share)
    if (run.report?.strands.length) view.value?.followStrands(strandTurns())
  }

  onMounted(() => {
    view.value = new Viewport(canvas.value!)
    view.value.setMeshes(meshes.get)
    view.value.setPalette(palette.value)
    view.value.setShowing(scene.showing)
    showDocument()
    showSection()
  })
  onBeforeUnmount(() => view.value?.dispose())
  useResizeObserver(canvas, ([entry]) => {
    if (entry) view.value?.resize(entry.contentRect.width, entry.contentRect.height)
  })
  watch([view, () => options.isShowing, () => options.outlines], ([now, isShowing, outlines]) =>
    now?.setQuality({ isShowing, outlines: outlines || !isShowing }),
  )
  watch(palette, (colours) => view.value?.setPalette(colours))
  watch([() => run.document, () => run.report, meshes.loaded], showDocument)
  watch(() => pose.shown, showPose)
  watch(
    () => scene.showing,
    (showing) => view.value?.setShowing(showing),
  )
  watch(
    () => overlays.ghost,
    (ghost) => view.value?.setGhost(ghost?.part ?? null, ghost?.frame ?? identityFrame()),
  )
  watch(
    () => overlays.drawn,
    (drawn) => view.value?.setPoints(drawn?.points ?? []),
  )
  watch(
    () => overlays.solids,
    (solids) => view.value?.setOverlaps(solids),
  )
  watch([() => overlays.spaces, () => overlays.cloud], ([spaces, cloud]) =>
    view.value?.setSpaces(spaces, cloud),
  )
  return {
    view,
    longest,
    look,
    lookBack,
    lookingFrom: () => view.value?.lookingFrom() ?? null,
    lookFrom: (camera: Camera) => view.value?.lookFrom(camera),
    picture: (width: number, height: number, isBare = false) =>
      view.value?.pictures.take(width, height, isBare) ?? Promise.resolve(null),
  }
}

/** Turns of the drums and pulleys of all strands where the bodies are on screen, between two frames as they are. */
function useStrandTurns() {
  const run = useRunStore()
  const pose = usePoseStore()
  const playback = usePlaybackStore()
  const turnOf = (coordinate: number): number => {
    const { report, take, standing } = run
    if (pose.source !== 'take' || !take) return (standing ?? report!).coordinates[coordinate] ?? 0
    const { first, share } = playback.between
    const columns = take.coordinateChannels.length
    const at = (frame: number) => take.coordinates[frame * columns + coordinate] ?? 0
    return share > 0 ? at(first) + share * (at(first + 1) - at(first)) : at(first)
  }
  return () => (run.report?.strands ?? []).map(({ coordinate }) => turnOf(coordinate))
}
