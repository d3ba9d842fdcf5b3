/** A body that rides on another one: a contact between them, and a rest position so far back that it is pushed all the way. */
import { contactPairs } from '../contact/pairs'
import { leastGap } from '../contact/facts'
import { contactBetween, pushContact } from '../document/contact-between'
import { copyOf } from '../document/copy'
import type { MechanismDocument } from '../document/format/mechanism'
import type { Coordinate } from '../mechanism/coordinate'
import { standingAt } from '../mechanism/state'
import { openModel } from '../model/model'
import type { Model } from '../model/model'
import { fail } from '../result'
import type { Result } from '../result'
import { typedPosition } from '../units/format'
import { settledHome } from './settling'

/**
 * The document in which a body rides on another one and stands on it.
 * @param q assembled coordinates
 * @param rider and carrier, bodies by id
 * Errors: `ride-grounded`, `ride-no-way`, `ride-beside`, `ride-no-outline`, `push-apart`, those of opening.
 */
export function rideOn(
  model: Model,
  q: Float64Array,
  rider: string,
  carrier: string,
): Result<MechanismDocument> {
  const { document, mechanism } = model
  const nameOf = (id: string) => document.bodies.find((body) => body.id === id)?.name ?? id
  const [riding, carrying] = [nameOf(rider), nameOf(carrier)]
  if (document.bodies.find(({ id }) => id === rider)?.grounded)
    return fail({
      code: 'ride-grounded',
      message: `${riding} is fixed to ground; choose as the first one the body that is pushed.`,
      ids: [rider],
    })
  const way = wayOf(model, rider, carrier)
  if (!way)
    return fail({
      code: 'ride-no-way',
      message: `${riding} has no joint with one freedom to go along; join it to what guides it by a slide or a pivot first.`,
      ids: [rider],
    })
  const draft = copyOf(document)
  const known = contactBetween(draft, carrier, rider)
  if (known) delete known.suspended
  else pushContact(draft, `${riding} on ${carrying}`, carrier, rider)
  const touching = openModel(draft)
  if (!touching.ok) return touching
  const back = wayBack(touching.value, q, way, rider, carrier)
  if (back === null)
    return fail({
      code: 'ride-no-outline',
      message: `${riding} and ${carrying} have no outlines on parallel axes at one height that could meet where they stand. Bring them near each other, or choose other bodies.`,
      ids: [rider, carrier],
    })
  const { source } = mechanism.geometry.joints[way.joint]
  if (back === 'beside')
    return fail({
      code: 'ride-beside',
      message: `${riding} comes no nearer to ${carrying} along ${source.name}: that way leads past it. Let it go towards ${carrying}.`,
      ids: [rider, source.id],
    })
  const joint = draft.joints.find(({ id }) => id === source.id)!
  const others = (joint.freedoms ?? []).filter(({ name }) => name !== way.freedom.name)
  const own = joint.freedoms?.find(({ name }) => name === way.freedom.name)
  const rest = typedPosition(
    Math.min(way.settings.upper, Math.max(way.settings.lower, back)),
    way.dimension,
    3,
  )
  joint.freedoms = [...others, { ...own, name: way.freedom.name, rest }]
  return settledHome(draft, `${riding} cannot be set onto ${carrying}`)
}

/** The coordinate along which a body moves that rides: that of a joint of its own with one freedom, not to what carries it. */
function wayOf({ mechanism }: Model, rider: string, carrier: string): Coordinate | null {
  const { geometry, coordinates } = mechanism
  const idOf = (body: number) => geometry.bodies[body].source.id
  return (
    coordinates.find(({ joint, link }) => {
      const { from, to, type } = geometry.joints[joint]
      const ends = [idOf(from.body), idOf(to.body)]
      return link >= 0 && type.freedoms.length === 1 && ends.includes(rider) && !ends.includes(carrier)
    }) ?? null
  )
}

/** How far the way is tried to both sides [rad, sizes]. */
const TRIED = 1e-3
/** How far behind where it stands it rests, in sizes of what carries it [-], or as a turn [rad]. */
const BEHIND = 1
const TURNED = 1

/** How little a gap may change along the way [-]. */
const NO_NEARER = 1e-3

/** A value of the coordinate far on the side of the carrier; null where none of their outlines are near, or beside them. */
function wayBack(
  { mechanism }: Model,
  q: Float64Array,
  { link, constant, dimension }: Coordinate,
  rider: string,
  carrier: string,
): number | 'beside' | null {
  const { geometry, size } = mechanism
  const pairs = contactPairs(mechanism).filter(({ bodies }) =>
    bodies.every((body) => [rider, carrier].includes(geometry.bodies[body].source.id)),
  )
  const gapAt = (by: number) => {
    const moved = q.slice()
    moved[link] += by
    const state = standingAt(mechanism, moved)
    return Math.min(...pairs.map((pair) => leastGap(pair, state) ?? Infinity))
  }
  const step = TRIED * (dimension === 'length' ? size : 1)
  const [before, after] = [gapAt(-step), gapAt(step)]
  if (!Number.isFinite(before) || !Number.isFinite(after)) return null
  if (Math.abs(after - before) < NO_NEARER * 2 * step * (dimension === 'length' ? 1 : size)) return 'beside'
  const side = after > before ? -1 : 1
  const far = Math.max(...pairs.map(({ finder }) => finder.larger))
  return q[link] + constant + side * (dimension === 'length' ? BEHIND * far : TURNED)
}
