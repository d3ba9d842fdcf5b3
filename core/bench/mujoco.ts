/**
 * The same machines in a general-purpose physics engine (WASM): joints, motors, and closures as equality constraints.
 * It takes the smallest number of substeps a frame that keeps its loop gap below 0.1 mm.
 */
import loadMujoco from 'mujoco-js'
import { FOUR_BAR } from './mechanisms'
import { meet } from '../test/sketch'
import { median } from './timing'

const GAP = 1e-4
const FRAME = 1 / 60
/** Trials with more and more substeps are given up after this time [ms]. */
const PATIENCE = 20_000
const MOST_SUBSTEPS = 64
const ROUND = 4

export interface Rival {
  /** Microseconds a frame. */
  readonly frame: number
  readonly substeps: number
  /** Largest gap of a loop over the frames timed [m]. */
  readonly gap: number
  /** False when no substep count tried holds the gap: then this is the largest tried, and holding costs more. */
  readonly held: boolean
  /** The frames of one round, to be timed. */
  readonly round: () => void
  readonly framesInRound: number
}

type Flat = readonly [number, number]
interface Scene {
  readonly bodies: string
  readonly closures: readonly string[]
  readonly motors: readonly { readonly joint: string; readonly speed: number }[]
}

const rod = (from: Flat, to: Flat) =>
  `<geom type="capsule" size="0.006" density="7850" fromto="${from[0]} ${from[1]} 0 ${to[0]} ${to[1]} 0" contype="0" conaffinity="0"/>`
const less = (p: Flat, q: Flat): Flat => [p[0] - q[0], p[1] - q[1]]

/** A body at a point of its parent, hinged there, reaching to a point of ground. */
const hinged = (name: string, at: Flat, parent: Flat, end: Flat, inside = '', site = '') => {
  const place = less(at, parent)
  return `<body name="${name}" pos="${place[0]} ${place[1]} 0"><joint name="${name}" type="hinge" axis="0 0 1" armature="0.001"/>${rod([0, 0], less(end, at))}${site && `<site name="${site}" pos="${end[0] - at[0]} ${end[1] - at[1]} 0"/>`}${inside}</body>`
}

function fourBarScene(): Scene {
  const { ground, crank, coupler, rocker, start, speed } = FOUR_BAR
  const pin: Flat = [crank * Math.cos(start), crank * Math.sin(start)]
  const eye = meet(pin, coupler, [ground, 0], rocker)
  return {
    bodies:
      hinged('crank', [0, 0], [0, 0], pin, hinged('coupler', pin, [0, 0], eye, '', 'c0')) +
      hinged('rocker', [ground, 0], [0, 0], eye, '', 'd0'),
    closures: ['coupler rocker'],
    motors: [{ joint: 'crank', speed }],
  }
}

function chainScene(joints: number): Scene {
  let bodies = ''
  for (let k = joints - 1; k >= 0; k--) {
    bodies = hinged(`arm${k}`, [0.1 * k, 0], [k ? 0.1 * (k - 1) : 0, 0], [0.1 * (k + 1), 0], bodies)
  }
  return {
    bodies,
    closures: [],
    motors: Array.from({ length: joints }, (_, k) => ({ joint: `arm${k}`, speed: 0.5 + (k % 7) / 10 })),
  }
}

function ladderScene(loops: number, start = 1.2): Scene {
  const length = 0.1
  const foot = (k: number): Flat => [length * k, 0]
  const top = (k: number): Flat => [length * (k + Math.cos(start)), length * Math.sin(start)]
  let bodies = ''
  const closures: string[] = []
  for (let k = 0; k <= loops; k++) {
    const next = k < loops ? hinged(`coupler${k}`, top(k), foot(k), top(k + 1), '', `c${k}`) : ''
    bodies += hinged(`rod${k}`, foot(k), [0, 0], top(k), next, k > 0 ? `d${k - 1}` : '')
    if (k < loops) closures.push(`coupler${k} rod${k + 1}`)
  }
  return { bodies, closures, motors: [{ joint: 'rod0', speed: 0.5 }] }
}

