/** What is done in every stage: undo, going to a stage, playing, panels, home. */
import { unused } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { useJointControl } from '~/model/pose/useJointControl'
import { useRunStore } from '~/model/run/run'
import { usePanelsStore } from '~/model/screen/panels'
import { useStageStore } from '~/model/screen/stage'
import { usePathMakerStore } from '~/drive/paths/path-maker'
import { useScenarioEdits } from '~/timing/useScenarioEdits'
import { action } from './action'
import type { Action } from './action'

export function useWorkspaceActions() {
  const mechanism = useMechanismStore()
  const stage = useStageStore()
  const panels = usePanelsStore()
  const playback = usePlaybackStore()
  const run = useRunStore()
  const path = usePathMakerStore()
  const scenarios = useScenarioEdits()
  const { home } = useJointControl()
  const step = (word: string, edit: { readonly name: string } | null) =>
    edit ? `${word}: ${edit.name}` : word

  function makePath() {
    stage.go('drive')
    path.begin()
  }
  async function addScenario(copied = false) {
    const { scenario, document } = mechanism
    const taken = new Set((document?.scenarios ?? []).map(({ name }) => name))
    stage.go('drive')
    if (copied && scenario) await scenarios.add(unused(taken, `${scenario.name} copy`), scenario.id)
    else await scenarios.add(unused(taken, 'Scenario'))
  }

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
      action('prove', 'Go to Prove', '4', () => stage.go('prove')),
      action('play', playback.playing ? 'Pause' : 'Play', 'Space', playback.toggle, isSolved),
      action('mark-start', 'Start of the range here', '[', () => playback.mark('start'), isSolved),
      action('mark-end', 'End of the range here', ']', () => playback.mark('end'), isSolved),
      action('desk', `${panels.desk ? 'Close' : 'Open'} the control desk`, 'D C', toggleDesk, isFull),
      action(
        'mobility',
        panels.mobility ? 'Close the mobility panel' : 'Show what is free and what is held',
        'S M',
        () => (panels.mobility = !panels.mobility),
      ),
      action('home', 'Back to the home pose', 'Home', home, run.report !== null),
      action('to-start', 'To the start of the motion', undefined, () => playback.step(-Infinity), isSolved),
      action('step-back', 'One frame back', undefined, () => playback.step(-1), isSolved),
      action('step-on', 'One frame on', undefined, () => playback.step(1), isSolved),
      action('path', 'Drive a point along a new path', 'D P', makePath, isFull && !!mechanism.scenario),
      action('scenario', 'New scenario', 'D N', () => addScenario(), isFull),
      action('copy-scenario', 'Copy the scenario', undefined, () => addScenario(true), !!mechanism.scenario),
      action('keys', 'Keys: see and change them', undefined, () => (panels.keys = true)),
      action('projects', 'All projects', undefined, () => navigateTo('/')),
    ]
  })
}
