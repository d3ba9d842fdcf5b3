/**
 * What a motion by forces would surprise with, told before it runs: bodies that nothing holds, bodies without a mass, springs without a
 * length.
 */
import { contactPairs, hasForces } from '../contact/pairs'
import type { BodyMass } from '../geometry/body-mass'
import type { Mechanism } from '../mechanism/compile'
import { standingAt } from '../mechanism/state'
import { listed } from '../wording'
import type { Problem } from '../result'
import { Line } from './loads/points'
import type { Loads } from './loads/loads'
import { SpringDamper } from './loads/spring-damper'
import { NO_SPRING_LENGTH } from './tolerances'

/**
 * @param q home coordinates by link
 * Codes: `body-unheld`, `body-massless`, `spring-no-length`.
 */
export function surprises(
  mechanism: Mechanism,
  masses: readonly (BodyMass | null)[],
  loads: Loads,
  q: Float64Array,
): Problem[] {
  return [...unheld(mechanism, loads), ...massless(mechanism, masses), ...withoutLength(mechanism, loads, q)]
}

/** Bodies that hang on ground by no joint fall, where there is gravity, unless they may land on something. */
function unheld(mechanism: Mechanism, { gravity }: Loads): Problem[] {
  if (gravity.every((along) => along === 0)) return []
  const { geometry, linkJoint, linkBody, linkParent, bodyLink } = mechanism
  const rootOf = (link: number): number => (linkParent[link] > 0 ? rootOf(linkParent[link]) : link)
  const touching = contactPairs(mechanism).filter(hasForces)
  const lands = new Set(touching.flatMap(({ bodies }) => bodies.map((body) => rootOf(bodyLink[body]))))
  const free = [...linkJoint.keys()].filter(
    (link) => link > 0 && linkJoint[link] < 0 && linkParent[link] === 0 && !lands.has(link),
  )
  const bodies = [...new Set(free.map((link) => linkBody[link]))].map((b) => geometry.bodies[b].source)
  if (bodies.length === 0) return []
  return [
    {
      code: 'body-unheld',
      message: `Nothing holds ${listed(bodies.map(({ name }) => name))}: ${bodies.length > 1 ? 'they fall' : 'it falls'} freely. Join ${bodies.length > 1 ? 'them' : 'it'} to something, make contacts with what ${bodies.length > 1 ? 'they may' : 'it may'} land on, or take gravity away.`,
      ids: bodies.map(({ id }) => id),
    },
  ]
}

/** Bodies that move without a mass. */
function massless({ geometry, bodyLink }: Mechanism, masses: readonly (BodyMass | null)[]): Problem[] {
  const bodies = geometry.bodies.flatMap(({ source }, b) =>
    bodyLink[b] > 0 && !((masses[b]?.mass ?? 0) > 0) ? [source] : [],
  )
  if (bodies.length === 0) return []
  const has = bodies.length > 1 ? 'have' : 'has'
  return [
    {
      code: 'body-massless',
      message: `${listed(bodies.map(({ name }) => name))} ${has} no mass, which counts as zero. Give a part to ${bodies.length > 1 ? 'each' : 'it'}, or type a mass.`,
      ids: bodies.map(({ id }) => id),
    },
  ]
}

/** Springs whose ends are at one place pull nowhere. */
function withoutLength(mechanism: Mechanism, { acting }: Loads, q: Float64Array): Problem[] {
  const state = standingAt(mechanism, q)
  return acting.flatMap((load): Problem[] => {
    if (!(load instanceof SpringDamper)) return []
    const line = new Line(load.pair)
    line.place(state)
    if (line.length > NO_SPRING_LENGTH * mechanism.size) return []
    return [
      {
        code: 'spring-no-length',
        message: `${load.name}: both its ends are at one place at the home pose, where it has no direction to pull in. Move one of them.`,
        ids: [load.id],
      },
    ]
  })
}
