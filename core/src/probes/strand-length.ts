/**
 * Length of a strand [m]: of the free part of a cord, from its drum to where it is made fast, or of a whole belt, which has to stay
 * where its pulleys are moved to tension it. Source: common practice (tangents of circles). Errors: `probe-freedom`.
 */
import type { BeltDrive } from '../mechanism/relations/belt'
import type { CordOnDrum } from '../mechanism/relations/cord'
import type { Mechanism } from '../mechanism/compile'
import { radius as distanceFromAxis } from '../mechanism/conditions'
import { coordinateOf } from '../mechanism/coordinate'
import type { CoordinateRef } from '../document/format/relations'
import { pairTerm } from '../mechanism/rows'
import type { Curve, Pair } from '../mechanism/rows'
import { siValue } from '../units/quantity'
import { defineProbe, reading, unsuited } from './probe-type'

export const strandLength = defineProbe({
  kind: 'strand-length',
  needs: { fields: ['relation'], words: 'a cord or a belt' },
  measure(mechanism, probe, path) {
    const relation = mechanism.geometry.document.relations!.find(({ id }) => id === probe.relation)!
    const strand =
      relation.kind === 'cord'
        ? freeCord(mechanism, relation)
        : relation.kind === 'belt'
          ? wholeBelt(mechanism, relation)
          : null
    if (!strand)
      return unsuited(probe, `${path}/relation`, 'choose a cord, or a belt whose diameters are known.')
    const terms = [pairTerm(strand.pair, distanceFromAxis, 1, strand.curve)]
    return reading(mechanism, probe, { terms, constant: 0, dimension: 'length' })
  },
})

interface Strand {
  /** Its length by the distance of the second origin from the first z axis. */
  readonly curve: Curve
  readonly pair: Pair
}

function freeCord(mechanism: Mechanism, { a, datum, diameter }: CordOnDrum): Strand {
  const curve = straightPart(siValue(diameter, 'length') / 2)
  return { curve, pair: mechanism.pairOf(centreOf(mechanism, a)!, datum) }
}

function wholeBelt(mechanism: Mechanism, relation: BeltDrive): Strand | null {
  const [ra, rb] = [relation.diameterA, relation.diameterB].map((d) => siValue(d, 'length', 0) / 2)
  const [a, b] = [centreOf(mechanism, relation.a), centreOf(mechanism, relation.b)]
  if (!a || !b || !(ra > 0 && rb > 0)) return null
  const reach = relation.crossed ? ra + rb : ra - rb
  const straight = straightPart(reach)
  const round = relation.crossed ? 2 * Math.PI * (ra + rb) : 2 * Math.PI * ra
  const curve: Curve = {
    // two straight parts s, and what lies on the pulleys: 2 s + round - 2 acos(reach / d) reach, of which the rate by d is 2 s / d
    evaluate(d, out) {
      straight.evaluate(d, out)
      const s = out[0]
      out[0] = 2 * s + round - 2 * reach * Math.acos(reach / d)
      out[1] = (2 * s) / d
      out[2] = (2 * reach ** 2) / (d * d * s)
      out[3] = -2 * reach ** 2 * (2 / (d ** 3 * s) + 1 / (d * s ** 3))
    },
  }
  return { curve, pair: mechanism.pairOf(a, b) }
}

/** The tangent from a point to a circle, by the distance of the point from its centre. */
const straightPart = (radius: number): Curve => ({
  evaluate(d, out) {
    const s = Math.sqrt(d * d - radius * radius)
    out[0] = s
    out[1] = d / s
    out[2] = (1 - out[1] ** 2) / s
    out[3] = (-3 * out[1] * out[2]) / s
  },
})

/** The datum in whose z axis a wheel turns. */
function centreOf(mechanism: Mechanism, { joint, freedom }: CoordinateRef): string | null {
  const coordinate = coordinateOf(mechanism, joint, freedom)
  return coordinate ? mechanism.geometry.joints[coordinate.joint].from.source.id : null
}
