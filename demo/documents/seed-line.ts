/**
 * The seed-packet machine as one line, with a full cycle of ten seconds: a packet is pushed onto the indexing table, taken
 * to the dosing drum (a planetary train with two inputs), sealed by a toggle jaw, carried by the gantry to the stacker and
 * lowered on the hoist's platform. Every move is tied to another one; only the first has a time.
 */
import type { AnyCue, AnyDriver, Move } from '@ligamen/core'
import { LineBuilder } from './line-builder'
import type { Point } from './line-builder'
import * as seen from './seed-line-picture'
import { charts, checks, probes } from './seed-line-proof'

const STEEL = '#8fa3ad'
const DARK = '#4b575c'
const PETROL = '#0f5c63'
const BRASS = '#c9a66b'
const OCHRE = '#d9a441'
const SAGE = '#7f9c8b'
const STONE = '#c9c2b2'
const PAPER = '#e8dcc0'
const SOUTH: Point = [0, -1, 0]
const EAST: Point = [1, 0, 0]
const NORTH: Point = [0, 1, 0]
const UP: Point = [0, 0, 1]

const line = new LineBuilder('Seed line')
// teeth a little thinner than the gaps, so that they turn with backlash
const gear = (teeth: number, module: number, width: number) => ({
  module: `${module} mm`,
  teeth: String(teeth),
  width: `${width} mm`,
  bore: '8 mm',
  shift: '-0.05',
})
/** Directions in the plane of x and y. */
const turned = (angle: number): Point => [Math.cos(angle), Math.sin(angle), 0]
/** The packet is pushed along this line, by so much, to the middle of its seat [mm]. */
const SEATED = -200 + 66 * Math.cos((5 * Math.PI) / 6)
const PUSH = 40 + 66 * Math.sin((5 * Math.PI) / 6)
const PUSHED = (195 / 360) * 40 * Math.PI
/** The gripper stands over the seat to which the table brings the packet [mm]. */
const GRIP = 106
const link = (length: number, width = 18) => ({
  length: `${length} mm`,
  width: `${width} mm`,
  thickness: '8 mm',
  bore: '8 mm',
})

frame()
pusher()
indexing()
dosing()
jaw()
gantry()
stackerAndHoist()
walkingBeam()
tamper()
packets()
line.document.scenarios.push(cycle())
line.document.probes = probes
line.document.checks = checks
line.document.charts = charts
line.document.springs = [
  {
    id: 'tamper-spring',
    name: 'Tamper spring',
    from: 'spring-seat',
    to: 'spring-plate',
    diameter: '14 mm',
    wire: '1.6 mm',
    coils: 7,
  },
]
line.document.desk = [
  { joint: 'long', freedom: 's' },
  { joint: 'lift', freedom: 's' },
  { joint: 'stack', freedom: 'angle', as: 'knob' },
  { datum: 'gripper-point' },
]

export const seedLine = line.document

function frame(): void {
  line
    .body('frame', 'Frame', [0, 0, 0], true)
    .box(DARK, [1240, 420, 20], [0, 0, -10])
    .box(DARK, [30, 30, 60], [-430, PUSH + 20, 30])
    .box(DARK, [30, 30, 40], [-200, 40, 20])
    .box(DARK, [30, 30, 260], [-60, 195, 130])
    .box(DARK, [30, 30, 260], [560, 195, 130])
    .box(DARK, [650, 20, 20], [250, 195, 270])
    .box(DARK, [40, 40, 54], [470, -40, 27])
    .box(DARK, [30, 20, 90], [-330, -160, 45])
    .box(DARK, [30, 20, 90], [-170, -160, 45])
    .box(DARK, [30, 20, 90], [-440, -160, 45])
    .box(DARK, [30, 20, 200], [-60, -80, 100])
    .box(DARK, [30, 60, 10], [-60, -100, 195])
}

