/** Everything that can be done by a key or from the command palette, by name. */
import { shapeKinds, shapeType } from '@ligamen/core'
import { useExchangeStore } from '~/build/files/exchange'
import { placeBeside } from '~/build/parts/free-place'
import { usePartMakerStore } from '~/build/parts/part-maker'
import { useJointMakerStore } from '~/connect/joints/joint-maker'
import { useTimingStore } from '~/drive/chart/timing'
import { usePathMakerStore } from '~/drive/paths/path-maker'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePickingStore } from '~/model/picking/picking'
import { usePanelsStore } from '~/model/screen/panels'
import { useSelectionStore } from '~/model/screen/selection'
import { useStageStore } from '~/model/screen/stage'
import { useViewportStore } from '~/view/view-options'
import { outFormats } from '~/workers/exchange/out/registry'
import { action } from './action'
import type { Action, Bounds } from './action'
import { useChartActions } from './useChartActions'
import { useSelectionActions } from './useSelectionActions'
import { useWorkspaceActions } from './useWorkspaceActions'

export function useActions(bounds: Bounds, fit: () => void) {
  const mechanism = useMechanismStore()
  const stage = useStageStore()
  const timing = useTimingStore()
  const exchange = useExchangeStore()
  const escape = useEscape()
  const makers = { part: usePartMakerStore(), joint: useJointMakerStore() }
  const general = useWorkspaceActions(fit)
  const chart = useChartActions()
  const { copying, showing } = useSelectionActions(bounds)

  const make = (kind: string) => {
    stage.go('build')
    makers.part.begin(kind, mechanism.document?.bodies.length ? placeBeside(bounds()) : [0, 0, 0])
  }
  function pickJoint() {
    stage.go('connect')
    makers.joint.pick('first')
  }
  function write(kind: string) {
    stage.go('build')
    exchange.write(kind)
  }

  return computed<readonly Action[]>(() => {
    const isFull = (mechanism.document?.bodies.length ?? 0) > 0
    // what is chosen in the timing chart comes before what is selected in the model
    const isInChart = stage.stage === 'drive' && mechanism.scenario !== null && timing.allChosen.length > 0
    return [
      ...general.value,
      ...(isInChart ? chart : copying).value,
      ...showing.value,
      action('joint', 'Pick a joint on the model', 'J', pickJoint, isFull),
      action('escape', 'Let go', 'Escape', escape),
      ...outFormats.map(({ kind, name }) =>
        action(
          `write-${kind}`,
          `Write ${kind === 'document' ? 'the mechanism' : name} to a file`,
          undefined,
          () => write(kind),
          isFull,
        ),
      ),
      ...shapeKinds
        .filter((kind) => kind !== 'imported')
        .map((kind) =>
          action(`part-${kind}`, `New ${shapeType(kind)!.noun.toLowerCase()}`, undefined, () => make(kind)),
        ),
    ]
  })
}

/** Lets go of one thing at a time, the innermost first. */
function useEscape(): () => void {
  const panels = usePanelsStore()
  const picking = usePickingStore()
  const viewport = useViewportStore()
  const timing = useTimingStore()
  const selection = useSelectionStore()
  const makers = { part: usePartMakerStore(), path: usePathMakerStore() }
  return function escape() {
    if (panels.palette) panels.palette = false
    else if (picking.wanted) picking.stop()
    else if (makers.path.drawing) makers.path.drawing = false
    else if (makers.path.open) makers.path.end()
    else if (makers.part.part) makers.part.cancel()
    else if (viewport.handles) viewport.handles = null
    else if (timing.allChosen.length > 0) timing.chosen = null
    else selection.clear()
  }
}
