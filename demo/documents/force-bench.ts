/**
 * Three stations of the seed-packet machine for their forces: a toggle that presses a seal (what it presses with is read), a
 * spring-balanced dosing arm that is let go, and a packet turner that a motor runs up by its line.
 */
import type { AnyLoad, Check, Probe, Scenario } from '@ligamen/core'
import { LineBuilder } from './line-builder'
import type { Point } from './line-builder'

const STEEL = '#8fa3ad'
const DARK = '#4b575c'
const PETROL = '#0f5c63'
const BRASS = '#c9a66b'
const STONE = '#c9c2b2'
const PAPER = '#e8dcc0'
const SOUTH: Point = [0, -1, 0]
const UP: Point = [0, 0, 1]

const bench = new LineBuilder('Force bench')
const link = (length: number, width = 18) => ({
  length: `${length} mm`,
  width: `${width} mm`,
  thickness: '8 mm',
  bore: '8 mm',
})

frame()
toggle()
dosingArm()
turner()
bench.document.springs = [
  {
    ...{ id: 'balance', name: 'Balance spring', from: 'hook', to: 'eye' },
    ...{ diameter: '12 mm', wire: '1.2 mm', coils: 20 },
    ...{ stiffness: '0.028 N/mm', freeLength: '40 mm' },
  },
]
const grease: AnyLoad = {
  ...{ id: 'grease', name: 'Grease in the arm pivot', kind: 'joint-friction', joint: 'arm-pivot' },
  viscous: '0.004 N m s/rad',
} as AnyLoad
bench.document.loads = [grease]
bench.document.poses = [
  { id: 'raised', name: 'Arm raised', values: [{ joint: 'arm-pivot', value: '35 deg' }] },
]
bench.document.probes = probes()
bench.document.checks = checks()
bench.document.charts = [
  {
    id: 'seal-chart',
    name: 'Sealing',
    curves: [{ probe: 'seal-force' }, { probe: 'stroke', axis: 'right' }],
  },
  {
    id: 'run-up-chart',
    name: 'Running up',
    curves: [{ probe: 'turner-torque' }, { probe: 'arm-pull', axis: 'right' }],
  },
]
bench.document.scenarios = scenarios()

export const forceBench = bench.document

function frame(): void {
  bench
    .body('frame', 'Frame', [0, 0, 0], true)
    .box(DARK, [640, 200, 20], [0, 0, -10])
    .box(DARK, [24, 24, 200], [-220, 30, 100])
    .box(DARK, [60, 60, 20], [-220, 0, 190])
    .box(DARK, [20, 20, 250], [-60, 24, 125])
    .box(DARK, [60, 60, 40], [220, 0, 20])
}

/** Two links of 60 mm, 25 degrees from being in line; a cylinder pushes their knee. */
function toggle(): void {
  const [x, y] = [-220, -20]
  const [sin, cos] = [Math.sin((25 * Math.PI) / 180), Math.cos((25 * Math.PI) / 180)]
  const knee: Point = [x + 60 * sin, y, 180 - 60 * cos]
  const foot: Point = [x, y, 180 - 120 * cos]
  bench
    .body('upper-link', 'Upper link', knee)
    .part('link', STEEL, link(60), [0, 0, 0], SOUTH, [-sin, 0, cos])
    .body('lower-link', 'Lower link', knee)
    .part('link', BRASS, link(60), [0, -10, 0], SOUTH, [-sin, 0, -cos])
    .body('jaw', 'Jaw', [x, y, foot[2] - 14])
    .box(PETROL, [60, 24, 20])
    .hinge('top-pin', 'Top pin', 'frame', 'upper-link', [x, y, 180], SOUTH)
    .hinge('knee-pin', 'Knee pin', 'upper-link', 'lower-link', knee, SOUTH)
    .hinge('foot-pin', 'Foot pin', 'lower-link', 'jaw', foot, SOUTH)
    .slide('jaw-guide', 'Jaw guide', 'frame', 'jaw', [x, y, foot[2] - 14], UP)
    .datum('knee-point', 'Knee', 'upper-link', knee)
    .limit('jaw-guide', 's', '-10.5 mm', '20 mm')
}