/** A shaft with a pinion moves a rack: 31.4 mm for a quarter turn. */
function pusher(): void {
  line
    .body('pusher-shaft', 'Pusher shaft', [-430, PUSH + 20, 70])
    // a gap of the pinion faces the tooth in the middle of the rack
    .part('gear', PETROL, gear(20, 2, 12), [0, 0, 0], UP, turned(Math.PI / 20))
    .body('push-rack', 'Push rack', [-430, PUSH, 70])
    .part('rack', BRASS, { module: '2 mm', teeth: '24', width: '10 mm', height: '12 mm' })
    // it passes 0.8 mm over the seat onto which it pushes
    .box(BRASS, [8, 40, 11.2], [SEATED - PUSHED + 430 - 17, 0, 6.4])
    .hinge('pusher-turn', 'Pusher shaft', 'frame', 'pusher-shaft', [-430, PUSH + 20, 70])
    .slide('push', 'Push rack', 'frame', 'push-rack', [-430, PUSH, 70], EAST)
    .relate({
      id: 'push-mesh',
      name: 'Pinion and rack',
      kind: 'rack',
      a: { joint: 'pusher-turn' },
      b: { joint: 'push' },
      diameter: '40 mm',
    })
    .limit('push', 's', '-5 mm', '80 mm')
}

/** A slotted wheel with six slots: each turn of the pin wheel moves the table on by a sixth. */
function indexing(): void {
  const centre: Point = [-200, 40, 40]
  line
    .body('pin-wheel', 'Pin wheel', [-110, 40, 40])
    .part('pin-wheel', PETROL, { slots: '6', distance: '90 mm', pin: '8 mm', width: '8 mm', bore: '10 mm' })
    .body('table', 'Indexing table', centre)
    // between two slots the wheel faces the pin wheel, and is locked
    .part(
      'index-wheel',
      STEEL,
      { slots: '6', distance: '90 mm', pin: '8 mm', width: '8 mm', bore: '10 mm' },
      [0, 0, 0],
      [0, 0, 1],
      [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6), 0],
    )
    .part('disc', STONE, { diameter: '180 mm', thickness: '6 mm', bore: '0 mm' }, [0, 0, 18])
    .hinge('pin-wheel-turn', 'Pin wheel', 'frame', 'pin-wheel', [-110, 40, 40])
    .hinge('table-turn', 'Indexing table', 'frame', 'table', centre)
  for (let k = 0; k < 6; k++) {
    const angle = (k * Math.PI) / 3 + Math.PI / 6
    const at: Point = [centre[0] + 66 * Math.cos(angle), centre[1] + 66 * Math.sin(angle), 66]
    line
      .body(`seat-${k + 1}`, `Seat ${k + 1}`, at)
      .box(SAGE, [34, 34, 8])
      .join('rigid', `seat-screw-${k + 1}`, `Seat screw ${k + 1}`, 'table', `seat-${k + 1}`, at)
  }
  line.relate({
    id: 'index',
    name: 'Pin in slot',
    kind: 'index',
    a: { joint: 'pin-wheel-turn' },
    b: { joint: 'table-turn' },
    slots: 6,
  })
}

/** A planetary train: the sun doses, the ring corrects, the arm turns the drum. */
function dosing(): void {
  const at: Point = [60, 60, 40]
  line
    .body('sun', 'Sun wheel', at)
    .part('gear', PETROL, gear(20, 1.5, 10))
    .body('ring', 'Ring wheel', at)
    .part('internal-gear', STEEL, { module: '1.5 mm', teeth: '52', width: '10 mm', rim: '6 mm' })
    .body('arm', 'Dosing arm', at)
    .part('disc', BRASS, { diameter: '64 mm', thickness: '5 mm', bore: '8 mm' }, [0, 0, 12])
    .part('cylinder', OCHRE, { diameter: '50 mm', length: '60 mm' }, [0, 0, 46])
    .hinge('sun-turn', 'Sun shaft', 'frame', 'sun', at)
    .hinge('ring-turn', 'Ring bearing', 'frame', 'ring', at)
    .hinge('arm-turn', 'Dosing arm', 'frame', 'arm', at)
  for (let k = 0; k < 3; k++) {
    const angle = (k * 2 * Math.PI) / 3
    const pin: Point = [at[0] + 27 * Math.cos(angle), at[1] + 27 * Math.sin(angle), 40]
    const planet = `planet-${k + 1}`
    line
      .body(planet, `Planet ${k + 1}`, pin)
      // a gap on the line to the sun where that has a tooth
      .part(
        'gear',
        BRASS,
        gear(16, 1.5, 10),
        [0, 0, 0],
        UP,
        turned(angle + Math.PI - (2 * Math.PI * (0.5 - (20 * k) / 3)) / 16),
      )
      .hinge(`${planet}-pin`, `Planet pin ${k + 1}`, 'arm', planet, pin)
      .relate({
        id: `${planet}-sun`,
        name: `Sun and planet ${k + 1}`,
        kind: 'gear',
        a: { joint: 'sun-turn' },
        b: { joint: `${planet}-pin` },
        carrier: 'arm',
        teethA: 20,
        teethB: 16,
      })
      .relate({
        id: `${planet}-ring`,
        name: `Ring and planet ${k + 1}`,
        kind: 'gear',
        a: { joint: 'ring-turn' },
        b: { joint: `${planet}-pin` },
        carrier: 'arm',
        internal: true,
        teethA: 52,
        teethB: 16,
      })
  }
}

