/** A body that rides on another one: a contact between them, and a rest position so far back that it is pushed all the way. */
import { contactPairs } from '../contact/pairs'
import { leastGap } from '../contact/facts'
import { contactBetween, pushContact } from '../document/contact-between'
import { copyOf } from '../document/copy'
import type { MechanismDocument } from '../document/format/mechanism'
import type { Mechanism } from '../mechanism/compile'
import { guideOf } from '../mechanism/coordinate'
import type { Coordinate } from '../mechanism/coordinate'
import { standingAt } from '../mechanism/state'
import { prescribesAtStart } from '../motion/drivers/drivers'
import { openModel } from '../model/model'
import type { Model } from '../model/model'
import { fail } from '../result'
import type { Result } from '../result'
import { typedPosition } from '../units/format'
import { listed } from '../wording'
import { settledHome } from './settling'

/**
 * The document in which a body rides on another one and stands on it.
 * @param q assembled coordinates
 * @param rider and carrier, bodies by id
 * Errors: `ride-grounded`, `ride-no-way`, `ride-driven`, `ride-beside`, `ride-no-outline`, `push-apart`, those of opening.
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
  const all = waysOf(model, rider, carrier)
  const ways = all.filter(({ link }) => !isAlwaysDriven(model, link))
  if (ways.length === 0 && all.length > 0) {
    const { source } = mechanism.geometry.joints[all[0].joint]
    return fail({
      code: 'ride-driven',
      message: `${riding} is driven along ${source.name}: it pushes and is never pushed. Choose as the first one the body that is pushed, or delete the driver.`,
      ids: [rider, source.id],
    })
  }
  if (ways.length === 0)
    return fail({
      code: 'ride-no-way',
      message: `${riding} has nothing with one freedom to go along, of its own or of what carries it; join it to what guides it by a slide or a pivot first.`,
      ids: [rider],
    })
  const draft = copyOf(document)
  const known = contactBetween(draft, carrier, rider)
  if (known) delete known.suspended
  else pushContact(draft, `${riding} on ${carrying}`, carrier, rider)
  const touching = openModel(draft)
  if (!touching.ok) return touching
  const found = leadingThere(touching.value, q, ways, rider, carrier)
  if (found === null)
    return fail({
      code: 'ride-no-outline',
      message: `${riding} and ${carrying} have no outlines on parallel axes at one height that could meet where they stand. Bring them near each other, or choose other bodies.`,
      ids: [rider, carrier],
    })
  if (found === 'beside') {
    const along = ways.map(({ joint }) => mechanism.geometry.joints[joint].source)
    return fail({
      code: 'ride-beside',
      message: `${riding} comes no nearer to ${carrying} along ${listed(along.map(({ name }) => name))}: that way leads past it. Let it go towards ${carrying}.`,
      ids: [rider, ...along.map(({ id }) => id)],
    })
  }
  const { way, back } = found
  const { source } = mechanism.geometry.joints[way.joint]
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

/**
 * The coordinates along which a body may move that rides, its own first, then those of what carries it: a roller on a pin goes with
 * its lever. Each is that of a joint with one freedom which leaves the carrier where it is.
 */
function waysOf({ mechanism }: Model, rider: string, carrier: string): Coordinate[] {
  const { geometry, bodyLink } = mechanism
  const [riding, carrying] = [rider, carrier].map((id) =>
    geometry.bodies.findIndex(({ source }) => source.id === id),
  )
  const others = new Set(linksTo(mechanism, bodyLink[carrying]))
  return linksTo(mechanism, bodyLink[riding]).flatMap((link) => {
    const own = guideOf(mechanism, link)
    if (!own || others.has(link)) return []
    const { from, to } = geometry.joints[own.joint]
    return from.body === carrying || to.body === carrying ? [] : [own]
  })
}

/** Whether every scenario has a driver that prescribes a link from the start on. */
const isAlwaysDriven = ({ scenarios }: Model, link: number): boolean =>
  scenarios.length > 0 &&
  scenarios.every(({ drivers }) =>
    drivers.some((driver) => driver.link === link && prescribesAtStart(driver)),
  )

/** A link and those before it as far as ground. */
function linksTo({ linkParent }: Mechanism, link: number): number[] {
  const links = []
  for (let at = link; at > 0; at = linkParent[at]) links.push(at)
  return links
}

/** How far the way is tried to both sides [rad, sizes]. */
const TRIED = 1e-3
/** How far behind where it stands it rests, in sizes of what carries it [-], or as a turn [rad]. */
const BEHIND = 1
const TURNED = 1

/** How little a gap may change along the way [-]. */
const NO_NEARER = 1e-3

/** The first way that leads to the carrier, and a value far on its side; null where none of their outlines are near. */
function leadingThere(
  { mechanism }: Model,
  q: Float64Array,
  ways: readonly Coordinate[],
  rider: string,
  carrier: string,
): { way: Coordinate; back: number } | 'beside' | null {
  const { geometry, size } = mechanism
  const pairs = contactPairs(mechanism).filter(({ bodies }) =>
    bodies.every((body) => [rider, carrier].includes(geometry.bodies[body].source.id)),
  )
  const gapAt = (link: number, by: number) => {
    const moved = q.slice()
    moved[link] += by
    const state = standingAt(mechanism, moved)
    return Math.min(...pairs.map((pair) => leastGap(pair, state) ?? Infinity))
  }
  let isNear = false
  for (const way of ways) {
    const { link, constant, dimension } = way
    const step = TRIED * (dimension === 'length' ? size : 1)
    const [before, after] = [gapAt(link, -step), gapAt(link, step)]
    if (!Number.isFinite(before) || !Number.isFinite(after)) continue
    isNear = true
    if (Math.abs(after - before) < NO_NEARER * 2 * step * (dimension === 'length' ? 1 : size)) continue
    const side = after > before ? -1 : 1
    const far = Math.max(...pairs.map(({ finder }) => finder.larger))
    return { way, back: q[link] + constant + side * (dimension === 'length' ? BEHIND * far : TURNED) }
  }
  return isNear ? 'beside' : null
}
