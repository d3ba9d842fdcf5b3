/**
 * A walking sample carrier: twelve legs on one crankshaft, which a motor turns, carry a tray with seed samples along the bench by their weight
 * and by friction. A leg hangs on its crank pin; a rocker leads its upper end along it, so that the foot goes round a long oval.
 */
import type { Check, Probe, Scenario } from '@ligamen/core'
import { LineBuilder } from './line-builder'
import type { Point } from './line-builder'

const STEEL = '#8fa3ad'
const STONE = '#c9c2b2'
const BRASS = '#d9a441'
const BEECH = '#c9a66b'
const DARK = '#4b575c'
const SOUTH: Point = [0, -1, 0]

/** Crank of a leg, from its pin to the joint above and to the foot below, its rocker [mm], and how far it leans [rad]. */
const [CRANK, ABOVE, BELOW, ROCKER, LEAN] = [16, 60, 90, 60, 0.9]
/** Radius of a foot, and distance of the legs [mm]. */
const [FOOT, APART] = [6, 14]
const LEGS = 12
/** Where the crank stands while the foot of a leg to either side is lowest [rad]. */
const DOWN = { [1]: 4.45, [-1]: 4.97 } as const

type Flat = readonly [number, number]

/** The intersection of two circles that lies to the left of the line between their centres. */
function meet([ax, ay]: Flat, ra: number, [bx, by]: Flat, rb: number): Flat {
  const [dx, dy] = [bx - ax, by - ay]
  const d = Math.hypot(dx, dy)
  const along = (ra * ra - rb * rb + d * d) / (2 * d)
  const across = Math.sqrt(ra * ra - along * along)
  return [ax + (along * dx - across * dy) / d, ay + (along * dy + across * dx) / d]
}

/** Joints of one leg around the shaft, x and height. @param side 1: its foot is to the right, -1: to the left */
function legAt(phase: number, side: 1 | -1) {
  const [s, c] = [Math.sin(LEAN), Math.cos(LEAN)]
  const pin: Flat = [CRANK * Math.cos(phase), CRANK * Math.sin(phase)]
  const pivot: Flat = [side * (-ABOVE * s + ROCKER * c), ABOVE * c + ROCKER * s]
  const knee = side > 0 ? meet(pin, ABOVE, pivot, ROCKER) : meet(pivot, ROCKER, pin, ABOVE)
  const share = BELOW / ABOVE
  const foot: Flat = [pin[0] - share * (knee[0] - pin[0]), pin[1] - share * (knee[1] - pin[1])]
  return { pin, pivot, knee, foot }
}

const legs = Array.from({ length: LEGS }, (_, k) => {
  const side = k % 2 === 0 ? 1 : -1
  const phase = DOWN[side] + (2 * Math.PI * (k >> 1)) / (LEGS / 2)
  return { side, phase, y: (k - (LEGS - 1) / 2) * APART, ...legAt(phase, side) } as const
})
const height = FOOT - Math.min(...legs.map(({ foot }) => foot[1]))
const link = (length: number, width: number) => ({
  ...{ length: `${length} mm`, width: `${width} mm`, thickness: '5 mm' },
  bore: '3 mm',
})
const toward = ([ax, ay]: Flat, [bx, by]: Flat): Point => {
  const d = Math.hypot(bx - ax, by - ay)
  return [(bx - ax) / d, 0, (by - ay) / d]
}
const wide = LEGS * APART + 20

const carrier = new LineBuilder('Walking sample carrier')
// its outline lies in the plane of walking
carrier
  .body('bench', 'Bench', [1500, 0, -10], true)
  .part('box', DARK, { width: '3800 mm', depth: '20 mm', height: '320 mm' }, [0, 0, 0], SOUTH)
