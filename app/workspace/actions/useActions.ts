/** Everything that can be done by a key or from the command palette, by name. */
import type { Camera } from '@ligamen/core'
import { useTimingStore } from '~/timing/timing'
import { usePathMakerStore } from '~/drive/paths/path-maker'
import { usePartMakerStore } from '~/build/parts/part-maker'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePickingStore } from '~/model/picking/picking'
import { usePanelsStore } from '~/model/screen/panels'
import { useSelectionStore } from '~/model/screen/selection'
import { useStageStore } from '~/model/screen/stage'
import { useViewportStore } from '~/view/view-options'
import { action } from './action'
import type { Action, Bounds } from './action'
import { useKeyChoicesStore, withChoices } from './key-choices'
import { useChartActions } from './useChartActions'
import { useBuildActions } from './useBuildActions'
import { useConnectActions } from './useConnectActions'
import { useJointActions } from './useJointActions'
import { usePresentActions } from './usePresentActions'
import { useProofActions } from './useProofActions'
import { usePaneActions } from './usePaneActions'
import { useSelectionActions } from './useSelectionActions'
import { useWorkspaceActions } from './useWorkspaceActions'

/**
 * @param others what can be done with the view and with the page, which own it
 * @param lookingFrom from where the person at the screen looks
 */
export function useActions(
  bounds: Bounds,
  others: () => readonly Action[],
  lookingFrom: () => Camera | null = () => null,
) {
  const mechanism = useMechanismStore()
  const stage = useStageStore()
  const timing = useTimingStore()
  const choices = useKeyChoicesStore()
  const escape = useEscape()
  const general = useWorkspaceActions()
  const panes = usePaneActions()
  const build = useBuildActions(bounds)
  const connect = useConnectActions()
  const joints = useJointActions()
  const chart = useChartActions()
  const proof = useProofActions()
  const present = usePresentActions(lookingFrom)
  const { copying, showing } = useSelectionActions(bounds)

  return computed<readonly Action[]>(() => {
    // what is chosen in the timing chart comes before what is selected in the model
    const hasLanes = stage.stage === 'drive' || stage.stage === 'present'
    const isInChart = hasLanes && mechanism.scenario !== null && timing.allChosen.length > 0
    return withChoices(
      [
        ...general.value,
        ...panes.value,
        ...(isInChart ? chart : copying).value,
        ...showing.value,
        ...others(),
        action('escape', 'Let go', 'Escape', escape),
        ...joints.value,
        ...connect.value,
        ...build.value,
        ...proof.value,
        ...present.value,
      ],
      choices.chosen,
    )
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
    else if (panels.keys) panels.keys = false
    else if (picking.wanted) picking.stop()
    else if (makers.path.drawing) makers.path.drawing = false
    else if (makers.path.open) makers.path.end()
    else if (makers.part.part) makers.part.cancel()
    else if (viewport.handles) viewport.handles = null
    else if (timing.allChosen.length > 0) timing.chosen = null
    else selection.clear()
  }
}
