/**
 * Position of the centre of mass of a body or of all bodies of a group along an axis of ground [m].
 * Errors: `probe-freedom` where a body has no mass that is known.
 */
import { bodiesOfGroup } from '../document/groups'
import { massOf } from '../geometry/body-mass'
import { identityFrame, ORIGIN } from '../maths/frame'
import { slide } from '../mechanism/conditions'
import { pairTerm } from '../mechanism/rows'
import { reasons } from '../result'
import { axisAlong, defineProbe, reading, unsuited } from './probe-type'

export const massCentre = defineProbe({
  kind: 'mass-centre',
  needs: { fields: ['body', 'along'], words: 'a body or a group, and an axis (x, y or z)' },
  measure(mechanism, probe, path) {
    const { document, bodies } = mechanism.geometry
    const isGroup = document.groups?.some(({ id }) => id === probe.body)
    const members = isGroup ? bodiesOfGroup(document, probe.body!) : [probe.body!]
    const masses = members.map((id) => {
      const index = bodies.findIndex(({ source }) => source.id === id)
      return { index, mass: massOf(document, bodies[index].source, () => undefined) }
    })
    const unknown = masses.find(({ mass }) => !mass.ok)?.mass
    if (unknown && !unknown.ok) return unsuited(probe, `${path}/body`, reasons(unknown.problems))
    const known = masses.flatMap(({ index, mass }) => (mass.ok ? [{ index, ...mass.value }] : []))
    const whole = known.reduce((sum, { mass }) => sum + mass, 0)
    if (!(whole > 0))
      return unsuited(probe, `${path}/body`, 'it has no mass; give it a part or type its mass.')
    const terms = known.map(({ index, mass, centre }) => {
      const frame = identityFrame()
      frame.set(centre, ORIGIN)
      const pair = mechanism.pairOn(null, { body: index, frame })
      return pairTerm(pair, slide(axisAlong(probe)), mass / whole)
    })
    return reading(mechanism, probe, { terms, constant: 0, dimension: 'length' })
  },
})
