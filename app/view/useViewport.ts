/** Keeps the 3D view in step with the stores: document, poses, glyphs, trace, selection, marks, theme. */
import { usePreferredReducedMotion, useRafFn, useResizeObserver } from '@vueuse/core'
import { useTheme } from 'vuetify'
import { frameAt, identityFrame, moveBodies, moved, POSE } from '@ligamen/core'
import type { Frame, MechanismDocument, ModelReport, Take } from '@ligamen/core'
import { drivenJoint } from '~/model/driven-joint'
import { meshes } from '~/model/meshes/meshes'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePickingStore } from '~/model/picking/picking'
import { usePlaybackStore } from '~/model/pose/playback'
import { usePoseStore } from '~/model/pose/pose'
import { useRunStore } from '~/model/run/run'
import { useSceneStore } from '~/model/screen/scene'
import { useSectionStore } from '~/view/section'
import { useOverlaysStore } from '~/view/overlays'
import { useSelectionStore } from '~/model/screen/selection'
import { useStageStore } from '~/model/screen/stage'
import { useViewportStore } from '~/view/view-options'
import { usePlacing } from '../model/pose/usePlacing'
import type { GlyphSpec } from '~/view/three/glyphs'
import type { Palette } from '~/view/three/palette'
import { Viewport } from '~/view/three/viewport'

/** With more joints than this only what is driven carries its arrow, and small: a crowd of glyphs shows nothing. */
const SOME_JOINTS = 24
/** And with more than this only the selected one. */
const MANY_JOINTS = 150

