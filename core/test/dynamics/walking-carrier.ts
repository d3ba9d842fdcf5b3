/**
 * A carrier that walks: legs of four-bars on one crankshaft. A leg hangs on its crank pin; its upper end is led by a rocker along the leg,
 * so that the foot goes round a long oval. Half of them lean forwards, half backwards.
 */
import { meet, Sketch } from '../sketch'
import type { Flat } from '../sketch'
import { rod, weigh } from './free'

/** Crank of a leg, from its pin to the joint above and to the foot below, its rocker [m], and how far it leans [rad]. */
const [CRANK, ABOVE, BELOW, ROCKER, LEAN] = [0.016, 0.06, 0.09, 0.06, 0.9]
/** Where the crank stands while the foot of a leg to either side is lowest [rad]. */
const DOWN = { [1]: 4.45, [-1]: 4.97 } as const
/** Radius of a foot [m]. */
const FOOT = 0.006
const TURN = 2 * Math.PI

export interface CarrierSetting {
  readonly legs?: number
  readonly length?: number
  readonly frameRate?: number
  /** Turns a minute; negative backwards. */
  readonly speed?: number
  readonly friction?: number
}

/** Joints of one leg around the shaft at the origin. @param side 1: its foot is to the right, -1: to the left */
function legAt(phase: number, side: 1 | -1): { pin: Flat; joint: Flat; pivot: Flat; foot: Flat } {
  const [s, c] = [Math.sin(LEAN), Math.cos(LEAN)]
  const pin: Flat = [CRANK * Math.cos(phase), CRANK * Math.sin(phase)]
  // the rocker stands across the leg where the crank does
  const pivot: Flat = [side * (-ABOVE * s + ROCKER * c), ABOVE * c + ROCKER * s]
  const joint = side > 0 ? meet(pin, ABOVE, pivot, ROCKER) : meet(pivot, ROCKER, pin, ABOVE)
  const share = BELOW / ABOVE
  return {
    pin,
    pivot,
    joint,
    foot: [pin[0] - share * (joint[0] - pin[0]), pin[1] - share * (joint[1] - pin[1])],
  }
}

/** Masses of chassis, shaft, each leg and each rocker [kg], and inertias of the first two [kg m^2]. */
export const MASSES = {
  chassis: 1.2,
  shaft: 0.2,
  leg: 0.06,
  rocker: 0.03,
  chassisInertia: 2e-3,
  shaftInertia: 4e-5,
}

/** Its legs around the shaft at the origin, and how high the shaft is over the floor while the lowest foot stands on it [m]. */
export function carrierLegs(legs: number) {
  const places = Array.from({ length: legs }, (_, k) => {
    const side = k % 2 === 0 ? 1 : -1
    return { side, ...legAt(DOWN[side] + (TURN * (k >> 1)) / (legs / 2), side) } as const
  })
  return { places, height: FOOT - Math.min(...places.map(({ foot }) => foot[1])), radius: FOOT }
}

const footOf = (k: number): string => `foot${k}`

/** It stands on the floor, the top of which is y = 0, and walks along x. */
export function walkingCarrier({
  legs = 8,
  length = 1,
  frameRate = 60,
  speed = 50,
  friction = 0.8,
}: CarrierSetting = {}): Sketch {
  const { places, height } = carrierLegs(legs)
  const up = ([x, y]: Flat): Flat => [x, y + height]
  const sketch = new Sketch(length, frameRate)
    .part('floor', 'box', 'ground', [0, -0.05], { width: '20 m', depth: '100 mm', height: '1 m' })
    .body('chassis', 'shaft')
    .join('planar', 'free', 'ground', 'chassis', [0, height])
    .hinge('crank', 'chassis', 'shaft', [0, height])
    .motor('crank', (speed * TURN) / 60)
  weigh(sketch, 'chassis', MASSES.chassis, [0, height, 0], [0, 0, MASSES.chassisInertia, 0, 0, 0])
  weigh(sketch, 'shaft', MASSES.shaft, [0, height, 0], [0, 0, MASSES.shaftInertia, 0, 0, 0])
  places.forEach(({ pin, joint, pivot, foot }, k) => {
    const z = 0.02 * (k - legs / 2)
    const at = ([x, y]: Flat) => [x, y + height, z] as const
    sketch
      .body(`leg${k}`, `rocker${k}`)
      .hinge(`pin${k}`, 'shaft', `leg${k}`, up(pin))
      .hinge(`knee${k}`, `leg${k}`, `rocker${k}`, up(joint))
      .hinge(`hip${k}`, 'chassis', `rocker${k}`, up(pivot))
      .part(footOf(k), 'cylinder', `leg${k}`, at(foot), { diameter: 2 * FOOT, length: '10 mm' })
      .contact(`step${k}`, 'ground', `leg${k}`, { friction })
    rod(sketch, `leg${k}`, MASSES.leg, at(pin), at(foot))
    rod(sketch, `rocker${k}`, MASSES.rocker, at(pivot), at(joint))
  })
  const [scenario] = sketch.document.scenarios
  scenario.mode = 'free'
  scenario.gravity = [0, -9.81, 0]
  return sketch
}