/** A toggle presses the upper jaw on the lower one: two links in line hold it shut. */
function jaw(): void {
  const [x, y] = [60, -120]
  const front = -20
  const knee: Point = [x + 30, y + front, 130]
  line
    .body('jaw-head', 'Jaw head', [x, y, 190])
    .box(DARK, [40, 24, 20])
    .body('upper-link', 'Upper toggle link', knee)
    .part('link', STEEL, link(Math.hypot(30, 50)), [0, 0, 0], SOUTH, [-30, 0, 50])
    .body('lower-link', 'Lower toggle link', knee)
    .part('link', BRASS, link(Math.hypot(30, 50)), [0, -10, 0], SOUTH, [-30, 0, -50])
    .body('upper-jaw', 'Upper jaw', [x, y, 66])
    .box(PETROL, [60, 30, 20])
    .box(PETROL, [16, 12, 20], [0, front - 6, 14])
    .body('lower-jaw', 'Lower jaw', [x, y, 20])
    .box(PETROL, [60, 30, 40])
    .join('rigid', 'head-screw', 'Head screw', 'frame', 'jaw-head', [x, y, 190])
    .join('rigid', 'lower-screw', 'Lower jaw screw', 'frame', 'lower-jaw', [x, y, 20])
    .hinge('top-pin', 'Top pin', 'jaw-head', 'upper-link', [x, y + front, 180], SOUTH)
    .hinge('knee', 'Knee pin', 'upper-link', 'lower-link', knee, SOUTH)
    .hinge('jaw-pin', 'Jaw pin', 'lower-link', 'upper-jaw', [x, y + front, 80], SOUTH)
    .slide('jaw', 'Jaw guide', 'frame', 'upper-jaw', [x, y, 66], UP)
}

/** Three slides one on the other, and two fingers that close on each other. */
function gantry(): void {
  line
    .body('bridge', 'Bridge', [-200, 195, 290])
    .box(STEEL, [40, 60, 20])
    .box(STEEL, [8, 260, 20], [-14, -130, 20])
    .box(STEEL, [8, 260, 20], [14, -130, 20])
    .body('sledge', 'Sledge', [-200, GRIP, 310])
    .box(BRASS, [46, 46, 36])
    .body('gripper', 'Gripper', [-200, GRIP, 240])
    .box(PETROL, [16, 16, 160], [0, 0, 40])
    .box(PETROL, [60, 24, 10], [0, 0, -44])
    .body('left-finger', 'Left finger', [-224, GRIP, 178])
    .box(OCHRE, [6, 20, 44])
    .body('right-finger', 'Right finger', [-176, GRIP, 178])
    .box(OCHRE, [6, 20, 44])
    .datum('gripper-point', 'Gripper point', 'gripper', [-200, GRIP, 176])
    .slide('long', 'Long slide', 'frame', 'bridge', [-200, 195, 290], EAST)
    .slide('cross', 'Cross slide', 'bridge', 'sledge', [-200, GRIP, 310], NORTH)
    .slide('lift', 'Gripper lift', 'sledge', 'gripper', [-200, GRIP, 240], UP)
    .slide('left-grip', 'Left finger', 'gripper', 'left-finger', [-224, GRIP, 178], EAST)
    .slide('right-grip', 'Right finger', 'gripper', 'right-finger', [-176, GRIP, 178], EAST)
    .relate({
      id: 'fingers',
      name: 'Fingers',
      kind: 'sum',
      terms: [
        { joint: 'left-grip', factor: 1 },
        { joint: 'right-grip', factor: 1 },
      ],
    })
    .limit('long', 's', '-40 mm', '720 mm')
    .limit('lift', 's', '-160 mm', '10 mm')
}

