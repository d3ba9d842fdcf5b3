/**
 * Times that a drag on the chart snaps to: starts and ends of what is there, the playhead, the marks
 * of playing, and frames everywhere else.
 */
import { usePlaybackStore } from '~/model/pose/playback'
import { useMechanismStore } from '~/model/document/mechanism'
import { useTimingStore } from '~/timing/timing'

/** How near a pointer must come [px]. */
const NEAR = 7

export interface Snapped {
  readonly time: number
  /** What it snapped to: the end or start of an entry. */
  readonly tie: { readonly after: string } | { readonly with: string } | null
}

export function useSnapping() {
  const timing = useTimingStore()
  const playback = usePlaybackStore()
  const mechanism = useMechanismStore()

  /**
   * @param width of the tracks [px]
   * @param own keys of what is dragged, to which it does not snap
   */
  function snap(time: number, width: number, own: readonly string[]): Snapped {
    const reach = (NEAR / width) * (timing.stretch[1] - timing.stretch[0])
    let best: Snapped = { time: Number.NaN, tie: null }
    let least = reach
    const offer = (at: number, tie: Snapped['tie']) => {
      const gap = Math.abs(at - time)
      if (!(gap < least)) return
      least = gap
      best = { time: at, tie }
    }
    for (const { key, id, kind, start, end } of timing.items) {
      if (own.includes(key) || id === null) continue
      offer(end, { after: id })
      if (kind !== 'cue') offer(start, { with: id })
    }
    offer(playback.shown, null)
    for (const mark of playback.marks ?? []) offer(mark, null)
    if (!Number.isNaN(best.time)) return best
    const rate = mechanism.scenario?.frameRate ?? 60
    const frame = Math.round(time * rate) / rate
    return { time: Math.max(0, frame), tie: null }
  }
  return { snap }
}
