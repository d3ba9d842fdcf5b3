/** Joins the pointer on the model (see model-pointer.ts) to the open document, picking and selection. */
import { frameOfPose, rigidSets, writePoses } from '@ligamen/core'
import { candidateAt } from '~/view/pointer/candidates'
import type { Hit, Viewport } from '~/view/three/viewport'
import { floatingWith } from '~/view/pointer/tied'
import { useJointControl } from '~/model/pose/useJointControl'
import { useMechanismStore } from '~/model/document/mechanism'
import { useGesturesStore } from '~/view/pointer/gestures'
import { useOverlaysStore } from '~/view/overlays'
import { usePickingStore } from '~/model/picking/picking'
import { usePoseStore } from '~/model/pose/pose'
import { useRunStore } from '~/model/run/run'
import { useSelectionStore } from '~/model/screen/selection'
import { ModelPointer } from './model-pointer'
import { useTravelDial } from './useTravelDial'

export function useModelPointer(view: Ref<Viewport | null>) {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const picking = usePickingStore()
  const pose = usePoseStore()
  const selection = useSelectionStore()
  const overlays = useOverlaysStore()
  const gestures = useGesturesStore()
  const { startHere } = useJointControl()
  const dial = useTravelDial(view)

  /** Bodies that stay in place whatever happens. */
  const fixed = computed(
    () => new Set((mechanism.document?.bodies ?? []).filter(({ grounded }) => grounded).map(({ id }) => id)),
  )

  function offer(x: number, y: number) {
    if (!view.value || !mechanism.document) return
    const found = candidateAt(view.value, mechanism.document, x, y)
    picking.offered = found.ok ? found.value : null
    picking.refusal = found.ok ? '' : (found.problems[0]?.message ?? '')
  }

  async function letGo(body: string, moved: boolean) {
    const name = mechanism.nameOf(body)
    const standing = mechanism.ask('letGo', undefined)
    if (!moved) return
    run.stand(await standing)
    await keepFloating(body, name)
  }

  /** Bodies that nothing ties to ground stay where they were dragged: their poses belong to the document. */
  async function keepFloating(body: string, name: string) {
    const { report, standing } = run
    const rigid = mechanism.document ? rigidSets(mechanism.document) : []
    const loose = report && floatingWith(report, fixed.value, body, rigid)
    if (!standing || !loose) return
    const frames = new Map(
      report.bodies.flatMap((id, k) =>
        loose.has(id) ? [[id, frameOfPose(standing.poses, k)] as const] : [],
      ),
    )
    await mechanism.edit(`Move ${name}`, (draft) => writePoses(draft, frames), { home: true })
  }

  function click(hit: Hit, several: boolean) {
    const isAgain = hit?.kind === 'joint' && !several && selection.is('joint', hit.id)
    if (isAgain && gestures.jointAgain(hit.id)) return
    if (hit && several) selection.toggle(hit.kind, hit.id)
    else if (hit) selection.select(hit.kind, hit.id)
    else if (!several) selection.clear()
  }

  const pointer = new ModelPointer({
    view: () => view.value,
    isPicking: () => picking.wanted !== null,
    offer,
    take: () => picking.offered && picking.give(picking.offered),
    drawing: () => gestures.drawing,
    grips: () => overlays.grips,
    drawn: () => overlays.drawn,
    canMove: (body) => !fixed.value.has(body) && mechanism.problems.length === 0,
    grab(body, point, alone) {
      if (pose.preview) pose.endPreview()
      void startHere()
      mechanism.grab(body, point, alone)
    },
    drag(target) {
      pose.byHand = true
      mechanism.drag(target)
    },
    letGo,
    pullKnob: dial.pull,
    letGoOfKnob: dial.letGo,
    click,
  })

  return {
    press: (event: PointerEvent) => pointer.press(event),
    move: (event: PointerEvent) => pointer.move(event),
    release: (event: PointerEvent) => pointer.release(event),
    leave: () => (picking.offered = null),
  }
}
