/**
 * A path about to be made, or changed: what follows it, its kind and its points, which are typed or drawn on a plane in the
 * view. It shows in the view as it will be.
 */
import { driveAlong, identityFrame, moved, multiply, ORIGIN, samplePath, unused } from '@ligamen/core'
import type { Frame, Problem, Quantity } from '@ligamen/core'
import { frameIn, pointIn } from '~/model/pose/shown-poses'
import type { NamedDatum } from '~/model/picking/named-datums'
import { useMechanismStore } from '../../model/document/mechanism'
import { usePickingStore } from '../../model/picking/picking'
import { useGesturesStore } from '../../view/gestures'
import { useOverlaysStore } from '../../view/overlays'
import { usePoseStore } from '../../model/pose/pose'
import { useRunStore } from '../../model/run/run'
import { useTimingStore } from '../chart/timing'
import { courseOf, onGrid, PATH_SHAPES, shapeOf, withNumber, withPoint } from './path-draft'
import type { PathShape, Point } from './path-draft'

export const PLANES = [
  { value: 'front', title: 'front (x, z)', normal: [0, 1, 0] },
  { value: 'top', title: 'top (x, y)', normal: [0, 0, 1] },
  { value: 'side', title: 'side (y, z)', normal: [1, 0, 0] },
  { value: 'facing', title: 'facing the viewer', normal: null },
] as const

/** Points that a path is drawn in. */
const SAMPLES = 200

const ZERO: Point = ['0 mm', '0 mm', '0 mm']

export const usePathMakerStore = defineStore('path-maker', () => {
  const mechanism = useMechanismStore()
  const picking = usePickingStore()
  const pose = usePoseStore()
  const run = useRunStore()
  const timing = useTimingStore()
  /** Whether a path is being made; the id of the path that is being changed; or null. */
  const open = ref<'new' | { path: string } | null>(null)
  const follower = shallowRef<NamedDatum | null>(null)
  const shape = ref<PathShape['value']>('line')
  const points = shallowRef<readonly Point[]>([ZERO])
  const closed = ref(false)
  const oriented = ref(false)
  const plane = ref<(typeof PLANES)[number]['value']>('front')
  /** Whether a click in the view sets a point. */
  const drawing = ref(false)
  const refusals = shallowRef<readonly Problem[]>([])

  const kindOf = computed(() => PATH_SHAPES.find(({ value }) => value === shape.value)!)
  const course = computed(() => courseOf(kindOf.value, points.value, closed.value))
  const sampled = computed(() => samplePath(course.value, SAMPLES))
  /** Where it starts in ground. */
  const start = computed<Frame | null>(() => {
    const { document } = mechanism
    const { shown } = pose
    if (!document || !shown) return null
    if (open.value !== null && open.value !== 'new') {
      const edited = open.value.path
      const path = document.paths?.find(({ id }) => id === edited)
      const place = run.report?.datums.find(({ datum }) => datum === path?.datum)
      return place ? multiply(frameIn(shown, place.body), place.frame) : null
    }
    const pick = follower.value
    if (!pick) return null
    const { frame } = pick
    const there = multiply(frameIn(shown, pick.pick.body), frame)
    return moved([there[ORIGIN]!, there[ORIGIN + 1]!, there[ORIGIN + 2]!])
  })
  /** The path in ground, three numbers a point; null when it is not one yet. */
  const preview = computed<Float32Array | null>(() => {
    const origin = start.value
    if (open.value === null || !origin || !sampled.value.ok) return null
    const { points: own } = sampled.value.value
    const inGround = new Float32Array(own.length)
    for (let k = 0; k < own.length; k += 3) {
      inGround.set(pointIn(origin, [own[k]!, own[k + 1]!, own[k + 2]!]), k)
    }
    return inGround
  })
  useOverlaysStore().lay({ path: () => preview.value })
  useGesturesStore().handle({
    drawing: () => {
      if (!drawing.value || !start.value) return null
      const { normal } = PLANES.find(({ value }) => value === plane.value)!
      const [x, y, z] = start.value.subarray(ORIGIN, ORIGIN + 3) as unknown as [number, number, number]
      return { through: [x, y, z], normal, draw }
    },
  })

  /** Why it is no path yet, in words that say what to do. */
  const hint = computed(() => {
    if (open.value === 'new' && !follower.value) return 'Pick what follows the path.'
    return sampled.value.ok ? '' : sampled.value.problems[0]!.message
  })
  const length = computed(() => (sampled.value.ok ? sampled.value.value.length : null))

  function begin() {
    open.value = 'new'
    follower.value = null
    points.value = [ZERO]
    closed.value = false
    oriented.value = false
    shape.value = 'line'
    refusals.value = []
    pick()
  }

  function change(id: string) {
    const path = mechanism.document?.paths?.find((one) => one.id === id)
    if (!path) return
    open.value = { path: id }
    follower.value = null
    points.value = path.points.map((point) => [...point] as Point)
    closed.value = path.closed === true
    shape.value = shapeOf(path).value
    refusals.value = []
  }

  function pick() {
    picking.want('What follows the path', (found) => {
      follower.value = found
      picking.stop()
    })
  }

  function end() {
    open.value = null
    drawing.value = false
    picking.stop()
  }

  const setPoint = (k: number, axis: number, value: Quantity) => {
    points.value = withNumber(points.value, k, axis, value)
  }
  const add = (point: Point) => {
    points.value = withPoint(kindOf.value, points.value, point)
  }
  /** A point that was drawn, in ground. */
  function draw(place: readonly [number, number, number]) {
    if (start.value) add(onGrid(start.value, place))
  }

  async function make() {
    const origin = start.value
    const { document, scenario } = mechanism
    if (!document || !scenario || hint.value !== '') return
    if (open.value !== 'new') {
      const edited = open.value!.path
      refusals.value = await mechanism.edit('Change the path', (draft) => {
        const path = draft.paths?.find(({ id }) => id === edited)
        if (!path) return
        delete path.closed
        Object.assign(path, course.value)
      })
      if (refusals.value.length === 0) end()
      return
    }
    const ground = document.bodies.find(({ grounded }) => grounded)!
    const frame = pose.shown ? frameIn(pose.shown, ground.id) : identityFrame()
    const taken = new Set(document.paths?.map((path) => path.name))
    const name = unused(taken, `Path of ${mechanism.nameOf(follower.value!.pick.body)}`)
    let driver = ''
    refusals.value = await mechanism.edit(`Drive along ${name}`, (draft) => {
      const made = driveAlong(draft, scenario.id, {
        name,
        follower: follower.value!.pick,
        course: course.value,
        oriented: oriented.value,
        start: origin!,
        still: { body: ground.id, frame },
      })
      if (made.ok) driver = made.value
    })
    if (refusals.value.length > 0) return
    end()
    timing.open = driver
  }

  return {
    open,
    follower,
    shape,
    points,
    closed,
    oriented,
    plane,
    drawing,
    refusals,
    kindOf,
    start,
    hint,
    length,
    begin,
    change,
    pick,
    end,
    setPoint,
    add,
    remove: (k: number) => (points.value = points.value.filter((_, i) => i !== k)),
    make,
  }
})
