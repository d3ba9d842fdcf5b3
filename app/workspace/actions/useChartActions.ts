/** What is done with the moves and cues that are chosen in the timing chart. */
import { useTimingStore } from '~/timing/timing'
import { useEntryEdits } from '~/timing/useEntryEdits'
import { usePlaybackStore } from '~/model/pose/playback'
import { action } from './action'
import type { Action } from './action'

export function useChartActions() {
  const timing = useTimingStore()
  const playback = usePlaybackStore()
  const entries = useEntryEdits()
  return computed<readonly Action[]>(() => [
    action('copy', 'Copy the chosen moves and cues', 'Ctrl+C', () => entries.copy(timing.allChosen)),
    action(
      'paste',
      'Put the copied moves and cues at the playhead',
      'Ctrl+V',
      () => entries.paste(playback.shown),
      timing.copied.length > 0,
    ),
    action('remove', 'Delete the chosen moves and cues', 'Delete', () =>
      entries.takeAway('what is chosen', timing.allChosen),
    ),
  ])
}
