/** What is open in the workspace, and what is in its middle. */
import { useMechanismStore } from '~/model/document/mechanism'
import { useStageStore } from '~/model/screen/stage'
import { useLayoutStore } from '../layout'
import { action } from './action'
import type { Action } from './action'

export function usePaneActions() {
  const mechanism = useMechanismStore()
  const stage = useStageStore()
  const layout = useLayoutStore()

  function showChart() {
    // of a stage that plays, its own
    if (!stage.plays) stage.go('drive')
    layout.show('chart')
  }

  return computed<readonly Action[]>(() => {
    const { open } = layout.kept
    const word = (isOpen: boolean) => (isOpen ? 'Close' : 'Open')
    const hasChart = mechanism.scenario !== null
    return [
      action('left-panel', `${word(open.left)} the left panel`, 'S L', () => layout.toggle('left')),
      action('inspector', `${word(open.right)} the inspector`, 'S I', () => layout.toggle('right')),
      action('dock', `${word(open.bottom)} the dock`, 'S D', () => layout.toggle('bottom')),
      action('map', 'Link map in the middle, or the model again', 'S G', () => layout.show('map')),
      action(
        'chart',
        'Timing chart, or the charts, in the middle, or the model again',
        'S C',
        showChart,
        hasChart,
      ),
      action('usual-panes', 'Panes as they were at first', undefined, layout.reset),
    ]
  })
}