chassis()
legs.forEach(leg)
carrier.document.contacts = legs.map((_, k) => ({
  ...{ id: `step-${k + 1}`, name: `Step ${k + 1}`, a: 'bench', b: `leg-${k + 1}`, friction: 0.8 },
}))
carrier.document.probes = probes()
carrier.document.checks = checks()
carrier.document.charts = [
  {
    id: 'walk-chart',
    name: 'Walking',
    curves: [{ probe: 'way' }, { probe: 'first-step', axis: 'right' }],
  },
]
carrier.document.scenarios = [
  {
    ...{ id: 'walk', name: 'Walk along the bench', length: '30 s', frameRate: 30, mode: 'free' },
    drivers: [{ id: 'motor', kind: 'motor', joint: 'crank', speed: '-50 rpm', runUp: '0.3 s' }],
    shots: [
      {
        ...{ id: 'beside', name: 'Beside it', kind: 'follows', on: 'chassis', start: 0, duration: '22 s' },
        view: { eye: ['180 mm', '-620 mm', '220 mm'], target: [0, 0, '-10 mm'] },
      },
      {
        ...{ id: 'legs', name: 'Its feet', kind: 'follows', on: 'chassis', start: '22 s', duration: '8 s' },
        view: { eye: ['60 mm', '-300 mm', '20 mm'], target: [0, 0, '-50 mm'] },
      },
    ],
    picture: { frame: '16:9' },
  } as unknown as Scenario,
]

export const sampleCarrier = carrier.document

/** Crankshaft, chassis with the tray, and what leads it in the plane. */
function chassis(): void {
  const at: Point = [0, 0, height]
  carrier
    .body('chassis', 'Chassis', at)
    .box(STEEL, [120, 6, 20], [0, -wide / 2, 70])
    .box(STEEL, [120, 6, 20], [0, wide / 2, 70])
    .box(STEEL, [12, 6, 80], [0, -wide / 2, 30])
    .box(STEEL, [12, 6, 80], [0, wide / 2, 30])
    .box(BEECH, [140, wide + 6, 6], [0, 0, 83])
  for (const x of [-45, 0, 45])
    for (const y of [-60, -20, 20, 60])
      carrier.part('cylinder', STONE, { diameter: '18 mm', length: '30 mm' }, [x, y, 101])
  carrier
    .join('planar', 'plane', 'Plane of walking', 'bench', 'chassis', at, SOUTH)
    .body('shaft', 'Crankshaft', at)
    .part('cylinder', BRASS, { diameter: '10 mm', length: `${wide + 10} mm` }, [0, 0, 0], SOUTH)
    .hinge('crank', 'Crank bearing', 'chassis', 'shaft', at, SOUTH)
  for (const { pin, y } of legs)
    carrier.part('link', BRASS, link(CRANK, 9), [0, y + 5, 0], SOUTH, toward([0, 0], pin))
  carrier.datum('middle', 'Middle of the tray', 'chassis', [0, 0, height + 86])
}

function leg({ pin, pivot, knee, foot, y }: (typeof legs)[number], k: number): void {
  const n = k + 1
  const up = ([x, z]: Flat): Point => [x, y, z + height]
  const off = ([x, z]: Flat, [ox, oz]: Flat): Point => [x - ox, 0, z - oz]
  carrier
    .body(`leg-${n}`, `Leg ${n}`, up(pin))
    .part('link', STEEL, link(ABOVE + BELOW, 8), off(knee, pin), SOUTH, toward(knee, foot))
    .part('cylinder', STONE, { diameter: `${2 * FOOT} mm`, length: '10 mm' }, off(foot, pin), SOUTH)
    .body(`rocker-${n}`, `Rocker ${n}`, up(pivot))
    .part('link', STEEL, link(ROCKER, 8), [0, 5, 0], SOUTH, toward(pivot, knee))
    .hinge(`pin-${n}`, `Crank pin ${n}`, 'shaft', `leg-${n}`, up(pin), SOUTH)
    .hinge(`knee-${n}`, `Knee ${n}`, `leg-${n}`, `rocker-${n}`, up(knee), SOUTH)
    .hinge(`hip-${n}`, `Hip ${n}`, 'chassis', `rocker-${n}`, up(pivot), SOUTH)
}

function probes(): Probe[] {
  return [
    { id: 'way', name: 'Way along the bench', kind: 'datum-position', datum: 'middle', along: 'x' },
    { id: 'first-step', name: 'Force in step 1', kind: 'contact-force', contact: 'step-1' },
    { id: 'sliding', name: 'Sliding of step 1', kind: 'contact-slip', contact: 'step-1' },
    { id: 'torque', name: 'Torque of the motor', kind: 'effort', joint: 'crank' },
  ]
}

function checks(): Check[] {
  return [
    { id: 'goes-through', name: 'It walks for 30 s', kind: 'completes' },
    {
      ...{ id: 'far', name: 'It gets two metres far', kind: 'statistic', scenario: 'walk' },
      ...{ probe: 'way', statistic: 'maximum', lower: '2 m' },
    },
  ]
}