/** The stacker turns half round and sets the packet on the platform, which a drum lets down on its cord. */
function stackerAndHoist(): void {
  const at: Point = [470, -40, 64]
  line
    .body('stacker', 'Stacker', at)
    .part('disc', STEEL, { diameter: '50 mm', thickness: '20 mm', bore: '0 mm' })
    .box(SAGE, [20, 170, 8], [0, 70, 14])
    .hinge('stack', 'Stacker turn', 'frame', 'stacker', at)
    .body('drum', 'Hoist drum', [300, -150, 230])
    .part(
      'drum',
      PETROL,
      { diameter: '50 mm', length: '60 mm', pitch: '5 mm', depth: '1.5 mm', bore: '10 mm' },
      [0, 0, 0],
      SOUTH,
    )
    .body('platform', 'Platform', [325, -150, 90])
    .box(STONE, [90, 60, 8])
    .box(DARK, [8, 8, 30], [0, 0, 18])
    .hinge('hoist', 'Hoist drum', 'frame', 'drum', [300, -150, 230], SOUTH)
    .slide('platform-guide', 'Platform guide', 'frame', 'platform', [325, -150, 90], UP)
    .datum('cord-eye', 'Cord eye', 'platform', [325, -150, 128])
    .relate({
      id: 'cord',
      name: 'Hoist cord',
      kind: 'cord',
      a: { joint: 'hoist' },
      datum: 'cord-eye',
      diameter: '50 mm',
      thickness: '3 mm',
      pitch: '5 mm',
      turns: 4,
      // it leaves the drum on the right and hangs straight down
      reversed: true,
    })
    .limit('platform-guide', 's', '-70 mm', '40 mm')
}

/** The walking beam: a four-bar whose coupler carries the beam; its shaft drives a feed roller by a belt. */
function walkingBeam(): void {
  const [x, y, z] = [-330, -176, 80]
  const start = Math.PI / 3
  const crankEnd: Point = [x + 30 * Math.cos(start), y, z + 30 * Math.sin(start)]
  const seat: Point = [x + 160, y, z]
  const rockerEnd = above(crankEnd, 160, seat, 100)
  line
    .body('beam-crank', 'Beam crank', [x, y, z])
    .part('link', PETROL, link(30, 22), [0, 0, 0], SOUTH, [Math.cos(start), 0, Math.sin(start)])
    .body('beam', 'Walking beam', crankEnd)
    .part('link', STONE, link(160), [0, -10, 0], SOUTH, [
      rockerEnd[0] - crankEnd[0],
      0,
      rockerEnd[2] - crankEnd[2],
    ])
    .box(OCHRE, [190, 10, 12], [80, -10, 60])
    .body('beam-rocker', 'Beam rocker', seat)
    .part('link', SAGE, link(100), [0, 0, 0], SOUTH, [rockerEnd[0] - seat[0], 0, rockerEnd[2] - seat[2]])
    .datum('beam-tip', 'Beam tip', 'beam', [crankEnd[0] + 175, y - 10, crankEnd[2] + 66])
    .hinge('beam-shaft', 'Beam shaft', 'frame', 'beam-crank', [x, y, z], SOUTH)
    .hinge('beam-pin', 'Beam pin', 'beam-crank', 'beam', crankEnd, SOUTH)
    .hinge('rocker-pin', 'Rocker pin', 'beam', 'beam-rocker', rockerEnd, SOUTH)
    .hinge('rocker-pivot', 'Rocker pivot', 'frame', 'beam-rocker', seat, SOUTH)
    .body('roller', 'Feed roller', [-440, y, z])
    .part('cylinder', OCHRE, { diameter: '20 mm', length: '30 mm' }, [0, -8, 0], SOUTH)
    .hinge('roller-shaft', 'Feed roller', 'frame', 'roller', [-440, y, z], SOUTH)
    .relate({
      id: 'roller-belt',
      name: 'Feed belt',
      kind: 'belt',
      a: { joint: 'beam-shaft' },
      b: { joint: 'roller-shaft' },
      diameterA: '36 mm',
      diameterB: '24 mm',
    })
}

