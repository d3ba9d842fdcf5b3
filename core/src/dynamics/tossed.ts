/**
 * Bodies that nothing holds, over a step that goes straight on: their centres of mass go by their rates and they turn about these, whatever
 * the three turns are by which their attitude is told. At a second turn of 90 degrees these have no rates, and near it coordinates alone
 * would not do.
 * Source: Featherstone, Rigid Body Dynamics Algorithms, sections 2.8 to 2.11 (twists, and how they change); Hairer, Lubich & Wanner,
 * Geometric Numerical Integration, section VII.5 (a rigid body turned by its angular velocity).
 */
import { FRAME, multiply, ORIGIN } from '../maths/frame'
import { factor, solveFactored } from '../maths/lu'
import { turnedAbout } from '../maths/rigid-motion'
import { crossInto, writeCross } from '../maths/triples'
import type { Vector } from '../maths/vector'
import { bodyFrame } from '../mechanism/body-poses'
import type { Chain } from '../mechanism/chain'
import { setFloating } from '../mechanism/floating'
import type { MotionState } from '../mechanism/state'
import type { LinkMasses } from './masses'
import { NEAR_POLE } from './tolerances'

/** One body, on the last of its six links. */
interface Tossed {
  readonly body: number
  readonly last: number
  /** Centre of mass in the frame of that link [m]. */
  readonly centre: Float64Array
  /** How it turns and how its centre goes, in ground [rad/s, m/s]. */
  readonly motion: Float64Array
  /** How what acts on it changes both [rad/s^2, m/s^2]. */
  readonly push: Float64Array
  /** Inertia tensor about the centre along the axes of that link, row by row; null where it is none [kg m^2]. */
  readonly tensor: Float64Array | null
  /** The same factored. */
  readonly factors: Float64Array
  readonly pivots: Int32Array
  /** Angular momentum in ground [kg m^2/s]. */
  readonly momentum: Float64Array
}

export class TossedBodies {
  /** 1 for their links. */
  readonly has: Uint8Array
  private readonly bodies: readonly Tossed[]

  /** @param independent links that nothing determines */
  constructor(
    private readonly mechanism: Chain,
    masses: LinkMasses,
    independent: Int32Array,
  ) {
    const free = new Set(independent)
    this.bodies = mechanism.floating
      .map((body) => ({ body, last: mechanism.bodyLink[body] }))
      .filter(({ last }) => [0, 1, 2, 3, 4, 5].every((k) => free.has(last - k)))
      .map(({ body, last }) => ({
        ...{ body, last, centre: masses.centre.slice(3 * last, 3 * last + 3), ...tensorOf(masses, last) },
        ...{ motion: new Float64Array(6), push: new Float64Array(6), momentum: new Float64Array(3) },
      }))
    this.has = new Uint8Array(mechanism.links)
    for (const { last } of this.bodies) this.has.fill(1, last - 5, last + 1)
  }

  /** Whether the three turns of one tell its attitude poorly. */
  areNearPole({ q }: MotionState): boolean {
    return this.bodies.some(({ last }) => Math.abs(Math.cos(q[last - 1])) < NEAR_POLE)
  }

  /** Keeps what acts on them at the present rates and accelerations: how a turn changes by itself belongs to `drift`. */
  readPush(state: MotionState): void {
    for (const one of this.bodies) {
      const { motion, push } = one
      readMotion(state, state.rate, one, motion, push)
      addGyration(state, one, push, -1)
      readMotion(state, state.acceleration, one, motion)
      for (let k = 0; k < 6; k++) push[k] += motion[k]
    }
  }

  /** Changes their rates by what acts on them over a time [s]. */
  kick(state: MotionState, duration: number): void {
    for (const one of this.bodies) {
      const { motion, push } = one
      readMotion(state, state.rate, one, motion)
      for (let k = 0; k < 6; k++) motion[k] += duration * push[k]
      writeRates(state, one)
    }
  }

  /** Moves them on as nothing acts on them, places everything, and gives their coordinates the rates that they have there. */
  drift(state: MotionState, duration: number): void {
    for (const one of this.bodies) {
      const { body, last, motion } = one
      readMotion(state, state.rate, one, motion)
      keepMomentum(state, one)
      mean.set(motion)
      addGyration(state, one, mean, duration / 2)
      const [x, y, z] = mean
      const rate = Math.hypot(x, y, z)
      const axis: Vector = rate > 0 ? [x / rate, y / rate, z / rate] : [0, 0, 1]
      const turn = turnedAbout(centreOf(state, one), axis, duration * rate)
      for (let k = 0; k < 3; k++) turn[ORIGIN + k] += duration * motion[3 + k]
      const target = multiply(turn, bodyFrame(this.mechanism, state, body))
      const offset = this.mechanism.bodyFrame.slice(FRAME * body, FRAME * body + FRAME)
      setFloating(this.mechanism, state, last, offset, target)
      spendMomentum(state, one)
      writeRates(state, one)
    }
  }
}

/** In ground. */
function centreOf({ world }: MotionState, { last, centre }: Tossed): Vector {
  const f = FRAME * last
  const [x, y, z] = [0, 1, 2].map(
    (k) => world[f + ORIGIN + k] + [0, 1, 2].reduce((sum, a) => sum + world[f + 3 * a + k] * centre[a], 0),
  )
  return [x, y, z]
}

