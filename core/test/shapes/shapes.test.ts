import { describe, expect, it } from 'vitest'
import { CHORDS, resolvePart, shapeKinds, shapeOf } from '../../src'
import { moments, refinedMoments, volumeProperties } from '../../src/shapes/mesh/mass'
import type { Mesh, Part } from '../../src'
import { kitPart, resolved } from './kit'

/** Every edge of a closed mesh is walked once in each direction. */
function openEdges({ positions: p }: Mesh): number {
  const count = new Map<string, number>()
  const point = (i: number) =>
    [p[i], p[i + 1], p[i + 2]].map((v) => (Math.round(v * 1e7) + 0).toString()).join()
  for (let t = 0; t < p.length; t += 9) {
    for (let k = 0; k < 3; k++) {
      const a = point(t + 3 * k)
      const b = point(t + 3 * ((k + 1) % 3))
      const [key, sign] = a < b ? [`${a}|${b}`, 1] : [`${b}|${a}`, -1]
      count.set(key, (count.get(key) ?? 0) + sign)
    }
  }
  return [...count.values()].filter((n) => n !== 0).length
}

/** Dimensions that leave the usual ones: choices taken, holes left out, odd counts. */
const variants: [string, Record<string, string>, Partial<Part>?][] = [
  ...shapeKinds
    .filter((kind) => kind !== 'imported')
    .map((kind): [string, Record<string, string>] => [kind, {}]),
  ['shaft', { keyWidth: '0 mm', endA: '0 mm' }],
  ['plate', { slotLength: '40 mm', holes: '3' }],
  ['plate', { holes: '0' }],
  ['bent-link', { angle: '180 deg' }],
  ['bent-link', { angle: '75 deg' }],
  ['disc', { bore: '0 mm' }],
  ['wheel', { bore: '0 mm' }],
  ['gear', { teeth: '9', bore: '0 mm' }],
  ['gear', { teeth: '17', shift: '0.4' }],
  ['rack', { teeth: '7' }],
  ['cam', { roller: '0 mm', dwell: '0 deg' }],
  ['index-wheel', { slots: '4' }],
  ['spindle', { starts: '2' }, { options: { hand: 'left' } }],
  ['disc', { bore: '20 mm', keyWidth: '6 mm' }, { options: { mark: 'line' } }],
  ['disc', { bore: '8 mm', keyWidth: '3 mm' }, { options: { across: 'slot', mark: 'line' } }],
  ['disc', { bore: '20 mm' }, { options: { across: 'tongue' } }],
  ['wheel', {}, { options: { mark: 'line' } }],
  ['gear', { bore: '14 mm', keyWidth: '5 mm' }],
  ['spoked-wheel', { grip: '30 mm', spokes: '3', bore: '12 mm', keyWidth: '4 mm' }],
  ['ratchet', { teeth: '9', bore: '12 mm', keyWidth: '4 mm' }, { options: { hand: 'backwards' } }],
  ['coupling-hub', { bore: '20 mm', keyWidth: '6 mm' }],
  ['lever', { endBore: '0 mm', end: '30 mm' }],
]

