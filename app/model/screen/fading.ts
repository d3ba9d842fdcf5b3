/** How much of each body is seen at a time: cues show, hide and fade it, one after the other. */

export interface ShowingCue {
  readonly bodies: readonly string[]
  /** What it ends at, 0 (unseen) to 1. */
  readonly opacity: number
  /** [s]; both are the same for what happens at once. */
  readonly start: number
  readonly end: number
}

/** A fade is drawn in steps of this, so that the view is drawn anew only for what can be seen. */
const STEP = 1 / 12

/**
 * Opacities of the bodies that a cue has touched up to a time.
 * @param cues in the order in which they start
 */
export function opacitiesAt(cues: readonly ShowingCue[], time: number): ReadonlyMap<string, number> {
  const opacities = new Map<string, number>()
  for (const { bodies, opacity, start, end } of cues) {
    if (start > time + 1e-9) break
    const share = end > start ? Math.min(1, (time - start) / (end - start)) : 1
    for (const body of bodies) {
      const before = opacities.get(body) ?? 1
      opacities.set(body, before + share * (opacity - before))
    }
  }
  for (const [body, opacity] of opacities) opacities.set(body, Math.round(opacity / STEP) * STEP)
  return opacities
}
