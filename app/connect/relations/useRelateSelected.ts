/** Takes the positions of the joints that are selected into the form of a relation. */
import { useRelationMakerStore } from './relation-maker'
import { useRunStore } from '~/model/run/run'
import { usePanelsStore } from '~/model/screen/panels'
import { useSelectionStore } from '~/model/screen/selection'
import { useStageStore } from '~/model/screen/stage'

export function useRelateSelected() {
  const run = useRunStore()
  const panels = usePanelsStore()
  const selection = useSelectionStore()
  const stage = useStageStore()
  const maker = useRelationMakerStore()

  return function relate() {
    const channels = run.report?.channels ?? []
    const keys = selection.all.flatMap(({ kind, id }) =>
      kind === 'joint' ? (channels.find(({ coordinate }) => coordinate?.joint === id)?.key ?? []) : [],
    )
    stage.go('connect')
    panels.connect = 'relation'
    maker.begin(keys)
  }
}
