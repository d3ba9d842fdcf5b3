/**
 * A cam-worked tamper: an eccentric lifts its plate, a spring throws it down. Above a certain speed the spring is too weak to keep the plate
 * on the eccentric: it lifts off and comes back with a blow.
 */
import type { Check, Probe, Scenario } from '@ligamen/core'
import { LineBuilder } from './line-builder'
import type { Point } from './line-builder'

const STEEL = '#8fa3ad'
const DARK = '#4b575c'
const PETROL = '#0f5c63'
const BRASS = '#d9a441'
const STONE = '#c9c2b2'
const SOUTH: Point = [0, -1, 0]
const UP: Point = [0, 0, 1]

/** Radius of the eccentric, its offset from the shaft, and the height of the shaft [mm]. */
const [RADIUS, OFFSET, SHAFT] = [20, 6, 120]
/** Bottom of the plate where the eccentric is level with the shaft [mm]. */
const PLATE = SHAFT + RADIUS

const tamper = new LineBuilder('Cam-worked tamper')
tamper
  .body('frame', 'Frame', [0, 0, 0], true)
  .box(DARK, [200, 140, 16], [0, 0, -8])
  .box(DARK, [16, 16, 230], [-70, 30, 115])
  .box(DARK, [16, 16, 230], [70, 30, 115])
  .box(DARK, [160, 60, 14], [0, 10, 223])
  .part('tube', STONE, { outer: '44 mm', inner: '36 mm', length: '30 mm' }, [0, 0, 15])
  .body('eccentric', 'Eccentric', [0, 0, SHAFT])
  .part('cylinder', STEEL, { diameter: '10 mm', length: '90 mm' }, [0, 20, 0], SOUTH)
  .part('cylinder', BRASS, { diameter: `${2 * RADIUS} mm`, length: '12 mm' }, [OFFSET, 0, 0], SOUTH)
  .hinge('cam-drive', 'Cam drive', 'frame', 'eccentric', [0, 0, SHAFT], SOUTH)
  .body('tamper', 'Tamper', [0, 0, PLATE])
  .part('box', PETROL, { width: '56 mm', depth: '8 mm', height: '12 mm' }, [0, 0, 4], SOUTH, [1, 0, 0])
  .box(STEEL, [6, 30, 6], [-25, -3, 11])
  .box(STEEL, [6, 6, 84], [-25, -15, -28])
  .box(STEEL, [30, 18, 6], [-12, -9, -70])
  .part('cylinder', STEEL, { diameter: '30 mm', length: '30 mm' }, [0, 0, -88])
  .slide('guide', 'Guide', 'frame', 'tamper', [0, 0, PLATE], UP)
  .datum('spring-top', 'Spring seat above', 'frame', [0, 0, 216])
  .datum('spring-foot', 'Spring seat on the plate', 'tamper', [0, 0, PLATE + 8])
tamper.document.springs = [
  {
    ...{ id: 'return', name: 'Return spring', from: 'spring-top', to: 'spring-foot' },
    ...{ diameter: '16 mm', wire: '1 mm', coils: 9 },
    ...{ stiffness: '0.06 N/mm', freeLength: '100 mm' },
  },
]
tamper.document.contacts = [
  { id: 'ride', name: 'Plate on the eccentric', a: 'eccentric', b: 'tamper', friction: 0.1 },
]
tamper.document.probes = probes()
tamper.document.checks = checks()
tamper.document.charts = [
  {
    id: 'lift-off',
    name: 'Lift and lift-off',
    curves: [{ probe: 'lift' }, { probe: 'gap' }, { probe: 'force', axis: 'right' }],
  },
]
tamper.document.scenarios = [
  run('slow', 'Tamp at 300 rpm', '300 rpm'),
  run('fast', 'Tamp at 900 rpm', '900 rpm'),
]

export const camTamper = tamper.document

function run(id: string, name: string, speed: string): Scenario {
  return {
    ...{ id, name, length: '1.2 s', frameRate: 240, mode: 'free' },
    drivers: [{ id: `motor-${id}`, kind: 'motor', joint: 'cam-drive', speed, runUp: '0.6 s' }],
  } as unknown as Scenario
}

function probes(): Probe[] {
  return [
    { id: 'lift', name: 'Lift of the tamper', kind: 'joint-position', joint: 'guide' },
    { id: 'gap', name: 'Gap between plate and eccentric', kind: 'contact-gap', contact: 'ride' },
    { id: 'force', name: 'Force on the eccentric', kind: 'contact-force', contact: 'ride' },
    { id: 'spring', name: 'Force of the spring', kind: 'spring-force', spring: 'return' },
  ]
}

function checks(): Check[] {
  const stays = (scenario: string, speed: string) =>
    ({
      ...{ id: `stays-${scenario}`, name: `The plate stays on the eccentric at ${speed}`, kind: 'statistic' },
      ...{ scenario, probe: 'gap', statistic: 'maximum', upper: '0.01 mm' },
    }) as Check
  return [
    { id: 'goes-through', name: 'The runs go through', kind: 'completes' },
    stays('slow', '300 rpm'),
    stays('fast', '900 rpm'),
  ]
}
