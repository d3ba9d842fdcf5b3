/** What the solver is measured against: the closed form of the four-bar and forward kinematics written by hand. */
import { fourBar } from '../test/published/closed-forms'
import { FOUR_BAR } from './mechanisms'

/** Angles, rates, accelerations and the poses of three bodies for one instant; returns a sum, so that nothing is idle. */
export function closedFourBar(time: number, poses: Float64Array): number {
  const { ground, crank, coupler, rocker, start, speed } = FOUR_BAR
  const angle = start + speed * time
  const found = fourBar(ground, crank, coupler, rocker, [angle, speed, 0])
  pose(poses, 0, 0, 0, angle)
  pose(poses, 7, crank * Math.cos(angle), crank * Math.sin(angle), found.coupler[0])
  pose(poses, 14, ground, 0, found.rocker[0])
  return found.coupler[1] + found.rocker[1] + found.coupler[2] + found.rocker[2]
}

function pose(out: Float64Array, at: number, x: number, y: number, angle: number): void {
  out[at] = x
  out[at + 1] = y
  out[at + 2] = 0
  out[at + 3] = Math.cos(angle / 2)
  out[at + 4] = 0
  out[at + 5] = 0
  out[at + 6] = Math.sin(angle / 2)
}

/** Forward kinematics of a chain of hinges about z, 0.1 m apart: frames of twelve numbers, positions only. */
export function handWrittenChain(angles: Float64Array, frames: Float64Array): void {
  let [xx, xy, yx, yy, px, py] = [1, 0, 0, 1, 0, 0]
  for (let k = 0; k < angles.length; k++) {
    const c = Math.cos(angles[k])
    const s = Math.sin(angles[k])
    if (k > 0) {
      px += 0.1 * xx
      py += 0.1 * xy
    }
    const ax = xx * c + yx * s
    const ay = xy * c + yy * s
    const bx = yx * c - xx * s
    const by = yy * c - xy * s
    xx = ax
    xy = ay
    yx = bx
    yy = by
    const at = 12 * k
    frames[at] = xx
    frames[at + 1] = xy
    frames[at + 2] = 0
    frames[at + 3] = yx
    frames[at + 4] = yy
    frames[at + 5] = 0
    frames[at + 6] = 0
    frames[at + 7] = 0
    frames[at + 8] = 1
    frames[at + 9] = px
    frames[at + 10] = py
    frames[at + 11] = 0
  }
}
