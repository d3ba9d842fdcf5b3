/**
 * Two stations of the seed-packet machine that move by touch alone: three followers that ride on the cams of one shaft, and a pawl that
 * indexes the stack while a second one keeps it from turning back.
 */
import type { Check, Contact, Probe, Scenario } from '@ligamen/core'
import { LineBuilder } from './line-builder'
import type { Point } from './line-builder'

const STEEL = '#8fa3ad'
const DARK = '#4b575c'
const PETROL = '#0f5c63'
const BRASS = '#d9a441'
const STONE = '#c9c2b2'
const PAPER = '#e8dcc0'
const SOUTH: Point = [0, -1, 0]
const UP: Point = [0, 0, 1]
const TURN = 2 * Math.PI

/** Base circle, roller and lift of the cams [mm]. */
const [BASE, ROLLER, LIFT] = [25, 6, 12]
/** Radius of the ratchet, depth of its teeth, their number, and length of a pawl [mm]. */
const [WHEEL, DEPTH, TEETH, PAWL] = [60, 8, 12, 90]
/** How a pawl leans against the wheel, and where the first tooth stands [rad]. */
const [LEAN, FIRST] = [(40 * Math.PI) / 180, 0.1]

const bench = new LineBuilder('Contact bench')
bench
  .body('frame', 'Frame', [0, 0, 0], true)
  .box(DARK, [520, 320, 20], [0, 0, -10])
  .box(DARK, [16, 150, 60], [-180, 0, 30])
  .box(DARK, [16, 150, 60], [-60, 0, 30])
const contacts: Contact[] = []
followerBox([-120, 0, 55])
indexer([120, 0, 0])
bench.document.contacts = contacts
bench.document.probes = probes()
bench.document.checks = checks()
bench.document.charts = [
  {
    id: 'lifts',
    name: 'Lifts of the followers',
    curves: [1, 2, 3].map((n) => ({ probe: `lift-${n}` })),
  },
  {
    id: 'indexing',
    name: 'Indexing',
    curves: [{ probe: 'stack-turn' }, { probe: 'lever-swing' }],
  },
]
bench.document.scenarios = scenarios()

export const contactBench = bench.document

/** Three cams a third of a turn apart on one shaft, each with a roller above it that its rest position keeps on it; lifts count from the base circle. */
function followerBox([x, y, z]: Point): void {
  bench
    .body('camshaft', 'Camshaft', [x, y, z])
    .part('cylinder', STEEL, { diameter: '12 mm', length: '130 mm' }, [0, 0, 0], SOUTH)
    .hinge('cam-drive', 'Cam drive', 'frame', 'camshaft', [x, y, z], SOUTH)
  for (const k of [0, 1, 2]) {
    const angle = (k * TURN) / 3
    const beside = (k - 1) * 40
    const zero: Point = [Math.cos(angle), 0, Math.sin(angle)]
    bench.part('cam', [PETROL, BRASS, STONE][k]!, {}, [0, beside, 0], SOUTH, zero)
  }
  for (const n of [1, 2, 3]) {
    const beside = y + (n - 2) * 40
    const at: Point = [x, beside, z + BASE + ROLLER + LIFT]
    bench
      .body(`follower-${n}`, `Follower ${n}`, at)
      .part('cylinder', STONE, { diameter: `${2 * ROLLER} mm`, length: '10 mm' }, [0, 0, 0], SOUTH)
      .box(STEEL, [10, 6, 60], [0, 9, 30])
      .box(PAPER, [30, 30, 6], [0, 0, 63])
      .datum(`guide-${n}-low`, `Foot of guide ${n}`, 'frame', [x, beside, z + BASE + ROLLER])
      .datum(`guide-${n}-roller`, `Roller of follower ${n}`, `follower-${n}`, at)
    bench.document.joints.push({
      ...{ id: `guide-${n}`, name: `Guide ${n}`, kind: 'prismatic' },
      ...{ from: `guide-${n}-low`, to: `guide-${n}-roller` },
    })
    rests(`guide-${n}`, 's', '-10 mm')
    contacts.push({
      ...{ id: `ride-${n}`, name: `Follower ${n} on its cam` },
      ...{ a: 'camshaft', b: `follower-${n}` },
    })
  }
}

