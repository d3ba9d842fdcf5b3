/** Over-constrained mechanisms: planar loops in space, double guides, hinges on one line, third cranks, couplings. */
import { Sketch } from '../sketch'
import type { Flat, Place, Point } from '../sketch'

const polar = (r: number, angle: number, [x, y]: Flat = [0, 0]): Flat => [
  x + r * Math.cos(angle),
  y + r * Math.sin(angle),
]

/** Hinges with parallel axes at the corners of a ring, ground between the last and the first. */
function loop(corners: readonly Flat[], kinds: readonly string[] = [], lift = 0): Sketch {
  const sketch = new Sketch()
  const name = (k: number) => (k % corners.length === 0 ? 'ground' : `b${k % corners.length}`)
  for (let k = 1; k < corners.length; k++) sketch.body(name(k))
  corners.forEach(([x, y], k) => {
    const kind = kinds[k] ?? 'revolute'
    const place: Place = kind === 'prismatic' ? { axis: [1, 0.2, 0] } : {}
    sketch.join(kind, `j${k}`, name(k), name(k + 1), [x, y, lift * k], place)
  })
  return sketch
}

/** A plate on cranks of one length and direction. */
function cranks(feet: readonly Flat[], angle = 0.8): Sketch {
  const sketch = new Sketch().body('plate')
  feet.forEach((foot, k) => {
    sketch
      .body(`c${k}`)
      .hinge(`foot${k}`, 'ground', `c${k}`, foot)
      .hinge(`head${k}`, `c${k}`, 'plate', polar(0.06, angle, foot))
  })
  return sketch
}

/** A table on guides of given kinds. */
function guides(kinds: readonly (readonly [string, Point])[], axis: Point = [0, 0, 1]): Sketch {
  const sketch = new Sketch().body('table')
  kinds.forEach(([kind, point], k) => sketch.join(kind, `guide${k}`, 'ground', 'table', point, { axis }))
  return sketch
}

/** A shaft in several bearings. */
const bearings = (kinds: readonly string[], spacing: number): Sketch => {
  const sketch = new Sketch().body('shaft')
  kinds.forEach((kind, k) => sketch.join(kind, `bearing${k}`, 'ground', 'shaft', [0, 0, spacing * k]))
  return sketch
}

/** Two shafts with parallel axes, a disc between them that slides on both. */
function slidingDisc(offset: number): Sketch {
  return new Sketch()
    .body('input', 'disc', 'output')
    .hinge('in', 'ground', 'input', [0, 0])
    .hinge('out', 'ground', 'output', [offset, 0])
    .slide('key', 'input', 'disc', [0, 0, 0.02], [0, 1, 0])
    .slide('tongue', 'output', 'disc', [offset, 0, 0.03], [1, 0, 0])
}

const spherical = (axes: readonly Point[]): Sketch => {
  const sketch = new Sketch()
  const name = (k: number) => (k % axes.length === 0 ? 'ground' : `b${k % axes.length}`)
  for (let k = 1; k < axes.length; k++) sketch.body(name(k))
  axes.forEach((axis, k) =>
    sketch.hinge(`j${k}`, name(k), name(k + 1), [0.1 * axis[0], 0.1 * axis[1], 0.1 * axis[2]], { axis }),
  )
  return sketch
}

const QUAD: readonly Flat[] = [
  [0, 0],
  [0.02, 0.06],
  [0.1, 0.08],
  [0.12, 0],
]
const SQUARE: readonly Flat[] = [
  [0, 0],
  [0.02, 0.06],
  [0.12, 0.06],
  [0.1, 0],
]

