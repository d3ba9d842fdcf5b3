/** Drivers that pull instead of prescribing, efforts over the position, and bodies that are caught while they move. */
import { describe, expect, it } from 'vitest'
import type { AnyLoad } from '../../src/document/format/loads'
import type { AnyDriver } from '../../src/document/format/drivers'
import { openModel } from '../../src'
import { ENERGIES } from '../../src/motion/take'
import { rod, weigh } from './free'
import { Sketch } from '../sketch'
import type { TakeReader } from '../sketch'

function freely(sketch: Sketch, loads: readonly object[] = []): Sketch {
  const [scenario] = sketch.document.scenarios
  scenario.mode = 'free'
  scenario.gravity = [0, 0, 0]
  scenario.loads = loads.map((load, k) => ({ id: `load-${k}`, name: `Load ${k}`, ...load })) as AnyLoad[]
  return sketch
}

const balanceAt = ({ take }: TakeReader, frame: number): number => {
  const [kinetic, stored, lost, driven] = take.energies.subarray(ENERGIES * frame)
  return kinetic + stored + lost - driven
}

const slide = (length = 1) => {
  const sketch = new Sketch(length).body('block').slide('rail', 'ground', 'block', [0, 0, 0], [1, 0, 0])
  return weigh(sketch, 'block', 0.5, [0, 0, 0], [0, 0, 0, 0, 0, 0])
}

const pulled = (servo: object, fields: object = { kind: 'function', position: '20 mm' }) =>
  slide().drive({ id: 'pull', joint: 'rail', servo, ...fields } as unknown as AnyDriver)

describe('a servo', () => {
  it('swings its load to the course as a damped oscillator does', () => {
    const [k, d, m] = [80, 2, 0.5]
    const reader = freely(pulled({ stiffness: k, damping: d })).solve()
    const delta = d / (2 * m)
    const w = Math.sqrt(k / m - delta * delta)
    for (let frame = 0; frame < reader.take.frames; frame++) {
      const t = reader.time(frame)
      const at = 0.02 * (1 - Math.exp(-delta * t) * (Math.cos(w * t) + (delta / w) * Math.sin(w * t)))
      expect(Math.abs(reader.joint('rail', frame)[0] - at)).toBeLessThan(1e-9)
      expect(balanceAt(reader, frame)).toBeCloseTo(balanceAt(reader, 0), 9)
    }
  })

  it('pulls no more than it can, as a probe reads', () => {
    const sketch = pulled({ stiffness: 1000, damping: 40, most: 3 })
    const reader = freely(sketch.probe({ id: 'pull-probe', kind: 'effort', joint: 'rail' })).solve()
    expect(reader.probe('pull-probe', 0)[0]).toBe(3)
    expect(reader.joint('rail', 0)[2]).toBeCloseTo(6, 12)
    const last = reader.take.frames - 1
    expect(reader.joint('rail', last)[0]).toBeCloseTo(0.02, 6)
  })

  it('prescribes as ever where the scenario is not free, and says what is wrong with it', () => {
    const sketch = pulled({ stiffness: 80 }, { kind: 'function', position: '20 mm/s * t' })
    expect(sketch.solve().joint('rail', 60)[0]).toBeCloseTo(0.02, 12)
    const wrong = freely(pulled({ stiffness: '2 N m/rad' }))
    const opened = openModel(wrong.document)
    expect(opened.ok).toBe(false)
    if (!opened.ok)
      expect(opened.problems[0]).toMatchObject({ pointer: '/scenarios/0/drivers/0/servo/stiffness' })
  })
})

describe('an effort over the position', () => {
  it('is a spring where it falls evenly, and holds where it passes zero', () => {
    const table = {
      kind: 'joint-table',
      joint: 'rail',
      efforts: [
        ['-100 mm', 20],
        [0, 0],
        ['100 mm', -20],
      ],
    }
    const push = { kind: 'effort', joint: 'rail', effort: 4 }
    const reader = freely(slide(), [table, push]).solve()
    const w = Math.sqrt(200 / 0.5)
    for (const frame of [3, 20, 47]) {
      const t = reader.time(frame)
      expect(reader.joint('rail', frame)[0]).toBeCloseTo(0.02 * (1 - Math.cos(w * t)), 9)
      expect(balanceAt(reader, frame)).toBeCloseTo(balanceAt(reader, 0), 10)
    }
  })

  it('a periodic one gives back over every period what it takes', () => {
    const detent = {
      kind: 'joint-table',
      joint: 'rail',
      efforts: [
        [0, 0],
        ['5 mm', -2],
        ['15 mm', 2],
        ['20 mm', 0],
      ],
      periodic: true,
    }
    const reader = freely(slide(2), [detent, { kind: 'effort', joint: 'rail', effort: 3 }]).solve()
    const last = reader.take.frames - 1
    expect(reader.joint('rail', last)[0]).toBeGreaterThan(1)
    const work = 3 * reader.joint('rail', last)[0]
    for (const frame of [10, 50, last])
      expect(Math.abs(balanceAt(reader, frame) - balanceAt(reader, 0))).toBeLessThan(1e-7 * work)
    const wrong = openModel(
      freely(slide(), [
        {
          ...detent,
          periodic: undefined,
          efforts: [
            [0, 0],
            [0, 1],
          ],
        },
      ]).document,
    )
    expect(wrong.ok).toBe(false)
  })
})

