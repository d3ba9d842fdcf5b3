/** What is measured and checked, from the palette and by keys. */
import { useMechanismStore } from '~/model/document/mechanism'
import { usePanelsStore } from '~/model/screen/panels'
import type { ProofTab } from '~/model/screen/panels'
import { useStageStore } from '~/model/screen/stage'
import { useBoardStore } from '~/prove/charts/board'
import { useMeasure } from '~/prove/probes/useMeasure'
import { action } from './action'
import type { Action } from './action'

export function useProofActions() {
  const mechanism = useMechanismStore()
  const panels = usePanelsStore()
  const stage = useStageStore()
  const board = useBoardStore()
  const { measureSelected } = useMeasure()
  const show = (tab: ProofTab) => () => {
    panels.proof = tab
    stage.go('prove')
  }
  return computed<readonly Action[]>(() => [
    action(
      'measure-selected',
      'Measure what is selected',
      'P M',
      measureSelected,
      mechanism.document !== null,
    ),
    action('checks', 'Show the checks', 'P C', show('checks')),
    action('probes', 'Show the probes', 'P P', show('probes')),
    action('clearance', 'Show the clearances', 'P L', show('clearance')),
    action('space', 'Show swept volume and reach', 'P S', show('space')),
    action('facts', 'Show the facts', 'P F', show('facts')),
    action('report', 'Show the report', 'P R', show('report')),
    action('marker-a', 'Marker A at the playhead', undefined, () => board.mark('a')),
    action('marker-b', 'Marker B at the playhead', undefined, () => board.mark('b')),
  ])
}
