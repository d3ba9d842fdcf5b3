/**
 * The pointer on the model: a click selects or picks, hovering offers datums while a pick is wanted, and dragging a body that
 * can move moves it; dragging anything else turns the view. Alt with the first button always turns the view.
 */
import type { Viewport } from '~/view/three/viewport'
import { candidateAt } from '~/view/candidates'
import { frameOfPose, writePoses } from '@ligamen/core'
import { floatingWith } from '~/view/tied'
import { useJointControl } from '../model/pose/useJointControl'
import { useMechanismStore } from '~/model/document/mechanism'
import { useGesturesStore } from '~/view/gestures'
import { useOverlaysStore } from '~/view/overlays'
import { usePickingStore } from '~/model/picking/picking'
import { usePoseStore } from '~/model/pose/pose'
import { useRunStore } from '~/model/run/run'
import { useTravelDial } from './useTravelDial'
import type { Limit } from '~/view/three/travel-dial'
import { useSelectionStore } from '~/model/screen/selection'

/** A press that moves less than this is a click [px]. */
const CLICK = 4
/** How near a datum that is offered to be dragged is taken hold of [px]. */
const GRIP = 14

type Vector = readonly [number, number, number]

export function useModelPointer(view: Ref<Viewport | null>) {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const picking = usePickingStore()
  const pose = usePoseStore()
  const selection = useSelectionStore()
  const overlays = useOverlaysStore()
  const gestures = useGesturesStore()
  const { startHere } = useJointControl()
  let pressed: { x: number; y: number } | null = null
  /** What is held: its body, and the point in ground at which it was taken. */
  let held: { body: string; name: string; through: Vector } | null = null
  let dragging = false
  /** The knob of a limit that is pulled. */
  let knob: Limit | null = null
  const dial = useTravelDial(view)

  /** Bodies that stand still whatever happens. */
  const still = computed(
    () => new Set((mechanism.document?.bodies ?? []).filter(({ grounded }) => grounded).map(({ id }) => id)),
  )

  function press(event: PointerEvent) {
    pressed = { x: event.clientX, y: event.clientY }
    held = null
    dragging = false
    if (event.button !== 0 || event.altKey || picking.wanted || gestures.drawing || !view.value) return
    if (view.value.onHandle()) {
      pressed = null
      return
    }
    knob = view.value.dialKnob(event.offsetX, event.offsetY)
    if (knob) {
      pressed = null
      view.value.setOrbiting(false)
      ;(event.target as HTMLElement).setPointerCapture(event.pointerId)
      return
    }
    const grip = gripAt(event.offsetX, event.offsetY)
    if (grip) {
      take(grip.body, grip.point, view.value.toGround(grip.body, grip.point), event.shiftKey)
      return
    }
    const hit = view.value.hitAt(event.offsetX, event.offsetY)
    const glyph = view.value.pick(event.offsetX, event.offsetY)
    if (!hit || glyph?.kind === 'joint' || still.value.has(hit.body) || mechanism.problems.length > 0) return
    take(hit.body, hit.onBody, hit.world, event.shiftKey)
  }

  /** Takes hold of a point of a body, given on the body and in ground. */
  function take(body: string, point: Vector, through: Vector, alone: boolean) {
    held = { body, name: mechanism.nameOf(body), through }
    view.value!.setOrbiting(false)
    if (pose.preview) pose.endPreview()
    void startHere()
    mechanism.grab(body, point, alone)
  }

  /** The datum offered to be dragged under the pointer. */
  const gripAt = (x: number, y: number) =>
    overlays.grips.find(({ body, point }) => {
      const [left, top] = view.value!.onCanvas(view.value!.toGround(body, point))
      return Math.hypot(left - x, top - y) <= GRIP
    })

  function move(event: PointerEvent) {
    if (!view.value) return
    if (knob) dial.pull(knob, event.offsetX, event.offsetY)
    else if (held && pressed) {
      if (!dragging && Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) <= CLICK) return
      if (!dragging) {
        dragging = true
        ;(event.target as HTMLElement).setPointerCapture(event.pointerId)
      }
      pose.byHand = true
      const target = view.value.onPlane(event.offsetX, event.offsetY, held.through)
      if (target) mechanism.drag(target)
    } else if (picking.wanted && mechanism.document) offer(event)
  }

  function offer(event: PointerEvent) {
    const found = candidateAt(view.value!, mechanism.document!, event.offsetX, event.offsetY)
    picking.offered = found.ok ? found.value : null
    picking.refusal = found.ok ? '' : (found.problems[0]?.message ?? '')
  }

  async function release(event: PointerEvent) {
    const start = pressed
    const hold = held
    pressed = null
    held = null
    view.value?.setOrbiting(true)
    if (knob) {
      knob = null
      await dial.letGo()
      return
    }
    if (hold) {
      const standing = mechanism.ask('letGo', undefined)
      if (dragging) {
        dragging = false
        run.standing = await standing
        await keepFloating(hold.body, hold.name)
        return
      }
    }
    if (!start || event.button !== 0 || !view.value) return
    if (Math.hypot(event.clientX - start.x, event.clientY - start.y) > CLICK) return
    if (picking.wanted) {
      offer(event)
      if (picking.offered) picking.give(picking.offered)
      return
    }
    const { drawing } = gestures
    if (drawing) {
      const place = view.value.onPlane(event.offsetX, event.offsetY, drawing.through, drawing.normal)
      if (place) drawing.draw(place)
      return
    }
    const hit = view.value.pick(event.offsetX, event.offsetY)
    const several = event.ctrlKey || event.metaKey || event.shiftKey
    if (hit?.kind === 'joint' && !several && selection.is('joint', hit.id) && gestures.jointAgain(hit.id))
      return
    if (hit && several) selection.toggle(hit.kind, hit.id)
    else if (hit) selection.select(hit.kind, hit.id)
    else if (!several) selection.clear()
  }

  /** Bodies that nothing ties to ground stay where they were dragged: their poses belong to the document. */
  async function keepFloating(body: string, name: string) {
    const { report, standing } = run
    const loose = report && floatingWith(report, still.value, body)
    if (!standing || !loose) return
    const frames = new Map(
      report.bodies.flatMap((id, k) =>
        loose.has(id) ? [[id, frameOfPose(standing.poses, k)] as const] : [],
      ),
    )
    await mechanism.edit(`Move ${name}`, (draft) => writePoses(draft, frames), { home: true })
  }

  return { press, move, release, leave: () => (picking.offered = null) }
}
