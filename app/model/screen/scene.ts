/**
 * How bodies are shown at the playhead: what the person at the screen has hidden, and what the cues of the scenario show,
 * hide and fade up to then.
 */
import { cueTimes } from '@ligamen/core'
import { opacitiesAt } from '~/model/screen/fading'
import type { ShowingCue } from '~/model/screen/fading'
import { useMechanismStore } from '../document/mechanism'
import { usePlaybackStore } from '../pose/playback'
import { usePoseStore } from '../pose/pose'
import { usePlanStore } from '../run/plan'
import { useVisibilityStore } from './visibility'

/** Opacity of what somebody sees through. */
const FAINT = 0.22

export const useSceneStore = defineStore('scene', () => {
  const mechanism = useMechanismStore()
  const playback = usePlaybackStore()
  const pose = usePoseStore()
  const plan = usePlanStore()
  const visibility = useVisibilityStore()

  /** Cues of what is seen, in the order in which they come. */
  const cues = computed<readonly ShowingCue[]>(() =>
    (mechanism.scenario?.cues ?? [])
      .flatMap((cue) => {
        const item = plan.itemOf(cue.id)
        if (!('bodies' in cue) || !item || !(item.start >= 0)) return []
        const opacity = cue.kind === 'show' ? 1 : cue.kind === 'hide' ? 0 : (cue.opacity ?? 0)
        const lasts = item.end - item.start
        return cueTimes(cue, item.start, plan.length).map((start) => ({
          bodies: cue.bodies,
          opacity,
          start,
          end: start + lasts,
        }))
      })
      .sort((a, b) => a.start - b.start),
  )
  /** The same map as before while nothing changes in it: it is asked for at every frame. */
  const faded = computed<ReadonlyMap<string, number>>((before) => {
    const now = pose.source === 'take' ? opacitiesAt(cues.value, playback.shown) : NOTHING
    const isSame =
      before?.size === now.size && [...now].every(([body, opacity]) => before.get(body) === opacity)
    return isSame ? before : now
  })

  /** Opacities of the bodies that are not fully shown, 0 to 1. */
  const showing = computed<ReadonlyMap<string, number>>(() => {
    const shown = new Map(faded.value)
    // what somebody has put away stays away
    for (const [body, how] of visibility.showing) shown.set(body, how === 'hidden' ? 0 : FAINT)
    return shown
  })
  return { showing }
})

const NOTHING: ReadonlyMap<string, number> = new Map()
