/**
 * As few keys as keep a motion: where a body is at the frames between two keys is what lies on the straight way (places) or the
 * shortest turn (orientations) from one to the other, within a tolerance. Each key is as far from the one before as can be.
 */
import { POSE } from '../mechanism/body-poses'

/** Poses of all bodies, frame after frame, seven numbers each. */
export interface PoseFrames {
  readonly poses: Float64Array
  readonly bodies: number
  readonly frames: number
}

/** Frames of the keys for the places of a body. @param tolerance [m] */
export function placeKeys({ poses, bodies, frames }: PoseFrames, body: number, tolerance: number): number[] {
  const at = (frame: number) => POSE * (frame * bodies + body)
  const isOn = (from: number, to: number, frame: number) => {
    const share = to > from ? (frame - from) / (to - from) : 0
    let off = 0
    for (let k = 0; k < 3; k++) {
      const start = poses[at(from) + k]
      off += (start + share * (poses[at(to) + k] - start) - poses[at(frame) + k]) ** 2
    }
    return off <= tolerance * tolerance
  }
  return keysFor(frames, isOn)
}

/** Frames of the keys for the orientations of a body. @param tolerance [rad] */
export function turnKeys({ poses, bodies, frames }: PoseFrames, body: number, tolerance: number): number[] {
  const at = (frame: number) => POSE * (frame * bodies + body) + 3
  const dotOf = (a: number, b: number) => {
    let dot = 0
    for (let k = 0; k < 4; k++) dot += poses[a + k] * poses[b + k]
    return dot
  }
  const isOn = (from: number, to: number, frame: number) => {
    const [a, b, c] = [at(from), at(to), at(frame)]
    const dot = dotOf(a, b)
    const angle = Math.acos(Math.min(1, Math.abs(dot)))
    // half of the turn: farther apart, the shortest way may be another one
    if (angle > QUARTER) return false
    const share = to > from ? (frame - from) / (to - from) : 0
    const sine = Math.sin(angle)
    const [first, second] =
      sine < SMALL
        ? [1 - share, share]
        : [Math.sin((1 - share) * angle) / sine, Math.sin(share * angle) / sine]
    const sign = dot < 0 ? -second : second
    // distance of two unit quaternions: half the angle between them, the nearer one of both signs
    const alike = first * dotOf(a, c) + sign * dotOf(b, c)
    let off = 0
    for (let k = 0; k < 4; k++)
      off += (first * poses[a + k] + sign * poses[b + k] - (alike < 0 ? -1 : 1) * poses[c + k]) ** 2
    return 2 * Math.sqrt(off) <= tolerance
  }
  return keysFor(frames, isOn)
}

const QUARTER = Math.PI / 4
const SMALL = 1e-9

/** @param isKept whether a frame between two keys is where the way between them leads */
function keysFor(frames: number, isKept: (from: number, to: number, frame: number) => boolean): number[] {
  const keeps = (from: number, to: number) => {
    for (let frame = from + 1; frame < to; frame++) if (!isKept(from, to, frame)) return false
    return true
  }
  const keys = [0]
  // what stays has one
  let still = 1
  while (still < frames && isKept(0, 0, still)) still++
  if (still >= frames) return keys
  for (let from = 0; from < frames - 1;) {
    // twice as far as long as that is kept, then in halves between the last that was and the first that was not
    let good = from + 1
    let step = 2
    while (from + step < frames && keeps(from, from + step)) {
      good = from + step
      step *= 2
    }
    let bad = Math.min(frames, from + step)
    while (bad - good > 1) {
      const middle = (good + bad) >> 1
      if (keeps(from, middle)) good = middle
      else bad = middle
    }
    from = good
    keys.push(from)
  }
  return keys
}