/** Where two links in the plane of x and z meet, above the line between their ends. */
function above(a: Point, ra: number, b: Point, rb: number): Point {
  const [dx, dz] = [b[0] - a[0], b[2] - a[2]]
  const d = Math.hypot(dx, dz)
  const along = (ra * ra - rb * rb + d * d) / (2 * d)
  const across = Math.sqrt(ra * ra - along * along)
  return [a[0] + (along * dx - across * dz) / d, a[1], a[2] + (along * dz + across * dx) / d]
}

/** A cam taps the filled packet twice a turn; a spring presses the tamper on it. */
function tamper(): void {
  const at: Point = [-60, -120, 60]
  line
    .body('tamper-cam', 'Tamper cam', at)
    .part('disc', PETROL, { diameter: '40 mm', thickness: '10 mm', bore: '8 mm' }, [4, 0, 0], SOUTH)
    .body('tamper', 'Tamper', [at[0], at[1], 110])
    .box(BRASS, [20, 20, 50])
    .datum('spring-seat', 'Spring seat', 'frame', [at[0], at[1], 190])
    .datum('spring-plate', 'Spring plate', 'tamper', [at[0], at[1], 135])
    .hinge('tamper-shaft', 'Tamper shaft', 'frame', 'tamper-cam', at, SOUTH)
    .slide('tamp', 'Tamper guide', 'frame', 'tamper', [at[0], at[1], 110], UP)
    .relate({
      id: 'tamper-law',
      name: 'Cam law',
      kind: 'table',
      a: { joint: 'tamper-shaft' },
      b: { joint: 'tamp' },
      periodic: true,
      points: Array.from({ length: 73 }, (_, k): [number, number] => [
        (k * Math.PI) / 36,
        0.004 * (1 - Math.cos((2 * (k % 72) * Math.PI) / 36)),
      ]),
    })
}

/** One packet goes through the line; five wait on the seats, as those before and after it do. */
function packets(): void {
  for (let k = 0; k < 6; k++) {
    const angle = (k * Math.PI) / 3 + Math.PI / 6
    const at: Point =
      k === 2 ? [SEATED - PUSHED, PUSH, 74] : [-200 + 66 * Math.cos(angle), 40 + 66 * Math.sin(angle), 74]
    line.body(`packet-${k + 1}`, `Packet ${k + 1}`, at).box(PAPER, [26, 22, 8])
  }
}

type Tied = Partial<Move> & { id: string }

function lane(joint: string, ...moves: readonly Tied[]): AnyDriver {
  return {
    id: `${joint}-lane`,
    kind: 'moves',
    joint,
    moves: moves.map((move) => ({ law: 'polynomial-3-4-5', ...move }) as Move),
  }
}

