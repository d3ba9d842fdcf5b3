/**
 * How the rates of gaps and of sliding answer to forces there: W = J M^-1 J^T, by the directions of all meetings (normal, tangent, and
 * of surfaces the other tangent). Directions are scaled so that the diagonal is 1; one along which nothing can move has the scale 0.
 * Source: Acary & Brogliato, Numerical Methods for Nonsmooth Dynamical Systems, section 1.4 (Delassus operator).
 */
import type { MotionState } from '../../mechanism/state'
import type { ForwardDynamics } from '../forward'
import type { Meeting } from './meeting'
import { MOVES_NOTHING } from './tolerances'

export class ContactResponse {
  /** Directions: two for each meeting of outlines, three for one of surfaces. */
  n = 0
  /** n x n, scaled on both sides. */
  w = new Float64Array(0)
  /** By direction: unit of force after scaling. */
  scale = new Float64Array(0)
  /** By direction: accelerations of the independent links by a unit force, by link. */
  readonly answers: Float64Array[] = []
  private readonly efforts: Float64Array
  private readonly gathered: Float64Array[] = []
  private readonly touched: Int32Array

  constructor(private readonly links: number) {
    this.efforts = new Float64Array(links)
    this.touched = new Int32Array(links)
  }

  /** After `forward.accelerate`; the meetings must be placed. */
  read(forward: ForwardDynamics, state: MotionState, meetings: readonly Meeting[]): void {
    this.grow(meetings.reduce((sum, { wrenches }) => sum + wrenches.length, 0))
    const { n, w, scale, efforts, gathered, answers } = this
    const { independent } = forward
    let d = 0
    for (const meeting of meetings)
      for (const wrench of meeting.wrenches) {
        meeting.writeEfforts(state, wrench, efforts)
        forward.gather(meeting.on.pair.links, efforts, gathered[d])
        forward.respond(gathered[d], answers[d])
        d++
      }
    let most = 0
    const { touched } = this
    for (let i = 0; i < n; i++) {
      const row = gathered[i]
      // what neither body moves has no part in it
      let many = 0
      for (let k = 0; k < independent.length; k++)
        if (row[independent[k]] !== 0) touched[many++] = independent[k]
      for (let j = 0; j <= i; j++) {
        const column = answers[j]
        let sum = 0
        for (let k = 0; k < many; k++) sum += row[touched[k]] * column[touched[k]]
        w[n * i + j] = w[n * j + i] = sum
      }
      if (w[n * i + i] > most) most = w[n * i + i]
    }
    for (let i = 0; i < n; i++) {
      const own = w[n * i + i]
      scale[i] = own > MOVES_NOTHING * most ? 1 / Math.sqrt(own) : 0
    }
    for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) w[n * i + j] *= scale[i] * scale[j]
  }

  /**
   * How a direction answers to the normal force of a meeting with its friction, scaled.
   * @param share friction over the normal force; 0 for none
   */
  toPress(direction: number, meeting: number, share: number): number {
    const { n, w, scale } = this
    const normal = 2 * meeting
    const tangent = normal + 1
    const pressed = w[n * direction + normal]
    if (share === 0 || scale[tangent] === 0) return pressed
    return pressed + ((share * scale[normal]) / scale[tangent]) * w[n * direction + tangent]
  }

  /** How fast a direction changes its rate by accelerations of the independent links. */
  along(direction: number, accelerations: Float64Array, independent: Int32Array): number {
    const row = this.gathered[direction]
    let sum = 0
    for (let k = 0; k < independent.length; k++) sum += row[independent[k]] * accelerations[independent[k]]
    return sum
  }

  /** Adds the answers to forces, of which there is one a direction, to values of the independent links. */
  addTo(values: Float64Array, forces: Float64Array, independent: Int32Array): void {
    const { n, answers } = this
    for (let d = 0; d < n; d++) {
      const force = forces[d]
      if (force === 0) continue
      const answer = answers[d]
      for (let k = 0; k < independent.length; k++) values[independent[k]] += force * answer[independent[k]]
    }
  }

  private grow(n: number): void {
    const { answers, gathered, links } = this
    this.n = n
    if (this.scale.length < n) {
      this.scale = new Float64Array(n)
      this.w = new Float64Array(n * n)
    }
    while (answers.length < n) {
      answers.push(new Float64Array(links))
      gathered.push(new Float64Array(links))
    }
  }
}
