/** The kinds of probe. A new one adds its line here. */
import type { MechanismDocument } from '../document/format/mechanism'
import { addProbeNeeds } from '../document/format/probes'
import { angle } from './angle'
import { angularVelocity } from './angular-velocity'
import { clearance } from './clearance'
import { datumAcceleration } from './datum-acceleration'
import { datumPosition } from './datum-position'
import { datumVelocity } from './datum-velocity'
import { distance } from './distance'
import { effort } from './effort'
import { energy } from './energy'
import { expression } from './expression'
import { jointForce } from './joint-force'
import { jointMoment } from './joint-moment'
import { jointPosition } from './joint-position'
import { massCentre } from './mass-centre'
import { mateValue } from './mate-value'
import { orientation } from './orientation'
import { pathLength } from './path-length'
import type { ProbeType } from './probe-type'
import { power } from './power'
import { pressureAngle } from './pressure-angle'
import { slip } from './slip'
import { contactForce } from './contact-force'
import { contactGap } from './contact-gap'
import { contactPoint } from './contact-point'
import { contactPressureAngle } from './contact-pressure-angle'
import { contactSlip } from './contact-slip'
import { springForce } from './spring-force'
import { springLength } from './spring-length'
import { strandLength } from './strand-length'
import { transmissionAngle } from './transmission-angle'
import { velocityRatio } from './velocity-ratio'

const types = new Map<string, ProbeType>()

/** Adds a kind to the format and to what can be measured. */
export function addProbeType(type: ProbeType): void {
  types.set(type.kind, type)
  addProbeNeeds(type.kind, type.needs)
}

addProbeType(jointPosition)
addProbeType(datumPosition)
addProbeType(mateValue)
addProbeType(orientation)
addProbeType(distance)
addProbeType(angle)
addProbeType(angularVelocity)
addProbeType(datumVelocity)
addProbeType(datumAcceleration)
addProbeType(pathLength)
addProbeType(massCentre)
addProbeType(springLength)
addProbeType(strandLength)
addProbeType(clearance)
addProbeType(transmissionAngle)
addProbeType(pressureAngle)
addProbeType(velocityRatio)
addProbeType(slip)
addProbeType(effort)
addProbeType(power)
addProbeType(jointForce)
addProbeType(jointMoment)
addProbeType(springForce)
addProbeType(contactGap)
addProbeType(contactPoint)
addProbeType(contactPressureAngle)
addProbeType(contactForce)
addProbeType(contactSlip)
addProbeType(energy)
addProbeType(expression)

export const probeKinds = (): string[] => [...types.keys()]

/** @param kind of a validated probe */
export const probeType = (kind: string): ProbeType => types.get(kind)!

/** Whether a probe of the document measures what masses and loads decide. */
export const readsForces = ({ probes }: Pick<MechanismDocument, 'probes'>): boolean =>
  probes.some(({ kind }) => probeType(kind).readsForces)
