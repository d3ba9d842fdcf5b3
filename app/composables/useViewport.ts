/** Keeps the 3D view in step with the stores: document, pose at the playhead, glyphs, trace, selection, theme. */
import { useResizeObserver } from '@vueuse/core'
import { useTheme } from 'vuetify'
import { POSE } from '@ligamen/core'
import type { MechanismDocument, ModelReport, Take } from '@ligamen/core'
import { drivenJoint } from '~/services/drivers'
import { useMechanismStore } from '~/stores/mechanism'
import { usePlaybackStore } from '~/stores/playback'
import { useRunStore } from '~/stores/run'
import { useSelectionStore } from '~/stores/selection'
import type { GlyphSpec } from '~/viewport/glyphs'
import type { Palette } from '~/viewport/palette'
import { Viewport } from '~/viewport/viewport'

/** A press that moves less than this is a click [px]. */
const CLICK = 4

export function useViewport(canvas: Ref<HTMLCanvasElement | null>) {
  const run = useRunStore()
  const mechanism = useMechanismStore()
  const playback = usePlaybackStore()
  const selection = useSelectionStore()
  const theme = useTheme()
  let view: Viewport | null = null
  let framed = false

  const palette = computed<Palette>(() => {
    const c = theme.current.value.colors as Record<string, string>
    return {
      view: c.view!,
      grid: c.grid!,
      gridSoft: c['grid-soft']!,
      edge: c.edge!,
      primary: c.primary!,
      playhead: c.playhead!,
      measured: c.measured!,
      muted: c.muted!,
    }
  })

  function showDocument() {
    if (!view || !run.document) return
    view.setDocument(run.document)
    showPose()
    view.setJoints(run.report ? glyphs(run.report, run.document) : [])
    showTrace()
    if (!framed) {
      framed = true
      view.frame(false)
    }
  }

  function showPose() {
    if (!view) return
    if (run.take) {
      view.setPose(run.take.bodies, run.take.poses, playback.frame * POSE * run.take.bodies.length)
    } else if (run.report) view.setPose(run.report.bodies, run.report.poses, 0)
  }

  function showTrace() {
    if (!view) return
    const tracer = run.report?.tracers[0]
    view.setTrace(tracer && run.take ? pathOf(run.take, tracer.body, tracer.point) : new Float32Array(0))
  }

  /** Joints with the arrow of the driver that moves them in the scenario shown. */
  function glyphs(report: ModelReport, document: MechanismDocument): GlyphSpec[] {
    const drivers = (document.scenarios.find((s) => s.id === mechanism.scenario?.id) ?? mechanism.scenario)
      ?.drivers
    return report.joints.map(({ id, kind, from, frame }) => {
      const driver = drivers?.find((d) => drivenJoint(d) === id)
      return {
        id,
        kind,
        body: from,
        frame,
        driven: driver !== undefined,
        reversed: driver?.kind === 'motor' && driver.reversed === true,
      }
    })
  }

  onMounted(() => {
    view = new Viewport(canvas.value!)
    view.setPalette(palette.value)
    showDocument()
  })
  onBeforeUnmount(() => view?.dispose())
  useResizeObserver(canvas, ([entry]) => {
    if (entry) view?.resize(entry.contentRect.width, entry.contentRect.height)
  })
  watch(palette, (colours) => view?.setPalette(colours))
  watch([() => run.document, () => run.report], showDocument)
  watch([() => run.take, () => playback.frame], showPose)
  watch(() => run.take, showTrace)
  watch(
    () => selection.selected,
    (selected) => view?.select(selected),
    { deep: true },
  )

  let pressed = { x: 0, y: 0 }
  return {
    fit: () => view?.frame(true),
    picture: (width: number, height: number) => view?.picture(width, height) ?? Promise.resolve(null),
    press: (event: PointerEvent) => {
      pressed = { x: event.clientX, y: event.clientY }
    },
    release: (event: PointerEvent) => {
      if (Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) > CLICK || event.button !== 0)
        return
      const hit = view?.pick(event.offsetX, event.offsetY)
      if (hit) selection.select(hit.kind, hit.id)
      else selection.clear()
    },
  }
}

/** Positions of a point on a body over a take. */
function pathOf(take: Take, body: string, [x, y, z]: readonly [number, number, number]): Float32Array {
  const stride = POSE * take.bodies.length
  const offset = POSE * take.bodies.indexOf(body)
  const path = new Float32Array(3 * take.frames)
  for (let frame = 0; frame < take.frames; frame++) {
    const p = frame * stride + offset
    const [px, py, pz, w, i, j, k] = take.poses.subarray(p, p + POSE) as unknown as number[]
    // v + 2 q x (q x v + w v), with q the vector part
    const ax = j! * z - k! * y + w! * x
    const ay = k! * x - i! * z + w! * y
    const az = i! * y - j! * x + w! * z
    path[3 * frame] = px! + x + 2 * (j! * az - k! * ay)
    path[3 * frame + 1] = py! + y + 2 * (k! * ax - i! * az)
    path[3 * frame + 2] = pz! + z + 2 * (i! * ay - j! * ax)
  }
  return path
}