function xml({ bodies, closures, motors }: Scene, substeps: number): string {
  const step = FRAME / substeps
  const connect = closures
    .map(
      (_, k) => `<connect site1="c${k}" site2="d${k}" solref="${2 * step} 1" solimp="0.999 0.9999 0.0001"/>`,
    )
    .join('')
  const drive = motors
    .map(
      ({ joint }) => `<velocity joint="${joint}" kv="${closures.length > 0 ? 10 + closures.length : 1000}"/>`,
    )
    .join('')
  return `<mujoco><compiler angle="radian"/><size memory="200M"/><option timestep="${step}" gravity="0 0 0" integrator="implicitfast" jacobian="sparse"><flag contact="disable"/></option><worldbody>${bodies}</worldbody><equality>${connect}</equality><actuator>${drive}</actuator></mujoco>`
}

/** Frames over which a motor comes up to its speed, so that the start is no blow. */
const RUN_UP = 10

/** Finds the substeps that a scene needs, from a first count on. */
async function prepare(scene: Scene, frames: number, first = 1): Promise<Rival> {
  const mujoco = await engine()
  const began = performance.now()
  for (let substeps = first; ; substeps *= 2) {
    mujoco.FS.writeFile('/working/scene.xml', xml(scene, substeps))
    const model = mujoco.MjModel.loadFromXML('/working/scene.xml')
    const data = new mujoco.MjData(model)
    const step = () => {
      for (let s = 0; s < substeps; s++) mujoco.mj_step(model, data)
    }
    const order = siteOrder(scene)
    let gap = 0
    for (let k = 1; k <= frames; k++) {
      scene.motors.forEach(({ speed }, m) => {
        data.ctrl[m] = speed * Math.min(1, k / RUN_UP)
      })
      step()
      const sites: Float64Array = data.site_xpos
      for (const [c, d] of order) {
        gap = Math.max(gap, Math.hypot(sites[3 * c] - sites[3 * d], sites[3 * c + 1] - sites[3 * d + 1]))
      }
    }
    // a run that blew up was reset by the engine; one whose motor lags has not done the work
    const { speed } = scene.motors[0]
    const held = gap < GAP && Math.abs(data.qvel[0] - speed) < 0.2 * speed
    const last = substeps >= MOST_SUBSTEPS || performance.now() - began > PATIENCE
    if (held || last) {
      const round = () => {
        for (let k = 0; k < ROUND; k++) step()
      }
      return { substeps, gap, held, round, framesInRound: ROUND, frame: median(5, round) / ROUND }
    }
    data.delete()
    model.delete()
  }
}

/** Sites stand in the order of the bodies in the file. */
function siteOrder({ bodies, closures }: Scene): [number, number][] {
  const names = [...bodies.matchAll(/site name="(\w+)"/g)].map(([, name]) => name)
  return closures.map((_, k) => [names.indexOf(`c${k}`), names.indexOf(`d${k}`)])
}

// the engine's own types leave its arrays open
// eslint-disable-next-line @typescript-eslint/no-explicit-any
let loaded: any = null
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export async function engine(): Promise<any> {
  if (loaded) return loaded
  loaded = await loadMujoco()
  loaded.FS.mkdir('/working')
  loaded.FS.mount(loaded.MEMFS, { root: '.' }, '/working')
  return loaded
}

export const rivalFourBar = () => prepare(fourBarScene(), 60)
export const rivalChain = (joints: number) => prepare(chainScene(joints), 40)
/** A ladder of a hundred loops needs 16 or more already, and trials with a thousand take long. */
export const rivalLadder = (loops: number) => prepare(ladderScene(loops), 40, loops > 100 ? 16 : 1)
