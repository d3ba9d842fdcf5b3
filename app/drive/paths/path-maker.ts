/**
 * A path about to be made, or changed: what follows it, its kind and its points, which are typed or drawn on a plane in the
 * view. It shows in the view as it will be.
 */
import { ORIGIN, samplePath } from '@ligamen/core'
import type { Frame, Problem } from '@ligamen/core'
import type { NamedDatum } from '~/model/picking/named-datums'
import { useMechanismStore } from '../../model/document/mechanism'
import { usePickingStore } from '../../model/picking/picking'
import { useGesturesStore } from '../../view/pointer/gestures'
import type { Drawing } from '../../view/pointer/gestures'
import { useOverlaysStore } from '../../view/overlays'
import { usePoseStore } from '../../model/pose/pose'
import { useRunStore } from '../../model/run/run'
import { useTimingStore } from '~/timing/timing'
import { courseOf, onGrid, PATH_SHAPES, planeOf, shapeOf, withNumber, withPoint } from './path-draft'
import type { Course, PathPlane, PathShape, Point } from './path-draft'
import { changePath, driveAlongNew, nameForPath } from './path-edits'
import { inGround, startOfFollower, startOfPath } from './path-places'

/** Points that a path is drawn in. */
const SAMPLES = 200

/** What is typed and chosen, before it is anything. */
const blank = () => ({
  /** Whether a path is being made; the id of the path that is being changed; or null. */
  open: null as 'new' | { readonly path: string } | null,
  follower: null as NamedDatum | null,
  shape: 'line' as PathShape['value'],
  points: [['0 mm', '0 mm', '0 mm']] as readonly Point[],
  closed: false,
  oriented: false,
  plane: 'front' as PathPlane,
  /** Whether a click in the view sets a point. */
  drawing: false,
  refusals: [] as readonly Problem[],
})

export const usePathMakerStore = defineStore('path-maker', () => {
  const mechanism = useMechanismStore()
  const picking = usePickingStore()
  const given = shallowReactive(blank())
  const kindOf = computed(() => PATH_SHAPES.find(({ value }) => value === given.shape)!)
  const { course, start, sampled } = useCourse(given, kindOf)

  useGesturesStore().handle({
    drawing: (): Drawing | null => {
      if (!given.drawing || !start.value) return null
      const [x, y, z] = start.value.subarray(ORIGIN, ORIGIN + 3) as unknown as [number, number, number]
      return { through: [x, y, z], normal: planeOf(given.plane).normal, draw }
    },
  })

  function begin() {
    Object.assign(given, blank(), { open: 'new', plane: given.plane })
    pick()
  }

  function change(id: string) {
    const path = mechanism.document?.paths?.find((one) => one.id === id)
    if (!path) return
    const points = path.points.map((point) => [...point] as Point)
    const { value: shape } = shapeOf(path)
    Object.assign(given, blank(), { open: { path: id }, plane: given.plane, shape, points })
    given.closed = path.closed === true
  }

  function pick() {
    picking.want('What follows the path', (found) => {
      given.follower = found
      picking.stop()
    })
  }

  function end() {
    given.open = null
    given.drawing = false
    picking.stop()
  }

  function add(point: Point) {
    given.points = withPoint(kindOf.value, given.points, point)
  }
  /** A point that was drawn, in ground. */
  function draw(place: readonly [number, number, number]) {
    if (start.value) add(onGrid(start.value, place))
  }

  /** Why it is no path yet, in words that say what to do. */
  const hint = computed(() => {
    if (given.open === 'new' && !given.follower) return 'Pick what follows the path.'
    return sampled.value.ok ? '' : sampled.value.problems[0]!.message
  })
  const make = useMaking(given, course, start)

  return {
    ...toRefs(given),
    kindOf,
    start,
    hint,
    length: computed(() => (sampled.value.ok ? sampled.value.value.length : null)),
    begin,
    change,
    pick,
    end,
    setPoint: (k: number, axis: number, value: Point[number]) => {
      given.points = withNumber(given.points, k, axis, value)
    },
    add,
    remove: (k: number) => {
      given.points = given.points.filter((_, i) => i !== k)
    },
    make: async () => {
      if (hint.value === '' && (await make())) end()
    },
  }
})

type Given = ReturnType<typeof blank>

/** The course that was given, where it starts in ground, and how it runs; laid over the model while it is given. */
function useCourse(given: Given, kindOf: Ref<PathShape>) {
  const mechanism = useMechanismStore()
  const pose = usePoseStore()
  const run = useRunStore()
  const course = computed(() => courseOf(kindOf.value, given.points, given.closed))
  const sampled = computed(() => samplePath(course.value, SAMPLES))
  const start = computed<Frame | null>(() => {
    const { document } = mechanism
    const { shown } = pose
    const { open, follower } = given
    if (!document || !shown) return null
    if (open !== null && open !== 'new')
      return run.report && startOfPath(document, run.report, shown, open.path)
    return follower && startOfFollower(shown, follower)
  })
  useOverlaysStore().lay({
    path: () =>
      given.open !== null && start.value && sampled.value.ok
        ? inGround(start.value, sampled.value.value.points)
        : null,
  })
  return { course, start, sampled }
}

/** Makes or changes the path; true when that was accepted. A new driver is opened. */
function useMaking(given: Given, course: Ref<Course>, start: Ref<Frame | null>) {
  const mechanism = useMechanismStore()
  const pose = usePoseStore()
  const timing = useTimingStore()
  return async (): Promise<boolean> => {
    const { open, follower, oriented } = given
    const { document, scenario } = mechanism
    if (!document || !scenario || open === null) return false
    if (open !== 'new') {
      given.refusals = await mechanism.edit('Change the path', (draft) =>
        changePath(draft, open.path, course.value),
      )
      return given.refusals.length === 0
    }
    if (!follower || !start.value) return false
    const name = nameForPath(document, mechanism.nameOf(follower.pick.body))
    const wanted = { name, follower, course: course.value, oriented, start: start.value }
    let driver: string | null = null
    given.refusals = await mechanism.edit(`Drive along ${name}`, (draft) => {
      driver = driveAlongNew(draft, scenario.id, wanted, pose.shown)
    })
    if (given.refusals.length > 0) return false
    timing.open = driver
    return true
  }
}
