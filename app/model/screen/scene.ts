/**
 * How bodies are shown at the playhead: what the person at the screen has hidden, and what the cues of the scenario make of
 * the picture up to then.
 */
import { seenAt, timedCues } from '@ligamen/core'
import type { Seen } from '@ligamen/core'
import { useMechanismStore } from '../document/mechanism'
import { usePlaybackStore } from '../pose/playback'
import { usePoseStore } from '../pose/pose'
import { usePlanStore } from '../run/plan'
import { useVisibilityStore } from './visibility'

/** Opacity of what somebody sees through. */
const FAINT = 0.22
/** A fade is drawn in steps of this, so that the view is drawn anew only for what can be seen. */
const STEP = 1 / 12

export const useSceneStore = defineStore('scene', () => {
  const mechanism = useMechanismStore()
  const playback = usePlaybackStore()
  const pose = usePoseStore()
  const plan = usePlanStore()
  const visibility = useVisibilityStore()

  const cues = computed(() => timedCues(mechanism.scenario?.cues ?? [], plan.itemOf, plan.length))
  /** What the cues make of the picture; nothing while the mechanism stands. */
  const seen = computed<Seen | null>(() =>
    pose.source === 'take' && cues.value.length > 0 ? seenAt(cues.value, playback.shown) : null,
  )
  /** The same map as before while nothing changes in it: it is asked for at every frame. */
  const faded = computed<ReadonlyMap<string, number>>((before) => {
    const now = new Map(
      [...(seen.value?.opacities ?? [])].map(([body, opacity]) => [body, Math.round(opacity / STEP) * STEP]),
    )
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
  return { cues, seen, showing }
})
