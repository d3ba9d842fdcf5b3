/** What is done with the moves and cues that are chosen in the timing chart. */
import { useTimingStore } from '~/drive/chart/timing'
import { useScenarioEdits } from '~/drive/scenario/useScenarioEdits'
import { usePlaybackStore } from '~/model/pose/playback'
import { action } from './action'
import type { Action } from './action'

export function useChartActions() {
  const timing = useTimingStore()
  const playback = usePlaybackStore()
  const edits = useScenarioEdits()
  return computed<readonly Action[]>(() => [
    action('copy', 'Copy the chosen moves and cues', 'Ctrl+C', () => edits.copy(timing.allChosen)),
    action(
      'paste',
      'Put the copied moves and cues at the playhead',
      'Ctrl+V',
      () => edits.paste(playback.shown),
      timing.copied.length > 0,
    ),
    action('remove', 'Take the chosen moves and cues away', 'Delete', () =>
      edits.takeAway('what is chosen', timing.allChosen),
    ),
  ])
}
