/** What is done in every stage: undo, going to a stage, playing, panels, home. */
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { useJointControl } from '~/model/pose/useJointControl'
import { useRunStore } from '~/model/run/run'
import { usePanelsStore } from '~/model/screen/panels'
import { useStageStore } from '~/model/screen/stage'
import { action } from './action'
import type { Action } from './action'

/** @param fit fits the model into the view */
export function useWorkspaceActions(fit: () => void) {
  const mechanism = useMechanismStore()
  const stage = useStageStore()
  const panels = usePanelsStore()
  const playback = usePlaybackStore()
  const run = useRunStore()
  const { home } = useJointControl()
  const step = (word: string, edit: { readonly name: string } | null) =>
    edit ? `${word}: ${edit.name}` : word

  function toggleDesk() {
    stage.go('drive')
    panels.desk = !panels.desk
  }

  return computed<readonly Action[]>(() => {
    const { undoable, redoable } = mechanism
    const isFull = (mechanism.document?.bodies.length ?? 0) > 0
    const isSolved = run.take !== null
    return [
      action('palette', 'Show all actions', 'Ctrl+K', () => (panels.palette = !panels.palette)),
      action('undo', step('Undo', undoable), 'Ctrl+Z', mechanism.undo, !!undoable),
      action('redo', step('Redo', redoable), 'Ctrl+Shift+Z', mechanism.redo, !!redoable),
      action('build', 'Go to Build', '1', () => stage.go('build')),
      action('connect', 'Go to Connect', '2', () => stage.go('connect')),
      action('drive', 'Go to Drive', '3', () => stage.go('drive')),
      action('play', playback.playing ? 'Pause' : 'Play', 'Space', playback.toggle, isSolved),
      action('mark-start', 'Play from here', '[', () => playback.mark('start'), isSolved),
      action('mark-end', 'Play up to here', ']', () => playback.mark('end'), isSolved),
      action('desk', `${panels.desk ? 'Close' : 'Open'} the control desk`, 'D', toggleDesk, isFull),
      action(
        'mobility',
        panels.mobility ? 'Close the mobility panel' : 'Show what is free and what is held',
        'M',
        () => (panels.mobility = !panels.mobility),
      ),
      action('home', 'Back to the home pose', 'Home', home, run.report !== null),
      action('fit', 'Fit the model into the view', 'F', fit),
    ]
  })
}
