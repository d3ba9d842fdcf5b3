/** The walking carrier in a general-purpose physics engine (WASM): the same masses and lengths, loops closed by equalities, a motor that holds its speed. */
import { carrierLegs, MASSES } from '../test/dynamics/walking-carrier'
import type { Flat } from '../test/sketch'
import { engine } from './mujoco'

const LEGS = 8
const FRICTION = 0.8
const SPEED = (50 * 2 * Math.PI) / 60
const SECONDS = 3
/** How hard the motor holds its speed [N m s]. */
const HOLD = 50
const AXIAL = 1e-7

export interface EngineWalk {
  /** CPU of a simulated second [ms]. */
  readonly cpu: number
  /** The deepest foot, and the widest open loop [m]. */
  readonly deepest: number
  readonly widest: number
  /** How far it has walked [m]. */
  readonly way: number
}

/** A rod between two points, seen from where its body is. */
function rodInertial(mass: number, from: Flat, to: Flat, at: Flat): string {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1])
  const [x, y] = [(from[0] + to[0]) / 2 - at[0], (from[1] + to[1]) / 2 - at[1]]
  const across = (mass * length * length) / 12
  const turned = Math.atan2(to[1] - from[1], to[0] - from[0])
  return `<inertial pos="${x} ${y} 0" euler="0 0 ${turned}" mass="${mass}" diaginertia="${AXIAL} ${across} ${across}"/>`
}

function carrier(step: number): string {
  const { places, height, radius } = carrierLegs(LEGS)
  const inertial = (mass: number, inertia: number) =>
    `<inertial pos="0 0 0" mass="${mass}" diaginertia="${inertia} ${inertia} ${inertia}"/>`
  const hinge = (name = '') => `<joint ${name} type="hinge" axis="0 0 1"/>`
  const contact = `friction="${FRICTION} 0 0" condim="3" solref="${2 * step} 1"`
  const legs = places.map(({ pin, foot, joint }, k) => {
    const seen = (p: Flat) => `${p[0] - pin[0]} ${p[1] - pin[1]} 0`
    return `<body name="leg${k}" pos="${pin[0]} ${pin[1]} ${0.02 * k}">${hinge()}${rodInertial(MASSES.leg, pin, foot, pin)}<site name="knee${k}" pos="${seen(joint)}"/><geom type="sphere" size="${radius}" pos="${seen(foot)}" mass="0" contype="1" conaffinity="2" ${contact}/></body>`
  })
  const rockers = places.map(({ pivot, joint }, k) => {
    const end = `${joint[0] - pivot[0]} ${joint[1] - pivot[1]} 0`
    return `<body name="rocker${k}" pos="${pivot[0]} ${pivot[1]} ${0.02 * k}">${hinge()}${rodInertial(MASSES.rocker, pivot, joint, pivot)}<site name="end${k}" pos="${end}"/></body>`
  })
  const closed = places.map(
    (_, k) => `<connect site1="knee${k}" site2="end${k}" solref="${2 * step} 1" solimp="0.99 0.9999 1e-5"/>`,
  )
  return `<mujoco><compiler angle="radian" balanceinertia="true"/><option timestep="${step}" gravity="0 -9.81 0" integrator="implicitfast" cone="elliptic"/><worldbody><geom type="plane" size="20 20 1" zaxis="0 1 0" contype="2" conaffinity="1" ${contact}/><body pos="0 ${height} 0"><joint type="slide" axis="1 0 0"/><joint type="slide" axis="0 1 0"/><joint type="hinge" axis="0 0 1"/>${inertial(MASSES.chassis, MASSES.chassisInertia)}<body>${hinge('name="crank"')}${inertial(MASSES.shaft, MASSES.shaftInertia)}${legs.join('')}</body>${rockers.join('')}</body></worldbody><equality>${closed.join('')}</equality><actuator><velocity joint="crank" kv="${HOLD}"/></actuator></mujoco>`
}

/** @param step [s] */
export async function engineWalk(step: number): Promise<EngineWalk> {
  const mujoco = await engine()
  mujoco.FS.writeFile('/working/carrier.xml', carrier(step))
  const model = mujoco.MjModel.loadFromXML('/working/carrier.xml')
  const data = new mujoco.MjData(model)
  data.ctrl[0] = SPEED
  data.qvel[3] = SPEED
  const steps = Math.round(SECONDS / step)
  const looks = Math.max(1, Math.round(1e-3 / step))
  let [deepest, widest] = [0, 0]
  const start = process.cpuUsage()
  for (let k = 0; k < steps; k++) {
    mujoco.mj_step(model, data)
    // its start is not counted
    if (k % looks > 0 || k * step < 0.5) continue
    const { contact, site_xpos: p } = data
    for (let c = 0; c < contact.size(); c++) deepest = Math.max(deepest, -contact.get(c)!.dist)
    for (let n = 0; n < LEGS; n++) {
      const [a, b] = [3 * n, 3 * (LEGS + n)]
      widest = Math.max(widest, Math.hypot(p[a] - p[b], p[a + 1] - p[b + 1], p[a + 2] - p[b + 2]))
    }
  }
  const { user, system } = process.cpuUsage(start)
  const way = data.qpos[0]
  data.delete()
  model.delete()
  return { cpu: (user + system) / 1000 / SECONDS, deepest, widest, way }
}
