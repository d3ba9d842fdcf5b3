/**
 * How bodies are shown at the playhead: what the person at the screen has hidden, and what the cues of the scenario show,
 * hide and fade up to then.
 */
import { useMechanismStore } from './mechanism'
import { usePlaybackStore } from './playback'
import { usePoseStore } from './pose'
import { useTimingStore } from './timing'
import { useVisibilityStore } from './visibility'

type Showing = 'shown' | 'faint' | 'hidden'

export const useSceneStore = defineStore('scene', () => {
  const mechanism = useMechanismStore()
  const playback = usePlaybackStore()
  const pose = usePoseStore()
  const timing = useTimingStore()
  const visibility = useVisibilityStore()

  /** Cues of what is seen, in the order in which they come. */
  const seen = computed(() =>
    (mechanism.scenario?.cues ?? [])
      .flatMap((cue) => {
        const item = timing.itemOf(cue.id)
        return 'bodies' in cue && item && item.start >= 0 ? [{ cue, start: item.start }] : []
      })
      .sort((a, b) => a.start - b.start),
  )
  /** How many of them have come at the playhead: this alone changes while it plays. */
  const come = computed(() =>
    pose.source === 'take' ? seen.value.filter(({ start }) => start <= playback.shown + 1e-9).length : 0,
  )

  const showing = computed<ReadonlyMap<string, Showing>>(() => {
    const shown = new Map<string, Showing>()
    for (const { cue } of seen.value.slice(0, come.value))
      for (const body of cue.bodies) {
        const opacity = cue.kind === 'show' ? 1 : cue.kind === 'hide' ? 0 : (cue.opacity ?? 0)
        shown.set(body, opacity >= 1 ? 'shown' : opacity > 0 ? 'faint' : 'hidden')
      }
    // what somebody has put away stays away
    for (const [body, how] of visibility.showing) shown.set(body, how)
    return shown
  })
  return { showing }
})