describe.each(variants)('%s %o', (kind, dimensions, more) => {
  const shape = shapeOf(resolved(kitPart(kind, dimensions, more)))
  const solids = shape.solids(CHORDS)

  it('is made of closed solids that face outward', () => {
    for (const solid of solids) {
      expect(openEdges(solid)).toBe(0)
      expect(moments([solid])[0]).toBeGreaterThan(0)
      expect(solid.positions.every(Number.isFinite)).toBe(true)
    }
  })

  it('has unit normals on the outside of its triangles', () => {
    for (const { positions: p, normals: n } of solids) {
      for (let t = 0; t < p.length; t += 9) {
        const u = [0, 1, 2].map((k) => p[t + 3 + k] - p[t + k])
        const v = [0, 1, 2].map((k) => p[t + 6 + k] - p[t + k])
        const face = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]]
        const area = Math.hypot(...face)
        for (let k = 0; k < 3; k++) {
          const normal = [0, 1, 2].map((i) => n[t + 3 * k + i])
          expect(Math.hypot(...normal)).toBeCloseTo(1, 4)
          // slivers of a fine outline have no direction in single precision
          if (area > 1e-11)
            expect(face[0] * normal[0] + face[1] * normal[1] + face[2] * normal[2]).toBeGreaterThan(0)
        }
      }
    }
  })

  it('offers right-handed frames as datums', () => {
    const frames = Object.values(shape.datums())
    expect(frames.length).toBeGreaterThan(1)
    for (const frame of frames) {
      const [x, y, z] = [0, 3, 6].map((k) => frame.subarray(k, k + 3))
      expect(x[1] * y[2] - x[2] * y[1]).toBeCloseTo(z[0], 12)
      expect(x[2] * y[0] - x[0] * y[2]).toBeCloseTo(z[1], 12)
      expect(x[0] * y[1] - x[1] * y[0]).toBeCloseTo(z[2], 12)
      expect(Math.hypot(...z)).toBeCloseTo(1, 12)
    }
  })
})

describe('volume, centre and inertia', () => {
  const of = (kind: string, dimensions: Record<string, string> = {}, more: Partial<Part> = {}) => {
    const shape = shapeOf(resolved(kitPart(kind, dimensions, more)))
    return volumeProperties(refinedMoments(moments(shape.solids(128)), moments(shape.solids(256))))
  }
  const pi = Math.PI

  it('of a box', () => {
    const { volume, centre, inertia } = of('box', { width: '60 mm', depth: '40 mm', height: '20 mm' })
    expect(volume / (0.06 * 0.04 * 0.02)).toBeCloseTo(1, 6)
    expect(Math.hypot(...centre)).toBeLessThan(1e-9)
    const expected = [0.04 ** 2 + 0.02 ** 2, 0.06 ** 2 + 0.02 ** 2, 0.06 ** 2 + 0.04 ** 2]
    expected.forEach((sum, k) => expect(inertia[k] / ((volume * sum) / 12)).toBeCloseTo(1, 6))
  })

  it('of a cylinder: chords do not show', () => {
    const { volume, inertia } = of('cylinder', { diameter: '10 mm', length: '40 mm' })
    expect(volume / (pi * 0.005 ** 2 * 0.04)).toBeCloseTo(1, 6)
    expect(inertia[2] / ((volume * 0.005 ** 2) / 2)).toBeCloseTo(1, 6)
    expect(inertia[0] / ((volume * (3 * 0.005 ** 2 + 0.04 ** 2)) / 12)).toBeCloseTo(1, 6)
  })

  it('of a stepped shaft, whose centre lies off its middle', () => {
    const { volume, centre } = of('shaft', { keyWidth: '0 mm' })
    const steps = [
      { r: 8, l: 50, z: 0 },
      { r: 6, l: 15, z: -32.5 },
      { r: 6, l: 20, z: 35 },
    ].map(({ r, l, z }) => ({ v: pi * (r / 1000) ** 2 * (l / 1000), z: z / 1000 }))
    const sum = steps.reduce((s, { v }) => s + v, 0)
    expect(volume / sum).toBeCloseTo(1, 6)
    expect(centre[2]).toBeCloseTo(steps.reduce((s, { v, z }) => s + v * z, 0) / sum, 8)
  })

  it('of a turned outline, by the theorem of Pappus', () => {
    const outline = [[10, 0], [20, 0], [20, 30], [10, 30]].map(([r, z]): [string, string] => [`${r} mm`, `${z} mm`]) // prettier-ignore
    expect(of('turned', {}, { outline }).volume / (pi * (0.02 ** 2 - 0.01 ** 2) * 0.03)).toBeCloseTo(1, 6)
  })
})

