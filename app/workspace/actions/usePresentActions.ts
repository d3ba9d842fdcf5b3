/** How a scenario is shown, from the palette and by keys. */
import type { Camera } from '@ligamen/core'
import { usePanelsStore } from '~/model/screen/panels'
import type { PresentTab } from '~/model/screen/panels'
import { useMechanismStore } from '~/model/document/mechanism'
import { useStageStore } from '~/model/screen/stage'
import { useSequenceStore } from '~/present/sequence'
import { useShotEdits } from '~/present/shots/useShotEdits'
import { action } from './action'
import type { Action } from './action'

/** @param lookingFrom from where the person at the screen looks */
export function usePresentActions(lookingFrom: () => Camera | null) {
  const mechanism = useMechanismStore()
  const panels = usePanelsStore()
  const stage = useStageStore()
  const sequence = useSequenceStore()
  const { add } = useShotEdits()
  const show = (tab: PresentTab) => () => {
    panels.present = tab
    stage.go('present')
  }
  function shoot() {
    show('shots')()
    const camera = lookingFrom()
    if (camera) void add(camera)
  }
  return computed<readonly Action[]>(() => [
    action('present', 'Go to Present', '5', () => stage.go('present')),
    action('shots', 'Show the shots', 'F S', show('shots')),
    action('seen', 'Show what is seen over time', 'F W', show('seen')),
    action('films', 'Show the films', 'F M', show('films')),
    action('hand-over', 'Show what can be handed over', 'F H', show('hand-over')),
    action('new-shot', 'New shot of this view', 'F N', shoot, mechanism.scenario !== null),
    action(
      'through-shots',
      sequence.through ? 'Leave the shots for my own view' : 'Look through the shots',
      'F T',
      () => (sequence.through = !sequence.through),
      sequence.all.length > 0,
    ),
  ])
}
