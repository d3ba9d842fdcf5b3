/**
 * What may hold a coordinate still by itself: dry friction at a stand, and a limit that it rests on. Each holds within a range of
 * effort, and lets go where more is needed; so a block on a slope stays where it is to rounding, and a stop pushes but never pulls.
 */
import type { Mechanism } from '../mechanism/compile'
import { frictionsOf, slideOf } from './dry-friction'
import type { DryFriction, Sense, Sliding } from './dry-friction'
import { CoordinateLoad } from './loads/coordinate-load'
import type { Loads } from './loads/loads'

/** One coordinate that is carried by a link. */
export interface Hold extends Sliding {
  /** Limits of the link's coordinate; infinite for none. */
  readonly lower: number
  readonly upper: number
  readonly restitution: number
  /** The limit that it rests on: -1 the lower, 1 the upper, 0 none. */
  rests: Sense
  /** Whether it is held still. */
  isHeld: boolean
}

/** @param driven 1 for links that are prescribed, which nothing else holds */
export function holdsOf({ coordinates }: Mechanism, loads: Loads, driven: Uint8Array): Hold[] {
  const ofLink = new Map<number, Hold>()
  const acting = loads.acting.filter((load) => load instanceof CoordinateLoad)
  const frictions = new Map<number, DryFriction>(frictionsOf(loads).map((one) => [one.link, one]))
  for (const coordinate of coordinates) {
    const { link, constant, settings } = coordinate
    if (link < 0 || driven[link]) continue
    const mine = acting.filter((load) => load.coordinate === coordinate).map(({ law }) => law)
    const friction = frictions.get(link) ?? null
    const stops = mine.flatMap(({ stop }) => stop ?? [])
    const gives = stops.some((stop) => stop.gives)
    const [lower, upper] = gives
      ? [-Infinity, Infinity]
      : [settings.lower - constant, settings.upper - constant]
    if (!friction && lower === -Infinity && upper === Infinity) continue
    const restitution = stops.reduce((most, stop) => Math.max(most, stop.restitution), 0)
    ofLink.set(link, {
      ...{ link, friction, lower, upper, restitution },
      ...{ way: 0, slide: 0, rests: 0, isHeld: false },
    })
  }
  return [...ofLink.values()]
}

/** How much more than it can hold is needed one way; negative while it holds. @param side 1: effort upwards, -1: downwards */
export function excess({ friction, rests }: Hold, effort: number, side: 1 | -1): number {
  if (rests === -side) return -Infinity
  const resistance = friction?.resistance
  // effort upwards keeps it from going down
  const most = (side > 0 ? resistance?.heldDown : resistance?.heldUp) ?? 0
  return side * effort - most
}

/** Slides a way, or none. */
export function slides(hold: Hold, way: Sense): void {
  hold.way = hold.friction ? way : 0
  hold.slide = slideOf(hold)
}

/** Lets it go the way it is pushed, against the effort that would have to hold it. @param side of that effort */
export function release(hold: Hold, side: 1 | -1): void {
  hold.isHeld = false
  hold.rests = 0
  slides(hold, side > 0 ? -1 : 1)
}

/** How far it is beyond the limit that it moves to; negative before it. */
export const beyondLimit = ({ lower, upper }: Hold, q: number, rate: number): number =>
  rate > 0 ? q - upper : rate < 0 ? lower - q : -Infinity