/** Writes how it turns and how its centre goes by values of its coordinates, and how that changes by itself. */
function readMotion(
  state: MotionState,
  values: Float64Array,
  one: Tossed,
  out: Float64Array,
  bias?: Float64Array,
): void {
  const { screw } = state
  out.fill(0)
  bias?.fill(0)
  for (let link = one.last - 5; link <= one.last; link++) {
    for (let k = 0; k < 6; k++) part[k] = screw[6 * link + k] * values[link]
    if (bias) crossInto(out, 0, part, 0, bias, 0, 1)
    if (bias) crossInto(out, 0, part, 3, bias, 3, 1)
    if (bias) crossInto(out, 3, part, 0, bias, 3, 1)
    for (let k = 0; k < 6; k++) out[k] += part[k]
  }
  // from the ground's origin to the centre, which goes along
  part.set(centreOf(state, one))
  crossInto(out, 0, part, 0, out, 3, 1)
  if (!bias) return
  crossInto(bias, 0, part, 0, bias, 3, 1)
  crossInto(out, 0, out, 3, bias, 3, 1)
}

function tensorOf({ tensor }: LinkMasses, link: number): Pick<Tossed, 'tensor' | 'factors' | 'pivots'> {
  const [xx, yy, zz, xy, yz, zx] = tensor.subarray(6 * link, 6 * link + 6)
  const rows = Float64Array.of(xx, xy, zx, xy, yy, yz, zx, yz, zz)
  const [factors, pivots, ratio] = [rows.slice(), new Int32Array(3), new Float64Array(1)]
  factor(factors, 3, pivots, ratio)
  return { tensor: Math.abs(ratio[0]) > SLENDER ? rows : null, factors, pivots }
}

/** Moments of inertia that are smaller than this share of another one are none [-]. */
const SLENDER = 1e-9

/** Adds a share of how its turn changes while nothing acts on it [rad/s^2]. */
function addGyration(state: MotionState, one: Tossed, out: Float64Array, share: number): void {
  const { tensor, motion, factors, pivots, last } = one
  if (!tensor) return
  toLink(state, FRAME * last, motion, turning)
  timesTensor(tensor, turning, carried)
  writeCross(carried, 0, turning, 0, own, 0)
  solveFactored(factors, 3, pivots, own)
  toGround(state, FRAME * last, own, turning)
  for (let k = 0; k < 3; k++) out[k] += share * turning[k]
}

function keepMomentum(state: MotionState, { last, tensor, motion, momentum }: Tossed): void {
  if (!tensor) return
  toLink(state, FRAME * last, motion, turning)
  timesTensor(tensor, turning, carried)
  toGround(state, FRAME * last, carried, momentum)
}

/** Turns as its momentum says where it is now. */
function spendMomentum(
  state: MotionState,
  { last, tensor, factors, pivots, momentum, motion }: Tossed,
): void {
  if (!tensor) return
  toLink(state, FRAME * last, momentum, turning)
  solveFactored(factors, 3, pivots, turning)
  toGround(state, FRAME * last, turning, motion)
}

const mean = new Float64Array(6)
const turning = new Float64Array(3)
const carried = new Float64Array(3)
const own = new Float64Array(3)

function toLink({ world }: MotionState, f: number, way: Float64Array, out: Float64Array): void {
  for (let k = 0; k < 3; k++)
    out[k] = world[f + 3 * k] * way[0] + world[f + 3 * k + 1] * way[1] + world[f + 3 * k + 2] * way[2]
}

function toGround({ world }: MotionState, f: number, way: Float64Array, out: Float64Array): void {
  for (let k = 0; k < 3; k++)
    out[k] = world[f + k] * way[0] + world[f + 3 + k] * way[1] + world[f + 6 + k] * way[2]
}

function timesTensor(tensor: Float64Array, way: Float64Array, out: Float64Array): void {
  for (let k = 0; k < 3; k++)
    out[k] = tensor[3 * k] * way[0] + tensor[3 * k + 1] * way[1] + tensor[3 * k + 2] * way[2]
}

/** Writes the rates of the six coordinates. */
function writeRates(state: MotionState, one: Tossed): void {
  const { screw, rate } = state
  const { last, motion } = one
  const [u, v, w] = [last - 2, last - 1, last].map((link) => screw.subarray(6 * link, 6 * link + 3))
  const across = (a: Float64Array, b: Float64Array) => {
    const out = new Float64Array(3)
    writeCross(a, 0, b, 0, out, 0)
    return out
  }
  const dot = (a: Float64Array, b: Float64Array) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
  const det = dot(u, across(v, w))
  // three axes in one plane: it turns about none of them there
  if (det === 0) return
  rate[last - 2] = dot(motion, across(v, w)) / det
  rate[last - 1] = dot(motion, across(w, u)) / det
  rate[last] = dot(motion, across(u, v)) / det
  // at the ground's origin, without what the turns do there
  const left = motion.slice(3)
  part.set(centreOf(state, one))
  crossInto(part, 0, motion, 0, left, 0, 1)
  for (let link = last - 2; link <= last; link++)
    for (let k = 0; k < 3; k++) left[k] -= screw[6 * link + 3 + k] * rate[link]
  for (let link = last - 5; link < last - 2; link++) {
    const along = screw.subarray(6 * link + 3, 6 * link + 6)
    rate[link] = dot(left, along)
  }
}

const part = new Float64Array(6)
