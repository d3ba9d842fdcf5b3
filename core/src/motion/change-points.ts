/**
 * Change points of a run: positions where two ways of going on meet. The first way is the one that keeps rates continuous;
 * a scenario may ask for the second one, by the joint that turns most and how often it has come to such a position.
 */
import type { WayChoice } from '../document/format/scenarios'
import type { Mechanism } from '../mechanism/compile'
import type { Mover, PassedCrossing, Way } from '../solve/mover'
import type { ChangePoint } from './take'
import { SAME_INSTANT } from './tolerances'

export class ChangePoints {
  /** Passed in earlier acts. */
  private earlier: ChangePoint[] = []
  private solver: Mover | null = null

  constructor(
    private readonly mechanism: Mechanism,
    private readonly choices: readonly WayChoice[],
  ) {}

  /** Goes on from a time with a solver; what was passed later than that is forgotten. */
  begin(solver: Mover, time: number): void {
    this.earlier = this.all.filter((passed) => passed.time <= time + SAME_INSTANT)
    this.solver = solver
  }

  /** Passed until now, in order. */
  get all(): ChangePoint[] {
    const found = [...this.earlier]
    for (const passed of this.solver?.passed ?? []) found.push(this.named(passed, found))
    return found
  }

  /** Which way the scenario takes at the next one of a loop; null when it does not say. */
  readonly wayAt = (links: readonly number[]): Way | null => {
    const { joint } = this.jointOf(links)
    const count = 1 + timesAt(joint, this.all)
    const choice = this.choices.find((c) => c.joint === joint && c.count === count)
    return choice ? (choice.way === 'first' ? 0 : 1) : null
  }

  private named({ time, links, way }: PassedCrossing, before: readonly ChangePoint[]): ChangePoint {
    const { joint, freedom } = this.jointOf(links)
    return { time, joint, freedom, count: 1 + timesAt(joint, before), way: way === 0 ? 'first' : 'second' }
  }

  /** The first link that is a coordinate of a joint. */
  private jointOf(links: readonly number[]): { readonly joint: string; readonly freedom: string } {
    const { coordinates, geometry } = this.mechanism
    for (const link of links) {
      const found = coordinates.find((coordinate) => coordinate.link === link)
      if (found) return { joint: geometry.joints[found.joint].source.id, freedom: found.freedom.name }
    }
    // a loop of bodies that float has no joint of its own in the tree
    const [first] = coordinates
    return { joint: geometry.joints[first.joint].source.id, freedom: first.freedom.name }
  }
}

const timesAt = (joint: string, passed: readonly ChangePoint[]): number =>
  passed.filter((point) => point.joint === joint).length
