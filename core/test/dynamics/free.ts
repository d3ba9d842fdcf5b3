/** Free motion of sketches whose bodies have masses, without a document's scenario. */
import { FreeSolver } from '../../src/dynamics/free-solver'
import type { FreeOptions } from '../../src/dynamics/free-solver'
import { Loads } from '../../src/dynamics/loads/loads'
import type { ActingLoad } from '../../src/dynamics/loads/loads'
import { bodyMasses, linkMasses } from '../../src/dynamics/masses'
import { physics } from '../../src/dynamics/physics'
import type { Physics } from '../../src/dynamics/physics'
import { contactPairs, hasForces } from '../../src/contact/pairs'
import { coordinateOf } from '../../src/mechanism/coordinate'
import type { Mechanism } from '../../src/mechanism/compile'
import type { Model } from '../../src'
import { meet, Sketch } from '../sketch'
import type { Flat } from '../sketch'

export const G = 9.81

type Three = readonly [number, number, number]

/** Gives a body its mass, centre and inertia about it (xx yy zz xy yz zx). */
export function weigh(
  sketch: Sketch,
  id: string,
  mass: number,
  centre: Three,
  inertia: readonly number[],
): Sketch {
  const body = sketch.document.bodies.find((one) => one.id === id)!
  body.mass = {
    mass,
    centre: [...centre],
    inertia: [...inertia] as unknown as [number, number, number, number, number, number],
  }
  return sketch
}

/** A slender rod between two points, as if it were hung there. */
export function rod(sketch: Sketch, id: string, mass: number, from: Three, to: Three): Sketch {
  const d = to.map((v, k) => v - from[k])
  const length2 = d.reduce((s, v) => s + v * v, 0)
  const tensor = (i: number, j: number) => (mass / 12) * ((i === j ? length2 : 0) - d[i] * d[j])
  const centre = from.map((v, k) => (v + to[k]) / 2) as unknown as Three
  return weigh(sketch, id, mass, centre, [
    tensor(0, 0),
    tensor(1, 1),
    tensor(2, 2),
    tensor(0, 1),
    tensor(1, 2),
    tensor(2, 0),
  ])
}

export interface FreeSetting extends FreeOptions {
  readonly gravity?: Three
  readonly rates?: Readonly<Record<string, number>>
  /** Steady rates that are prescribed, by joint. */
  readonly drives?: Readonly<Record<string, number>>
  readonly loads?: (mechanism: Mechanism) => readonly ActingLoad[]
}

/** A sketch opened, with what acts on it. */
export interface Loose {
  readonly model: Model
  readonly physics: Physics
}

export function loosen(
  sketch: Sketch,
  { gravity = [0, -G, 0], loads }: Pick<FreeSetting, 'gravity' | 'loads'> = {},
): Loose {
  const model = sketch.open()
  const { mechanism } = model
  const acting = new Loads(Float64Array.from(gravity), loads?.(mechanism) ?? [])
  return { model, physics: physics(mechanism, linkMasses(mechanism, bodyMasses(mechanism)), acting) }
}

/** Lets it go with rates by joint. */
export function letGo(
  { model: { mechanism, home }, physics: acting }: Loose,
  { rates = {}, drives = {}, ...options }: FreeSetting = {},
): FreeSolver {
  const start = new Float64Array(mechanism.links)
  for (const [joint, rate] of Object.entries(rates)) start[linkOf(mechanism, joint)] = rate
  const pairs = contactPairs(mechanism).filter(hasForces)
  const driven = Object.entries(drives).map(([joint, speed]) => {
    const link = linkOf(mechanism, joint)
    return { link, evaluate: steady(home[link], speed) }
  })
  const solver = new FreeSolver(mechanism, acting, driven, home, start, [], 0, { pairs, ...options })
  if (!solver.start()) throw new Error(solver.problem!.message)
  return solver
}

export const free = (sketch: Sketch, setting: FreeSetting = {}): FreeSolver =>
  letGo(loosen(sketch, setting), setting)

/** The link of a joint's only freedom, or of the one that is named behind a slash. */
export function linkOf(mechanism: Mechanism, name: string): number {
  const [joint, freedom] = name.split('/')
  return coordinateOf(mechanism, joint, freedom)!.link
}

export function reach(solver: FreeSolver, time: number): FreeSolver {
  if (!solver.advance(time)) throw new Error(solver.problem!.message)
  return solver
}

/** Sum of all energies, which stays what it is [J]. */
export function balance({ energy: { kinetic, stored, lost, driven } }: FreeSolver): number {
  return kinetic + stored + lost - driven
}

/** A crank-rocker of rods with its crank at 1 rad, or mirrored. @param length of its scenario [s] */
export function rodCrankRocker(length: number, side: 1 | -1 = 1): Sketch {
  const pin: Flat = [0.03 * Math.cos(1), side * 0.03 * Math.sin(1)]
  const found = meet([pin[0], side * pin[1]], 0.16, [0.16, 0], 0.1)
  const eye: Flat = [found[0], side * found[1]]
  const sketch = new Sketch(length)
    .body('crank', 'coupler', 'rocker')
    .hinge('shaft', 'ground', 'crank', [0, 0])
    .hinge('pin', 'crank', 'coupler', pin)
    .hinge('eye', 'coupler', 'rocker', eye)
    .hinge('pivot', 'ground', 'rocker', [0.16, 0])
  rod(sketch, 'crank', 0.1, [0, 0, 0], [...pin, 0])
  rod(sketch, 'coupler', 0.5, [...pin, 0], [...eye, 0])
  rod(sketch, 'rocker', 0.3, [0.16, 0, 0], [...eye, 0])
  return sketch
}

const steady =
  (from: number, speed: number) =>
  (time: number, out: Float64Array): void => {
    out[0] = from + speed * time
    out[1] = speed
    out[2] = out[3] = 0
  }