function cycle() {
  const drivers: AnyDriver[] = [
    lane(
      'pusher-turn',
      { id: 'push-out', start: '0.2 s', duration: '0.6 s', by: '195 deg', law: 'modified-sine' },
      { id: 'push-back', duration: '0.5 s', by: '-195 deg', law: 'modified-sine' },
    ),
    lane('pin-wheel-turn', {
      id: 'index-on',
      tie: { after: 'push-back' },
      duration: '0.9 s',
      by: '1 turn',
      law: 'modified-trapezoid',
    }),
    {
      id: 'sun-motor',
      kind: 'motor',
      joint: 'sun-turn',
      by: '3 turns',
      tie: { after: 'index-on', offset: '0.1 s' },
      duration: '1.2 s',
      runUp: '20 %',
      runDown: '20 %',
    },
    lane('ring-turn', {
      id: 'correct',
      tie: { with: 'sun-motor', offset: '0.3 s' },
      duration: '0.5 s',
      by: '12 deg',
    }),
    lane(
      'jaw',
      { id: 'close', tie: { after: 'sun-motor' }, duration: '0.4 s', by: '-9 mm', law: 'cycloidal' },
      {
        id: 'open',
        tie: { after: 'close', offset: '0.5 s' },
        duration: '0.4 s',
        by: '9 mm',
        law: 'cycloidal',
      },
    ),
    lane(
      'lift',
      {
        id: 'down',
        tie: { after: 'index-on' },
        law: 'limited',
        to: '-82 mm',
        speed: '0.3 m/s',
        acceleration: '2 m/s^2',
      },
      {
        id: 'up',
        tie: { after: 'grip', offset: '0.1 s' },
        law: 'limited',
        to: '0 mm',
        speed: '0.3 m/s',
        acceleration: '2 m/s^2',
      },
      { id: 'set-down', tie: { after: 'across' }, duration: '0.5 s', to: '-70 mm' },
      { id: 'leave', tie: { after: 'let-go' }, duration: '0.4 s', to: '0 mm' },
    ),
    lane(
      'left-grip',
      { id: 'grip', tie: { after: 'down' }, duration: '0.2 s', by: '5 mm' },
      { id: 'let-go', tie: { after: 'set-down', offset: '0.1 s' }, duration: '0.2 s', by: '-5 mm' },
    ),
    lane(
      'long',
      {
        id: 'across',
        tie: { after: 'up' },
        law: 'limited',
        to: '670 mm',
        speed: '0.8 m/s',
        acceleration: '3 m/s^2',
      },
      {
        id: 'return',
        tie: { after: 'leave' },
        law: 'limited',
        to: '0 mm',
        speed: '0.8 m/s',
        acceleration: '3 m/s^2',
      },
    ),
    lane(
      'cross',
      { id: 'aside', tie: { with: 'across' }, duration: '0.8 s', to: '-4 mm' },
      { id: 'home-again', tie: { with: 'return' }, duration: '0.8 s', to: '0 mm' },
    ),
    lane(
      'stack',
      { id: 'round', tie: { after: 'leave' }, duration: '0.9 s', by: '-120 deg', law: 'modified-sine' },
      {
        id: 'round-back',
        tie: { after: 'lowered', offset: '0.1 s' },
        duration: '0.9 s',
        by: '120 deg',
        law: 'modified-sine',
      },
    ),
    lane('hoist', {
      id: 'lowered',
      tie: { after: 'round', offset: '0.2 s' },
      duration: '0.8 s',
      by: '-90 deg',
    }),
    { id: 'beam-motor', kind: 'motor', joint: 'beam-shaft', speed: '60 rpm', runUp: '0.4 s' },
    {
      id: 'tamper-motor',
      kind: 'motor',
      joint: 'tamper-shaft',
      by: '4 turns',
      tie: { with: 'sun-motor' },
      duration: '1.6 s',
      runUp: '10 %',
      runDown: '10 %',
    },
  ]
  const cues: AnyCue[] = [
    { id: 'pushed', kind: 'take', body: 'packet-3', by: 'push-rack', start: '0.2 s' },
    { id: 'seated', kind: 'release', body: 'packet-3', tie: { after: 'push-out' } },
    { id: 'on-seat-3', kind: 'take', body: 'packet-3', by: 'table', tie: { after: 'push-out' } },
    ...[1, 2, 4, 5, 6].map((k): AnyCue => ({
      id: `on-seat-${k}`,
      kind: 'take',
      body: `packet-${k}`,
      by: 'table',
      start: 0,
    })),
    { id: 'off-seat', kind: 'release', body: 'packet-3', tie: { after: 'grip' } },
    { id: 'gripped', kind: 'take', body: 'packet-3', by: 'gripper', tie: { after: 'grip' } },
    { id: 'handed', kind: 'release', body: 'packet-3', tie: { with: 'let-go' } },
    { id: 'stacked', kind: 'take', body: 'packet-3', by: 'stacker', tie: { with: 'let-go' } },
    ...seen.cues,
  ]
  const { shots, picture } = seen
  return {
    id: 'full-cycle',
    name: 'Full cycle',
    length: '10 s',
    frameRate: 60,
    drivers,
    cues,
    shots,
    picture,
  }
}
