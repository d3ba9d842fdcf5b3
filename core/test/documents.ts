/** Small documents by plain numbers, for tests. */
import { FORMAT, FORMAT_VERSION } from '../src'
import { turnAbout } from '../src/maths/quaternion'
import type { MechanismDocument } from '../src'

export const empty = (): MechanismDocument => ({
  format: FORMAT,
  version: FORMAT_VERSION,
  name: 'Test',
  parts: [],
  bodies: [{ id: 'ground', name: 'Ground', grounded: true, parts: [] }],
  datums: [],
  joints: [],
  probes: [],
  scenarios: [],
})

type Quaternion = [number, number, number, number]
export const aboutZ = (angle: number): Quaternion => [...turnAbout([0, 0, 1], angle)] as Quaternion

/** A body without a shape at a pose of the plane. */
export function addBody(document: MechanismDocument, id: string, x: number, y: number, angle: number): void {
  document.bodies.push({
    id,
    name: id,
    parts: [],
    pose: { position: [x, y, 0], orientation: aboutZ(angle) },
  })
}

/** A joint between a point of each body, both given in the body. */
export function addJoint(
  document: MechanismDocument,
  kind: string,
  id: string,
  from: readonly [string, number, number],
  to: readonly [string, number, number],
  orientation?: Quaternion,
): void {
  for (const [end, [body, x, y]] of [
    ['from', from],
    ['to', to],
  ] as const) {
    const at = { position: [x, y, 0] as [number, number, number], orientation }
    document.datums.push({ id: `${id}-${end}`, name: `${id} ${end}`, body, at })
  }
  document.joints.push({ id, name: id, kind, from: `${id}-from`, to: `${id}-to` })
}

/** A driver at a steady speed on a joint, in a scenario of its own. */
export function addMotor(document: MechanismDocument, joint: string, freedom: string, speed: string): void {
  const scenario = document.scenarios[0] ?? {
    id: 'run',
    name: 'Run',
    length: 1,
    frameRate: 60,
    drivers: [],
  }
  scenario.drivers.push({ id: `${joint}-motor`, kind: 'motor', joint, freedom, speed, runUp: '0 s' })
  document.scenarios = [scenario]
}

/** Four-bar with ground d, crank a, coupler b, rocker c [m], the crank at `angle` in the open configuration. */
export function fourBarDocument(d: number, a: number, b: number, c: number, angle = 1): MechanismDocument {
  const document = empty()
  const [bx, by] = [a * Math.cos(angle), a * Math.sin(angle)]
  const diagonal = Math.hypot(d - bx, by)
  const cosine = Math.min(1, Math.max(-1, (b * b + diagonal * diagonal - c * c) / (2 * b * diagonal)))
  const u = Math.atan2(-by, d - bx) + Math.acos(cosine)
  const v = Math.atan2(by + b * Math.sin(u), bx + b * Math.cos(u) - d)
  addBody(document, 'crank', 0, 0, angle)
  addBody(document, 'coupler', bx, by, u)
  addBody(document, 'rocker', d, 0, v)
  addJoint(document, 'revolute', 'shaft', ['ground', 0, 0], ['crank', 0, 0])
  addJoint(document, 'revolute', 'pin', ['crank', a, 0], ['coupler', 0, 0])
  addJoint(document, 'revolute', 'eye', ['coupler', b, 0], ['rocker', c, 0])
  addJoint(document, 'revolute', 'pivot', ['ground', d, 0], ['rocker', 0, 0])
  return document
}