describe('dimensions', () => {
  const codes = (part: Part) => {
    const result = resolvePart(part, '/parts/0')
    return result.ok ? [] : result.problems.map(({ code, pointer }) => `${code} ${pointer}`)
  }

  it.each([
    ['tongue', { acrossWidth: '40 mm' }, 'acrossWidth'],
    ['slot', { bore: '12 mm' }, 'acrossWidth'],
    ['slot', { acrossHeight: '10 mm' }, 'acrossHeight'],
  ])('of a %s across a disc: %o', (across, dimensions, name) => {
    expect(codes(kitPart('disc', dimensions, { options: { across } }))).toEqual([
      `dimensions-contradict /parts/0/dimensions/${name}`,
    ])
    // without it the same numbers do not matter
    expect(codes(kitPart('disc', dimensions))).toEqual([])
  })

  it.each([
    ['disc', { bore: '80 mm' }, 'dimensions-contradict /parts/0/dimensions/bore'],
    ['disc', { bore: '0 mm', keyWidth: '4 mm' }, 'dimensions-contradict /parts/0/dimensions/keyWidth'],
    ['disc', { bore: '8 mm', keyWidth: '7 mm' }, 'dimensions-contradict /parts/0/dimensions/keyWidth'],
    ['disc', { keyWidth: '3 mm', keyDepth: '30 mm' }, 'dimensions-contradict /parts/0/dimensions/keyDepth'],
    ['coupling-disc', { slotDepth: '9 mm' }, 'dimensions-contradict /parts/0/dimensions/slotDepth'],
    ['coupling-hub', { tongueWidth: '40 mm' }, 'dimensions-contradict /parts/0/dimensions/tongueWidth'],
    ['fork', { height: '8 mm' }, 'dimensions-contradict /parts/0/dimensions/height'],
    ['cross', { pin: '14 mm' }, 'dimensions-contradict /parts/0/dimensions/pin'],
    ['ratchet', { depth: '20 mm' }, 'dimensions-contradict /parts/0/dimensions/depth'],
    ['pawl', { length: '10 mm' }, 'dimensions-contradict /parts/0/dimensions/length'],
    ['lever', { length: '20 mm' }, 'dimensions-contradict /parts/0/dimensions/length'],
    ['spoked-wheel', { spoke: '20 mm' }, 'dimensions-contradict /parts/0/dimensions/spoke'],
    ['barrel', { bore: '30 mm' }, 'dimensions-contradict /parts/0/dimensions/bore'],
    ['piston-rod', { diameter: '20 mm' }, 'dimensions-contradict /parts/0/dimensions/diameter'],
    ['spring-seat', { bore: '12 mm' }, 'dimensions-contradict /parts/0/dimensions/bore'],
    ['gear', { teeth: '12.5' }, 'dimension-not-whole /parts/0/dimensions/teeth'],
    ['gear', { teeth: '1000000' }, 'dimension-too-large /parts/0/dimensions/teeth'],
    ['gear', { teeth: '900' }, 'dimensions-contradict /parts/0/dimensions/teeth'],
    ['gear', { shift: '1.4', teeth: '8' }, 'dimensions-contradict /parts/0/dimensions/shift'],
    ['gear', { pressureAngle: '20 mm' }, 'quantity-wrong-dimension /parts/0/dimensions/pressureAngle'],
    ['cam', { rise: '200 deg', fall: '150 deg' }, 'dimensions-contradict /parts/0/dimensions/fall'],
    [
      'cam',
      { roller: '30 mm', base: '30 mm', lift: '25 mm', rise: '50 deg' },
      'dimensions-contradict /parts/0/dimensions/roller',
    ],
    ['plate', { holes: '30' }, 'dimensions-contradict /parts/0/dimensions/holes'],
    ['bent-link', { angle: '10 deg' }, 'dimensions-contradict /parts/0/dimensions/angle'],
    ['index-wheel', { slots: '2' }, 'dimension-too-small /parts/0/dimensions/slots'],
    ['box', { width: '0 mm' }, 'dimension-not-positive /parts/0/dimensions/width'],
  ])('%s %o is refused at its place', (kind, dimensions, expected) => {
    expect(codes(kitPart(kind, dimensions))).toContain(expected)
  })

  it('a choice that is not offered is refused, an outline that crosses itself too', () => {
    expect(codes(kitPart('spindle', {}, { options: { hand: 'third' } }))).toEqual([
      'option-unknown /parts/0/options/hand',
    ])
    const crossed: [number, number][] = [[0, 0], [0.01, 0.01], [0.01, 0], [0, 0.01]] // prettier-ignore
    expect(codes(kitPart('extruded', {}, { outline: crossed }))).toEqual([
      'dimensions-contradict /parts/0/outline',
    ])
    const beyond: [number, number][] = [[-0.01, 0], [0.01, 0], [0.01, 0.01]] // prettier-ignore
    expect(codes(kitPart('turned', {}, { outline: beyond }))).toEqual([
      'dimensions-contradict /parts/0/outline',
    ])
  })
})

