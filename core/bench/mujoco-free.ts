/** The free motions of the benches in a general-purpose physics engine (WASM): the chain of rods, and the four-bar closed by an equality. */
import { FREE_FOUR_BAR, ROD } from './forces-by-hand'
import { engine } from './mujoco'
import { warmMedian } from './timing'
import { meet } from '../test/sketch'

type Flat = readonly [number, number]

/** Inertia of a slender rod about its own axis, which must not be zero there [kg m^2]. */
const AXIAL = 1e-14

/** A slender rod along x: its mass and inertia. */
const inertial = (mass: number, length: number) => {
  const across = (mass * length * length) / 12
  return `<inertial pos="${length / 2} 0 0" mass="${mass}" diaginertia="${AXIAL} ${across} ${across}"/>`
}

const scene = (bodies: string, more = '', step = 1e-3, integrator = 'RK4') =>
  `<mujoco><compiler angle="radian"/><size memory="200M"/><option timestep="${step}" gravity="0 0 ${more ? 0 : -9.81}" integrator="${integrator}" jacobian="sparse"><flag contact="disable"/></option><worldbody>${bodies}</worldbody>${more}</mujoco>`

function chainOfRods(n: number, step: number): string {
  let inside = `<site name="tip" pos="${ROD.length} 0 0"/>`
  for (let k = n - 1; k >= 0; k--) {
    const axis = k % 2 === 0 ? '0 0 1' : '0 1 0'
    const at = k > 0 ? ROD.length : 0
    inside = `<body pos="${at} 0 0"><joint type="hinge" axis="${axis}"/>${inertial(ROD.mass, ROD.length)}${inside}</body>`
  }
  return scene(inside, '', step)
}

async function open(xml: string) {
  const mujoco = await engine()
  mujoco.FS.writeFile('/working/free.xml', xml)
  const model = mujoco.MjModel.loadFromXML('/working/free.xml')
  const data = new mujoco.MjData(model)
  return { mujoco, model, data, close: () => (data.delete(), model.delete()) }
}

/** Microseconds for the accelerations of a chain, at the same positions and rates as ours. */
export async function engineAccelerations(n: number, q: Float64Array, rate: Float64Array): Promise<number> {
  const { mujoco, model, data, close } = await open(chainOfRods(n, 1e-3))
  const rounds = Math.ceil(500 / n)
  const time = warmMedian(9, () => {
    for (let r = 0; r < rounds; r++) {
      for (let k = 0; k < n; k++) {
        data.qpos[k] = q[k]
        data.qvel[k] = rate[k]
      }
      mujoco.mj_forward(model, data)
    }
  })
  close()
  return time / rounds
}

/** The chain falling from the horizontal, by steps halved until its tip is right; time [ms] and error [m]. */
export async function engineFall(
  n: number,
  end: number,
  exact: ArrayLike<number>,
  wanted: number,
): Promise<{ milliseconds: number; error: number }> {
  for (let step = 1e-3; ; step /= 2) {
    const { mujoco, model, data, close } = await open(chainOfRods(n, step))
    const began = performance.now()
    const steps = Math.round(end / step)
    for (let k = 0; k < steps; k++) mujoco.mj_step(model, data)
    const milliseconds = performance.now() - began
    mujoco.mj_forward(model, data)
    const error = Math.hypot(...[0, 1, 2].map((k) => data.site_xpos[k] - exact[k]))
    close()
    if (error < wanted || step < 2e-6) return { milliseconds, error }
  }
}

/** The four-bar let go for a second in the plane of x and y; time [ms], error of the crank [rad] and gap of its loop [m]. */
export async function engineFourBar(
  exact: number,
): Promise<{ milliseconds: number; error: number; gap: number }> {
  const { ground, crank, coupler, rocker, start, masses } = FREE_FOUR_BAR
  const pin: Flat = [crank * Math.cos(start), crank * Math.sin(start)]
  const eye = meet(pin, coupler, [ground, 0], rocker)
  const angle = (from: Flat, to: Flat) => Math.atan2(to[1] - from[1], to[0] - from[0])
  const body = (at: Flat, turn: number, mass: number, length: number, inside: string) =>
    `<body pos="${at[0]} ${at[1]} 0" euler="0 0 ${turn}"><joint type="hinge" axis="0 0 1"/>${inertial(mass, length)}${inside}</body>`
  const site = (name: string, at: number) => `<site name="${name}" pos="${at} 0 0"/>`
  const second = body([crank, 0], angle(pin, eye) - start, masses[1], coupler, site('c', coupler))
  const bodies =
    body([0, 0], start, masses[0], crank, second) +
    body([ground, 0], angle([ground, 0], eye), masses[2], rocker, site('d', rocker))
  const step = 1e-4
  const close = `<equality><connect site1="c" site2="d" solref="${2 * step} 1" solimp="0.999 0.9999 0.0001"/></equality>`
  const xml = scene(bodies, close, step).replace('gravity="0 0 0"', 'gravity="0 -9.81 0"')
  const { mujoco, model, data, close: end } = await open(xml)
  const began = performance.now()
  let gap = 0
  for (let k = 0; k < Math.round(1 / step); k++) {
    mujoco.mj_step(model, data)
    const s: Float64Array = data.site_xpos
    gap = Math.max(gap, Math.hypot(s[0] - s[3], s[1] - s[4]))
  }
  const milliseconds = performance.now() - began
  const error = Math.abs(start + data.qpos[0] - exact)
  end()
  return { milliseconds, error, gap }
}