/** Level at its zero; the spring between post and arm carries its weight. */
function dosingArm(): void {
  const pivot: Point = [-60, 0, 130]
  bench
    .body('arm', 'Dosing arm', pivot)
    .part('link', STEEL, link(200), [0, 0, 0], SOUTH, [1, 0, 0])
    .part('cylinder', BRASS, { diameter: '44 mm', length: '36 mm' }, [200, 0, 22])
    .hinge('arm-pivot', 'Arm pivot', 'frame', 'arm', pivot, SOUTH)
    .datum('hook', 'Hook', 'frame', [-60, 0, 245])
    .datum('eye', 'Eye', 'arm', [10, 0, 130])
    .limit('arm-pivot', 'angle', '-50 deg', '60 deg')
}

function turner(): void {
  const at: Point = [220, 0, 50]
  bench
    .body('turner', 'Packet turner', at)
    .part('disc', STONE, { diameter: '90 mm', thickness: '12 mm', bore: '8 mm' }, [0, 0, 6])
    .box(STEEL, [150, 24, 10], [0, 0, 20])
    .box(PAPER, [40, 24, 40], [55, 0, 45])
    .box(PAPER, [40, 24, 40], [-55, 0, 45])
    .hinge('turner-shaft', 'Turner shaft', 'frame', 'turner', at, UP)
}

function probes(): Probe[] {
  return [
    { id: 'seal-force', name: 'Sealing force', kind: 'effort', joint: 'jaw-guide' },
    { id: 'stroke', name: 'Jaw stroke', kind: 'joint-position', joint: 'jaw-guide' },
    { id: 'top-force', name: 'Force in the top pin', kind: 'joint-force', joint: 'top-pin', along: 'y' },
    { id: 'arm-pull', name: 'Pull of the balance spring', kind: 'spring-force', spring: 'balance' },
    { id: 'turner-torque', name: 'Torque at the turner', kind: 'effort', joint: 'turner-shaft' },
    { id: 'turner-power', name: 'Power into the turner', kind: 'power', joint: 'turner-shaft' },
  ]
}

function checks(): Check[] {
  return [
    { id: 'goes-through', name: 'The run goes through', kind: 'completes' },
    {
      ...{ id: 'seals', name: 'The seal is pressed hard enough', kind: 'statistic', scenario: 'seal' },
      ...{ probe: 'seal-force', statistic: 'maximum', lower: '95 N' },
    },
  ]
}

function scenarios(): Scenario[] {
  const close = {
    ...{ id: 'jaw-moves', kind: 'moves', joint: 'jaw-guide' },
    moves: [{ id: 'closes', start: '0.2 s', duration: '1.6 s', to: '-9 mm', law: 'polynomial-3-4-5' }],
  }
  const cylinder = {
    ...{ id: 'cylinder', name: 'Cylinder at the knee', kind: 'force', datum: 'knee-point' },
    ...{ direction: [-1, 0, 0], force: '40 N' },
  }
  const motor = (id: string, stall: string) => ({
    ...{ id, name: 'Turner motor', kind: 'motor-line', joint: 'turner-shaft' },
    ...{ stall, noLoad: '3000 rpm', ratio: 25, inertia: '8 g cm^2' },
  })
  const bearing = (id: string, kinetic: string, breakaway: string) => ({
    ...{ id, name: 'Turner bearing', kind: 'joint-friction', joint: 'turner-shaft' },
    ...{ kinetic, breakaway },
  })
  const scenario = (one: object): Scenario => ({ frameRate: 60, ...one }) as unknown as Scenario
  return [
    scenario({
      ...{ id: 'let-go', name: 'Let go and run up', length: '3 s', mode: 'free', startPose: 'raised' },
      drivers: [close],
      loads: [cylinder, motor('motor', '3 mN m'), bearing('bearing', '10 mN m', '15 mN m')],
    }),
    scenario({
      ...{ id: 'seal', name: 'Seal slowly', length: '2 s', mode: 'rest', gravity: [0, 0, 0] },
      drivers: [{ ...close, id: 'jaw-moves-2', moves: [{ ...close.moves[0], id: 'closes-2' }] }],
      loads: [{ ...cylinder, id: 'cylinder-2' }],
    }),
    scenario({
      ...{ id: 'balance-at-rest', name: 'Arm at rest', length: '2 s', mode: 'free', startAtRest: true },
      drivers: [],
    }),
    scenario({
      ...{ id: 'blocked', name: 'Blocked turner', length: '2 s', mode: 'free' },
      drivers: [],
      loads: [motor('motor-2', '3 mN m'), bearing('bearing-2', '70 mN m', '90 mN m')],
    }),
  ]
}
