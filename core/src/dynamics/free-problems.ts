/** Why a free motion stops. */
import type { Mechanism } from '../mechanism/compile'
import type { Problem } from '../result'

/** Code: `motion-unresolved`. */
export function unresolved(
  { geometry, linkBody, linkJoint }: Mechanism,
  link: number,
  time: number,
): Problem {
  const body = geometry.bodies[linkBody[link]]?.source
  const joint = geometry.joints[linkJoint[link]]?.source
  const where = body ? ` at ${body.name}${joint ? ` (${joint.name})` : ''}` : ''
  return {
    code: 'motion-unresolved',
    message: `The motion stops at ${time.toFixed(3)} s: it changes faster than can be resolved${where}. Look for a spring, stop or damper that is very stiff against a small mass; make it softer or the mass larger, or drive the joint.`,
    ids: [body, joint].flatMap((one) => one?.id ?? []),
    data: { time },
  }
}

/** Code: `friction-jams`. */
export const jams = (time: number): Problem => ({
  code: 'friction-jams',
  message: `The motion stops at ${time.toFixed(3)} s: friction grows with the force that it makes, so that nothing moves it on. Take a smaller coefficient of friction, or let the force act nearer to the axis.`,
  data: { time },
})

/** Code: `no-mass`. */
export function noMass({ geometry, linkBody }: Mechanism, link: number, time: number): Problem {
  const { source } = geometry.bodies[linkBody[link]]
  return {
    code: 'no-mass',
    message: `The motion cannot go on at ${time.toFixed(3)} s: ${source.name} can move, but no mass resists. Give it a part or type its mass, or drive its joint.`,
    ids: [source.id],
    data: { time },
  }
}