export function useViewport(canvas: Ref<HTMLCanvasElement | null>) {
  const run = useRunStore()
  const mechanism = useMechanismStore()
  const pose = usePoseStore()
  const playback = usePlaybackStore()
  const selection = useSelectionStore()
  const scene = useSceneStore()
  const picking = usePickingStore()
  const overlays = useOverlaysStore()
  const section = useSectionStore()
  const stage = useStageStore()
  const viewport = useViewportStore()
  const { frames, bodies } = usePlacing()
  const theme = useTheme()
  const view = shallowRef<Viewport | null>(null)
  const still = usePreferredReducedMotion()
  /** How many bodies the view has been fitted to. */
  let framed = -1

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
    if (!view.value || !run.document) return
    view.value.setDocument(run.document)
    view.value.setStrands(run.report?.strands ?? [])
    showPose()
    showGlyphs()
    showTrails()
    showMarks()
    const bodies = run.document.bodies.length
    // what is added comes into sight
    if (bodies > framed) view.value.frame(framed > 0 && still.value !== 'reduce')
    framed = bodies
  }

  function showPose() {
    const { shown } = pose
    if (!shown) return
    view.value?.setPose(shown.bodies, shown.poses, shown.at, shown.next, shown.share)
    const strands = run.report?.strands ?? []
    if (strands.length > 0) view.value?.followStrands(strands.map(({ coordinate }) => turnOf(coordinate)))
  }

  /** A coordinate where the bodies stand on screen, between two frames as they do. */
  function turnOf(coordinate: number): number {
    const { report, take, standing } = run
    if (pose.source !== 'take' || !take) return (standing ?? report!).coordinates[coordinate] ?? 0
    const { first, share } = playback.between
    const columns = take.coordinateChannels.length
    const at = (frame: number) => take.coordinates[frame * columns + coordinate] ?? 0
    return share > 0 ? at(first) + share * (at(first + 1) - at(first)) : at(first)
  }

  /** Trails of the datum probes and of the datums that were chosen, and ghosts, while the take is shown. */
  function showTrails() {
    const { take, report, partial } = run
    // a take that still grows keeps the trails of before
    if (partial) return
    const isShown = stage.stage === 'drive' && take !== null && report !== null
    const chosen = isShown ? report.datums.filter(({ datum }) => viewport.trails.includes(datum)) : []
    const points = isShown ? [...report.tracers, ...chosen] : []
    view.value?.setTrails([
      ...points.map(({ body, point }) => pathOf(take!, body, point)),
      ...(overlays.path ? [overlays.path] : []),
    ])
    showGhosts()
  }

  /** Ghosts of the motion every few frames, or one of the scenario that is compared; this one while nothing plays. */
  function showGhosts() {
    const { take, report, compared } = run
    const isShown = stage.stage === 'drive' && take !== null && report !== null
    if (isShown && compared && pose.source === 'take') {
      if (playback.playing) return
      const frame = frameAt(compared, playback.shown)
      view.value?.setGhosts(compared.bodies, compared.poses, [frame * POSE * compared.bodies.length])
      return
    }
    const every = viewport.ghostsEvery
    const frames = isShown && every > 0 ? Math.min(MOST_GHOSTS, Math.ceil(take.frames / every)) : 0
    const stride = POSE * (take?.bodies.length ?? 0)
    view.value?.setGhosts(
      take?.bodies ?? [],
      take?.poses ?? new Float64Array(0),
      Array.from({ length: frames }, (_, k) => k * every * stride),
    )
  }

  function showMarks() {
    const { picked, offered } = picking
    view.value?.setDatums([
      ...picked.map(({ pick, frame }) => ({ body: pick.body, frame, role: 'picked' as const })),
      ...(offered ? [{ body: offered.pick.body, frame: offered.frame, role: 'offered' as const }] : []),
      ...overlays.grips.map(({ body, point }) => ({
        body,
        frame: moved([...point]),
        role: 'picked' as const,
      })),
    ])
  }

  function showSelection() {
    const ids = (kind: string) => new Set(selection.all.filter((s) => s.kind === kind).map(({ id }) => id))
    const groups = selection.all.filter(({ kind }) => kind === 'group').map(({ id }) => id)
    const bodies = ids('body')
    for (const id of groups) for (const body of mechanism.bodiesIn(id)) bodies.add(body)
    if (run.report && run.document && run.report.joints.length > SOME_JOINTS) showGlyphs()
    view.value?.select(bodies, ids('joint'))
  }

  function showGlyphs() {
    const { report, document } = run
    if (!report || !document) view.value?.setJoints([], 1)
    else view.value?.setJoints(glyphs(report, document), report.joints.length > SOME_JOINTS ? 0.5 : 1)
  }

  /** Joints with the arrow of the driver that moves them in the scenario shown. */
  function glyphs(report: ModelReport, document: MechanismDocument): GlyphSpec[] {
    const drivers = (document.scenarios.find((s) => s.id === mechanism.scenario?.id) ?? mechanism.scenario)
      ?.drivers
    const { length } = report.joints
    return report.joints.flatMap(({ id, kind, from, frame }) => {
      const driver = drivers?.find((d) => drivenJoint(d) === id)
      const isShown = length <= SOME_JOINTS || (length <= MANY_JOINTS && driver !== undefined)
      if (!isShown && !selection.is('joint', id)) return []
      const reversed = driver?.kind === 'motor' && driver.reversed === true
      return [{ id, kind, body: from, frame, driven: driver !== undefined, reversed }]
    })
  }

  onMounted(() => {
    view.value = new Viewport(canvas.value!)
    view.value.setMeshes(meshes.get)
    view.value.setPalette(palette.value)
    view.value.setShowing(scene.showing)
    showDocument()
    view.value.setSection(section.plane)
    view.value.onHandles = (ids, motion, done) => {
      if (done) void moveByHandles(ids, motion)
    }
  })
  onBeforeUnmount(() => view.value?.dispose())
  useResizeObserver(canvas, ([entry]) => {
    if (entry) view.value?.resize(entry.contentRect.width, entry.contentRect.height)
  })
  watch(palette, (colours) => view.value?.setPalette(colours))
  watch([() => run.document, () => run.report, meshes.loaded], showDocument)
  watch(() => pose.shown, showPose)
  watch(
    [
      () => run.take,
      () => stage.stage,
      () => viewport.trails,
      () => viewport.ghostsEvery,
      () => overlays.path,
    ],
    showTrails,
  )
  watch([() => run.compared, () => playback.shown, () => playback.playing], ([compared], [before]) => {
    if (compared ?? before) showGhosts()
  })
  watch(() => selection.all, showSelection)
  watch(
    () => scene.showing,
    (showing) => view.value?.setShowing(showing),
  )
  watch([() => picking.picked, () => picking.offered, () => overlays.grips], showMarks)
  watch(
    () => overlays.ghost,
    (ghost) => view.value?.setGhost(ghost?.part ?? null, ghost?.frame ?? identityFrame()),
  )
  watch(
    () => section.plane,
    (plane) => view.value?.setSection(plane),
  )

  watch(
    () => overlays.solids,
    (solids) => view.value?.setOverlaps(solids),
  )

  /** Where the handles stand; looked for only while there are any. */
  const grip = computed(() => {
    const [first] = viewport.handles ? bodies.value : []
    return first === undefined ? null : (frames.value.get(first) ?? null)
  })
  watch([() => viewport.handles, bodies, grip], () =>
    view.value?.setHandles(viewport.handles, bodies.value, grip.value),
  )

  async function moveByHandles(ids: readonly string[], motion: Frame) {
    const names = selection.members.map((id) => mechanism.nameOf(id)).join(', ')
    const refused = await mechanism.edit(
      `${viewport.handles === 'turn' ? 'Turn' : 'Move'} ${names}`,
      (draft) => moveBodies(draft, frames.value, ids, motion),
      { home: true },
    )
    // what is refused stands where it stood
    if (refused.length > 0) showPose()
  }

  // a preview runs by itself, beside the playhead
  const clock = ref(0)
  const { pause, resume } = useRafFn(
    ({ delta }) => {
      const { preview } = pose
      if (!preview) return
      const { frames, interval } = preview.clip
      clock.value += delta / 1000
      const frame = Math.floor(clock.value / interval)
      if (frame >= frames && !preview.loop) pose.endPreview()
      else pose.previewFrame = frame % frames
    },
    { immediate: false },
  )
  watch(
    () => pose.preview,
    (preview) => {
      clock.value = 0
      if (preview && preview.clip.frames > 1 && still.value !== 'reduce') resume()
      else pause()
    },
  )

  return {
    view,
    fit: () => view.value?.frame(still.value !== 'reduce'),
    picture: (width: number, height: number) => view.value?.picture(width, height) ?? Promise.resolve(null),
  }
}

/** More ghosts than this hide each other. */
const MOST_GHOSTS = 60

/** More points than this are not seen on a path. */
const MOST_POINTS = 4000

/** Positions of a point on a body over a take. */
function pathOf(take: Take, body: string, [x, y, z]: readonly [number, number, number]): Float32Array {
  const every = Math.ceil(take.frames / MOST_POINTS)
  const points = Math.ceil(take.frames / every)
  const stride = POSE * take.bodies.length * every
  const offset = POSE * take.bodies.indexOf(body)
  const path = new Float32Array(3 * points)
  for (let frame = 0; frame < points; frame++) {
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
