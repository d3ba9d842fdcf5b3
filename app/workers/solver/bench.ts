/** What the solver's worker works on: the model of the document, and where it is while nothing runs. */
import { POSE, grab, readStanding, settled, standNear } from '@ligamen/core'
import type { Clip, CoordinateValue, Grabbed, MechanismDocument, Model, Standing } from '@ligamen/core'

export class Bench {
  document: MechanismDocument | null = null
  model: Model | null = null
  /** Link coordinates where it is; those of home when nobody has moved it. */
  q: Float64Array = new Float64Array(0)
  private held: Grabbed | null = null
  /** The newest place to which the held point should go; older ones are passed over. */
  private target: readonly [number, number, number] | null = null

  /** Takes over a model. `near` keeps it where it was, as far as that still holds. */
  put(model: Model, near: boolean): void {
    const before = near ? this.away() : null
    this.held = null
    this.document = model.document
    this.model = model
    this.q = model.home
    if (!before) return
    const stood = standNear(model, before)
    if (stood.ok) this.q = stood.value
  }

  /** Where it is when that is not home. */
  standing(): Standing | null {
    return this.model && this.q !== this.model.home ? readStanding(this.model, this.q) : null
  }

  /** @param point in the frame of the body; @param alone see `grab` of the core */
  takeHold(body: string, point: readonly [number, number, number], alone: boolean): void {
    const { model, q } = this
    const index = model?.mechanism.geometry.bodies.findIndex(({ source }) => source.id === body) ?? -1
    this.target = null
    this.held = model && index >= 0 ? grab(model.mechanism, q, index, point, alone) : null
  }

  /** Returns true when nothing was waiting, so that somebody has to see to it that it is followed. */
  aim(target: readonly [number, number, number]): boolean {
    if (!this.held) return false
    const idle = this.target === null
    this.target = target
    return idle
  }

  /** Goes where it should go; null when it should go nowhere. */
  follow(): { standing: Standing; gap: number } | null {
    const { held, target, model } = this
    this.target = null
    if (!held || !target || !model) return null
    const gap = held.to(target)
    this.q = held.state.q.slice()
    return { standing: readStanding(model, this.q), gap }
  }

  /** The last target counts. */
  letGo(): Standing | null {
    this.follow()
    // what was held goes back to rest, or stays
    if (this.held && this.model) this.q = settled(this.model.mechanism, this.q) ?? this.q
    this.held = null
    return this.standing()
  }

  /** All coordinates, or null at home. */
  private away(): CoordinateValue[] | null {
    const { model, q } = this
    if (!model || q === model.home) return null
    const { coordinates } = readStanding(model, q)
    return model.mechanism.coordinates.map(({ joint, freedom }, c) => ({
      joint: model.mechanism.geometry.joints[joint]!.source.id,
      freedom: freedom.name,
      value: coordinates[c]!,
    }))
  }
}

/** Positions of a way gone step by step as a clip. */
export function clipOf(model: Model, steps: readonly Float64Array[], seconds: number): Clip {
  const bodies = model.mechanism.bodyLink.length
  const poses = new Float64Array(steps.length * bodies * POSE)
  steps.forEach((q, k) => poses.set(readStanding(model, q).poses, k * bodies * POSE))
  return { frames: steps.length, interval: seconds / Math.max(1, steps.length - 1), poses }
}