/** Name and mechanism, thirty of them. */
export const overConstrained: readonly (readonly [string, () => Sketch])[] = [
  ['planar four-bar', () => loop(QUAD)],
  ['planar four-bar on steps', () => loop(QUAD, [], 0.01)],
  ['parallelogram', () => loop(SQUARE)],
  [
    'planar four-bar with a long coupler',
    () =>
      loop([
        [0, 0],
        [0.03, 0.02],
        [0.2, 0.1],
        [0.16, 0],
      ]),
  ],
  [
    'slider-crank',
    () =>
      loop(
        [
          [0, 0],
          [0.03, 0.02],
          [0.12, 0.01],
          [0.12, 0],
        ],
        ['revolute', 'revolute', 'revolute', 'prismatic'],
      ),
  ],
  [
    'slider-crank led across',
    () =>
      loop(
        [
          [0, 0],
          [0.03, 0.02],
          [0.12, 0.03],
          [0.15, 0.03],
        ],
        ['revolute', 'revolute', 'revolute', 'prismatic'],
      ),
  ],
  [
    'inverted slider-crank',
    () =>
      loop(
        [
          [0, 0],
          [0.03, 0.02],
          [0.08, 0.05],
          [0.1, 0],
        ],
        ['revolute', 'revolute', 'prismatic', 'revolute'],
      ),
  ],
  [
    'planar five-bar',
    () =>
      loop([
        [0, 0],
        [-0.02, 0.06],
        [0.05, 0.1],
        [0.13, 0.07],
        [0.1, 0],
      ]),
  ],
  [
    'planar six-bar in a ring',
    () =>
      loop([
        [0, 0],
        [-0.02, 0.06],
        [0.02, 0.1],
        [0.08, 0.11],
        [0.13, 0.07],
        [0.1, 0],
      ]),
  ],
  ['four-bar with one ball', () => loop(QUAD, ['revolute', 'revolute', 'spherical', 'revolute'])],
  ['four-bar with one cylinder', () => loop(QUAD, ['revolute', 'revolute', 'cylindrical', 'revolute'])],
  [
    'two parallel slides',
    () =>
      guides([
        ['prismatic', [0, 0, 0]],
        ['prismatic', [0.1, 0, 0]],
      ]),
  ],
  [
    'three parallel slides',
    () =>
      guides([
        ['prismatic', [0, 0, 0]],
        ['prismatic', [0.1, 0, 0]],
        ['prismatic', [0.05, 0.08, 0]],
      ]),
  ],
  [
    'slide and round guide',
    () =>
      guides([
        ['prismatic', [0, 0, 0]],
        ['cylindrical', [0.1, 0, 0]],
      ]),
  ],
  [
    'two round guides',
    () =>
      guides([
        ['cylindrical', [0, 0, 0]],
        ['cylindrical', [0.1, 0, 0]],
      ]),
  ],
  [
    'three round guides',
    () =>
      guides([
        ['cylindrical', [0, 0, 0]],
        ['cylindrical', [0.1, 0, 0]],
        ['cylindrical', [0.05, 0.08, 0]],
      ]),
  ],
  [
    'two round guides on a slant',
    () =>
      guides(
        [
          ['cylindrical', [0, 0, 0]],
          ['cylindrical', [0.1, 0, 0]],
        ],
        [0.3, 0.2, 1],
      ),
  ],
  ['two hinges on one line', () => bearings(['revolute', 'revolute'], 0.1)],
  ['three hinges on one line', () => bearings(['revolute', 'revolute', 'revolute'], 0.1)],
  ['a hinge between cylinders', () => bearings(['cylindrical', 'revolute', 'cylindrical'], 0.08)],
  ['a hinge and a ball on its line', () => bearings(['revolute', 'spherical'], 0.1)],
  [
    'three cranks',
    () =>
      cranks([
        [0, 0],
        [0.05, 0],
        [0.1, 0],
      ]),
  ],
  [
    'three cranks in a triangle',
    () =>
      cranks([
        [0, 0],
        [0.1, 0],
        [0.04, 0.07],
      ]),
  ],
  [
    'four cranks',
    () =>
      cranks([
        [0, 0],
        [0.1, 0],
        [0, 0.08],
        [0.1, 0.08],
      ]),
  ],
  ['coupling with a sliding disc', () => slidingDisc(0.01)],
  ['coupling with a sliding disc, far apart', () => slidingDisc(0.05)],
  [
    'spherical four-bar',
    () =>
      spherical([
        [0, 0, 1],
        [0.5, 0, 0.8],
        [0.6, 0.7, 0.5],
        [-0.1, 0.6, 0.8],
      ]),
  ],
  [
    'spherical five-bar',
    () =>
      spherical([
        [0, 0, 1],
        [0.5, 0, 0.8],
        [0.6, 0.7, 0.5],
        [-0.1, 0.6, 0.8],
        [-0.4, 0.2, 0.9],
      ]),
  ],
  [
    'four-bar with its shaft in two bearings',
    () => loop(QUAD).join('revolute', 'second', 'ground', 'b1', [0, 0, 0.05]),
  ],
  [
    'slider-crank on two guides',
    () =>
      loop(
        [
          [0, 0],
          [0.03, 0.02],
          [0.12, 0.01],
          [0.12, 0],
        ],
        ['revolute', 'revolute', 'revolute', 'prismatic'],
      ).slide('second', 'ground', 'b3', [0.12, 0.05], [1, 0.2, 0]),
  ],
]