describe('a joint that catches what moves', () => {
  it('stops it by an impulse: momentum stays, and the energy that is lost is in the balance', () => {
    // two sliders side by side; the moving one takes the other along from 0.5 s on
    const sketch = new Sketch(1).body('push', 'packet')
    sketch.slide('rail', 'ground', 'push', [0, 0, 0], [1, 0, 0])
    sketch.slide('belt', 'ground', 'packet', [0, 0, 0], [1, 0, 0])
    weigh(sketch, 'push', 0.6, [0, 0, 0], [0, 0, 0, 0, 0, 0])
    weigh(sketch, 'packet', 0.2, [0, 0, 0], [0, 0, 0, 0, 0, 0])
    sketch.document.scenarios[0].cues = [
      { id: 'take', name: 'Take', kind: 'take', start: '0.5 s', body: 'packet', by: 'push' } as never,
    ]
    const force = { kind: 'effort', joint: 'rail', effort: 1.2 }
    const reader = freely(sketch, [force]).solve()
    // 1 m/s at the catch, then 0.75 m/s together
    const [, before] = reader.joint('rail', 29)
    expect(before).toBeCloseTo(2 * reader.time(29), 10)
    const after = (t: number) => 0.75 + 1.5 * (t - 0.5)
    for (const frame of [31, 60]) {
      expect(reader.joint('rail', frame)[1]).toBeCloseTo(after(reader.time(frame)), 9)
      expect(reader.joint('belt', frame)[1]).toBeCloseTo(after(reader.time(frame)), 9)
      expect(balanceAt(reader, frame)).toBeCloseTo(balanceAt(reader, 0), 9)
    }
    // lost: half of reduced mass times speed squared
    const lost = (frame: number) => reader.take.energies[ENERGIES * frame + 2]
    const work = 1.2 * reader.joint('rail', 60)[0]
    expect(lost(60) + work).toBeCloseTo((0.5 * 0.6 * 0.2) / 0.8, 9)
  })

  it('a bar that is caught at a pin turns on with the moment of momentum about it', () => {
    const sketch = new Sketch(0.6).body('bar')
    sketch.slide('rail', 'ground', 'carrier', [0, 0, 0], [1, 0, 0])
    sketch.document.bodies.push({ id: 'carrier', name: 'Carrier', parts: [] })
    weigh(sketch, 'carrier', 0.4, [0, 0, 0], [0, 0, 0, 0, 0, 0])
    sketch.hinge('pin', 'carrier', 'bar', [0, 0])
    rod(sketch, 'bar', 0.3, [0, 0, 0], [0, 0.2, 0])
    // ground takes the carrier
    sketch.document.scenarios[0].cues = [
      { id: 'stop', name: 'Stop', kind: 'take', start: '0.3 s', body: 'carrier', by: 'ground' } as never,
    ]
    const reader = freely(sketch, [{ kind: 'effort', joint: 'rail', overTime: '0.7 N' }]).solve()
    const [, speed] = reader.joint('rail', 17)
    const [, turning] = reader.joint('pin', 17)
    expect(Number.isFinite(speed + turning)).toBe(true)
    const last = reader.take.frames - 1
    expect(reader.joint('rail', last)[1]).toBeCloseTo(0, 15)
    for (const frame of [10, 25, last]) expect(balanceAt(reader, frame)).toBeCloseTo(balanceAt(reader, 0), 8)
  })

  /** Shoulder turned by a move that begins and ends at full speed, elbow free: an open chain. */
  const arm = (length = 1) => {
    const sketch = new Sketch(length)
      .body('upper', 'fore')
      .hinge('shoulder', 'ground', 'upper', [0, 0])
      .hinge('elbow', 'upper', 'fore', [0.3, 0])
    weigh(sketch, 'upper', 1, [0.15, 0, 0], [0, 0, 0.01, 0, 0, 0])
    weigh(sketch, 'fore', 0.5, [0.4, 0.02, 0], [0, 0, 0.004, 0, 0, 0])
    const moves = [{ id: 'turn', start: 0.205, law: 'linear', duration: 0.3, by: 0.9 }]
    return freely(
      sketch.drive({ id: 'lane', kind: 'moves', joint: 'shoulder', moves } as unknown as AnyDriver),
    )
  }

  it('in an open chain the others keep their momentum when a drive jumps to a speed', () => {
    const reader = arm().solve()
    expect(reader.take.notes.map(({ code, data }) => [code, Number(data!.time).toFixed(6)])).toEqual([
      ['impact', '0.205000'],
      ['impact', '0.505000'],
    ])
    for (const frame of [0, 20, 25, 40, 60]) expect(balanceAt(reader, frame)).toBeCloseTo(0, 9)
    // no moment of momentum along the elbow comes in at once: (I + m c^2) (r1 + r2) + m l c cos(tilt) r1 = 0
    const [m, l, inertia, speed] = [0.5, 0.3, 0.004, 3]
    const [square, cosine] = [inertia + m * (0.1 ** 2 + 0.02 ** 2), m * l * 0.1]
    const short = arm(0.206)
    short.document.scenarios[0].frameRate = 10_000
    const close = short.solve()
    const after = Array.from({ length: close.take.frames }, (_, k) => k).find((k) => close.time(k) > 0.20501)!
    expect(close.joint('shoulder', after)[1]).toBeCloseTo(speed, 12)
    expect(close.joint('elbow', after)[1] / ((-speed * (square + cosine)) / square)).toBeCloseTo(1, 3)
  })
})