/** A ratchet under the stack; a lever about its axis carries the pawl that turns it, the frame the one that keeps it. */
function indexer([x, y, z]: Point): void {
  const at: Point = [x, y, z + 14]
  const place = (r: number, angle: number, up: number): Point => [
    r * Math.cos(angle),
    r * Math.sin(angle),
    up,
  ]
  const pivot = Math.hypot(PAWL * Math.cos(LEAN), WHEEL + PAWL * Math.sin(LEAN))
  const ahead = Math.atan2(WHEEL + PAWL * Math.sin(LEAN), -PAWL * Math.cos(LEAN))
  bench
    .body('stack', 'Stack', at)
    .part(
      'ratchet',
      STEEL,
      { diameter: `${2 * WHEEL} mm`, teeth: `${TEETH}`, depth: `${DEPTH} mm`, bore: '12 mm' },
      [0, 0, 0],
      UP,
      [Math.cos(FIRST), Math.sin(FIRST), 0],
    )
    .part('disc', BRASS, { diameter: '96 mm', thickness: '6 mm', bore: '12 mm' }, [0, 0, 10])
  for (let k = 0; k < TEETH; k++) bench.box(PAPER, [16, 12, 24], place(38, (k * TURN) / TEETH, 25))
  bench
    .hinge('stack-axle', 'Stack axle', 'frame', 'stack', at, UP)
    .body('lever', 'Lever', [at[0], at[1], at[2] - 9])
    .part(
      'link',
      PETROL,
      { length: `${pivot} mm`, width: '16 mm', thickness: '6 mm', bore: '12 mm' },
      [0, 0, 0],
      UP,
      [Math.cos(ahead), Math.sin(ahead), 0],
    )
    .hinge('lever-axle', 'Lever axle', 'frame', 'lever', at, UP)
  pawl('driving-pawl', 'Driving pawl', 'lever', 0)
  pawl('holding-pawl', 'Holding pawl', 'frame', -5 * (TURN / TEETH))

  /** @param turned about the axis of the stack, from where the tip of a pawl is on top of the ratchet [rad] */
  function pawl(id: string, name: string, on: string, turned: number): void {
    const [px, py] = place(pivot, ahead + turned, 0)
    const point: Point = [at[0] + px, at[1] + py, at[2]]
    const zero: Point = [Math.cos(turned - LEAN), Math.sin(turned - LEAN), 0]
    bench
      .body(id, name, point)
      .part('pawl', BRASS, { length: `${PAWL} mm` }, [0, 0, 0], UP, zero)
      .hinge(`${id}-pivot`, `${name} pivot`, on, id, point, UP)
    rests(`${id}-pivot`, 'angle', '-20 deg')
    contacts.push({ id: `${id}-click`, name: `${name} on the ratchet`, a: id, b: 'stack' })
  }
}

function rests(joint: string, freedom: string, rest: string): void {
  bench.document.joints.find(({ id }) => id === joint)!.freedoms = [{ name: freedom, rest }]
}

function probes(): Probe[] {
  const lifts = [1, 2, 3].flatMap((n): Probe[] => [
    { id: `lift-${n}`, name: `Lift of follower ${n}`, kind: 'joint-position', joint: `guide-${n}` },
    { id: `gap-${n}`, name: `Gap under follower ${n}`, kind: 'contact-gap', contact: `ride-${n}` },
  ])
  return [
    ...lifts,
    { id: 'stack-turn', name: 'Turn of the stack', kind: 'joint-position', joint: 'stack-axle' },
    { id: 'lever-swing', name: 'Swing of the lever', kind: 'joint-position', joint: 'lever-axle' },
  ]
}

function checks(): Check[] {
  const statistic = (id: string, name: string, probe: string, kind: string, bounds: object) =>
    ({ id, name, kind: 'statistic', scenario: 'work', probe, statistic: kind, ...bounds }) as Check
  return [
    { id: 'goes-through', name: 'The run goes through', kind: 'completes' },
    statistic('rides', 'Follower 1 stays on its cam', 'gap-1', 'maximum', { upper: '0.001 mm' }),
    statistic('lift', 'Follower 1 lifts its whole lift', 'lift-1', 'range', { lower: '11.999 mm' }),
    statistic('indexes', 'The stack goes on three places and more', 'stack-turn', 'minimum', {
      upper: '-100 deg',
    }),
  ]
}

function scenarios(): Scenario[] {
  return [
    {
      ...{ id: 'work', name: 'Lift and index', length: '4 s', frameRate: 60 },
      drivers: [
        { id: 'motor', kind: 'motor', joint: 'cam-drive', speed: '30 rpm', runUp: 0 },
        {
          ...{ id: 'swing', kind: 'sine', joint: 'lever-axle', amplitude: '22 deg' },
          ...{ frequency: '1 Hz', phase: '90 deg' },
        },
      ],
    } as unknown as Scenario,
  ]
}