it('the far bore of a link follows its length', () => {
  const datums = shapeOf(resolved(kitPart('link', { length: '80 mm' }))).datums()
  expect(Array.from(datums['bore B'].subarray(9))).toEqual([0.08, 0, 0])
})

describe('what parts offer to be joined by', () => {
  const datumsOf = (kind: string, dimensions: Record<string, string> = {}, more: Partial<Part> = {}) =>
    shapeOf(resolved(kitPart(kind, dimensions, more))).datums()
  const near = (numbers: ArrayLike<number>) =>
    [...Array.from(numbers)].map((v) => Math.round(v * 1e9) / 1e9 + 0)

  it('a keyway, in the bore and on the shaft, with its floor facing the key', () => {
    const hub = datumsOf('disc', { bore: '20 mm', keyWidth: '6 mm', keyDepth: '2.8 mm' }).keyway!
    expect(near(hub.subarray(9))).toEqual([0.0128, 0, 0])
    expect(near(hub.subarray(6, 9))).toEqual([-1, 0, 0])
    const shaft = datumsOf('shaft').keyway!
    expect(near(shaft.subarray(9))).toEqual([0.0035, 0, 0.035])
    expect(near(shaft.subarray(6, 9))).toEqual([1, 0, 0])
    expect(datumsOf('disc').keyway).toBeUndefined()
    expect(datumsOf('shaft', { keyWidth: '0 mm' }).keyway).toBeUndefined()
  })

  it('two slots at right angles, along which tongues slide', () => {
    const disc = datumsOf('coupling-disc')
    const along = ['slot top', 'slot bottom'].map((name) => near(disc[name]!.subarray(6, 9)))
    expect(along).toEqual([
      [1, 0, 0],
      [0, 1, 0],
    ])
    // tongue and slot meet when the faces do: 6 mm deep, 6 mm high
    const hub = datumsOf('coupling-hub')
    expect(near(hub.tongue!.subarray(9))).toEqual([0, 0, 0.009])
    expect(near(disc['slot top']!.subarray(9))).toEqual([0, 0, 0.006])
    // and the same of plain discs: 10 mm thick, 4 mm deep and high
    const plain = (across: string) => shapeOf(resolved(kitPart('disc', {}, { options: { across } }))).datums()
    expect(near(plain('slot').slot!.subarray(6))).toEqual([1, 0, 0, 0, 0, 0.003])
    expect(near(plain('tongue').tongue!.subarray(6))).toEqual([1, 0, 0, 0, 0, 0.007])
    expect(near(plain('slot')['slot floor']!.subarray(9))).toEqual([0, 0, 0.001])
    expect(plain('none').slot).toBeUndefined()
  })

  it('the pin axes of a universal joint, square to each other and to the shafts', () => {
    const cross = datumsOf('cross')
    expect(near(cross['axis 1']!.subarray(6, 9))).toEqual([1, 0, 0])
    expect(near(cross['axis 2']!.subarray(6, 9))).toEqual([0, 1, 0])
    expect(near(datumsOf('fork')['pin axis']!.subarray(6, 12))).toEqual([1, 0, 0, 0, 0, 0])
  })

  it('what parts of older documents have that do not name a keyway', () => {
    const part = kitPart('disc')
    delete part.dimensions.keyWidth
    delete part.dimensions.keyDepth
    expect(shapeOf(resolved(part)).datums()).toEqual(datumsOf('disc'))
  })
})
