/** Cues: a body handed from one carrier to another, joints and relations switched, drivers that rest, exact steps. */
import { describe, expect, it } from 'vitest'
import { cueTimes, openModel, reportModel } from '../../src'
import type { AnyCue, Take } from '../../src'
import { Sketch } from '../sketch'
import type { TakeReader } from '../sketch'

/** Position of a body [m] in a frame. */
function place({ take }: TakeReader, body: string, frame: number): number[] {
  const at = 7 * (frame * take.bodies.length + take.bodies.indexOf(body))
  return Array.from(take.poses.subarray(at, at + 3))
}

const cues = (sketch: Sketch, ...list: AnyCue[]): Sketch => {
  sketch.document.scenarios[0].cues = list
  return sketch
}

/** Two sledges side by side along x, each with its lane, and a packet that is loose between them. */
const sledges = () => {
  const sketch = new Sketch(4)
    .body('one', 'two', 'packet')
    .slide('first', 'ground', 'one', [0, 0], [1, 0, 0])
    .slide('second', 'ground', 'two', [0, 0.1], [0, 1, 0])
    .drive({
      id: 'a',
      kind: 'moves',
      joint: 'first',
      moves: [
        { id: 'bring', start: 0, duration: 1, law: 'polynomial-3-4-5', to: 0.2 },
        { id: 'return', start: 2, duration: 1, law: 'polynomial-3-4-5', to: 0 },
      ],
    })
    .drive({
      id: 'b',
      kind: 'moves',
      joint: 'second',
      moves: [{ id: 'lift', start: 2, duration: 1, law: 'polynomial-3-4-5', to: 0.3 }],
    })
  sketch.document.bodies.find(({ id }) => id === 'packet')!.pose = { position: [0.05, 0.02, 0.01] }
  return sketch
}

describe('taking and releasing', () => {
  it('hands a packet over exactly where it stands, and leaves it where it is let go', () => {
    const film = cues(
      sledges(),
      { id: 'grip', kind: 'take', body: 'packet', by: 'one', start: 0 },
      { id: 'let-go', kind: 'release', body: 'packet', tie: { after: 'bring', offset: '0.5 s' } },
      { id: 'regrip', kind: 'take', body: 'packet', by: 'two', tie: { with: 'let-go' } },
      { id: 'drop', kind: 'release', body: 'packet', tie: { after: 'lift', offset: '-0.5 s' } },
    ).solve()
    const near = ([x, y, z]: number[]) => [x, y, z].map((v) => expect.closeTo(v, 11))
    expect(place(film, 'packet', 0)).toEqual(near([0.05, 0.02, 0.01]))
    expect(place(film, 'packet', 60)).toEqual(near([0.25, 0.02, 0.01]))
    expect(place(film, 'packet', 120)).toEqual(near([0.25, 0.02, 0.01]))
    // half-way through the lift it is dropped: half of 0.3 m
    expect(place(film, 'packet', 150)).toEqual(near([0.25, 0.17, 0.01]))
    expect(place(film, 'packet', 240)).toEqual(near([0.25, 0.17, 0.01]))
    expect(place(film, 'one', 180)[0]).toBeCloseTo(0, 11)
    const { spans } = film.take as Take
    expect(spans.map(({ start, bonds }) => [start, bonds.map(({ by }) => by)])).toEqual([
      [0, ['one']],
      [1.5, ['two']],
      [2.5, []],
    ])
  })

  it('carries a packet through turns of its carrier, in frames between', () => {
    const sketch = new Sketch(2).body('turner', 'packet').hinge('axle', 'ground', 'turner', [0, 0])
    sketch.motor('axle', 2 * Math.PI)
    sketch.document.bodies.find(({ id }) => id === 'packet')!.pose = { position: [0.1, 0, 0] }
    const film = cues(
      sketch,
      { id: 'grip', kind: 'take', body: 'packet', by: 'turner', start: '0.255 s' },
      { id: 'drop', kind: 'release', body: 'packet', start: '1.505 s' },
    ).solve()
    // taken at 0.255 s, so turned by a quarter turn at 0.505 s, five quarters at the end
    const angle = 2 * Math.PI * (0.5 - 0.255)
    expect(place(film, 'packet', 30)[0]).toBeCloseTo(0.1 * Math.cos(angle), 12)
    expect(place(film, 'packet', 30)[1]).toBeCloseTo(0.1 * Math.sin(angle), 12)
    expect(place(film, 'packet', 120)[0]).toBeCloseTo(0, 11)
    expect(place(film, 'packet', 120)[1]).toBeCloseTo(0.1, 11)
  })

  it('says who carries it already', () => {
    const take = cues(
      sledges(),
      { id: 'grip', kind: 'take', body: 'packet', by: 'one', start: 0 },
      { id: 'again', kind: 'take', body: 'packet', by: 'two', start: 0.5 },
    ).attempt()
    expect(take.stopped?.message).toBe(
      'The motion stops at 0.500 s: packet is carried by one already; release it first.',
    )
    expect(take.frames).toBe(30)
  })
})

describe('suspending and restoring', () => {
  /** A rod on a hinge of a turning disc; a peg of ground can hold the rod. */
  const gate = () =>
    new Sketch(2)
      .body('flap')
      .hinge('hinge', 'ground', 'flap', [0, 0])
      .drive({
        id: 'd',
        kind: 'moves',
        joint: 'hinge',
        moves: [
          { id: 'open', start: 0, duration: 0.5, law: 'harmonic', to: '40 deg' },
          { id: 'shut', start: 1, duration: 0.5, law: 'harmonic', to: '10 deg' },
        ],
      })

  /** The packet slides up and down on the first sledge. */
  const held = () => {
    const sketch = sledges().slide('hold', 'one', 'packet', [0.05, 0.02, 0.01], [0, 0, 1])
    delete sketch.document.bodies.find(({ id }) => id === 'packet')!.pose
    return sketch
  }

  it('a driver rests, and goes on from where it stands', () => {
    const film = cues(
      gate(),
      { id: 'off', kind: 'suspend', targets: ['d'], start: 0.25 },
      { id: 'on', kind: 'restore', targets: ['d'], start: 0.75 },
    ).solve()
    const degrees = (frame: number) => (film.joint('hinge', frame)[0] * 180) / Math.PI
    // half of the way at half of the time
    expect(degrees(15)).toBeCloseTo(20, 10)
    expect(degrees(45)).toBeCloseTo(20, 10)
    expect(degrees(75)).toBeCloseTo(15, 10)
    expect(degrees(120)).toBeCloseTo(10, 10)
  })

  it('two drivers take turns on one joint', () => {
    const sketch = gate().drive({ id: 'm', kind: 'motor', joint: 'hinge', speed: 1, runUp: 0 })
    expect(reportModel(sketch.open(), 'run').problem?.code).toBe('driver-too-many')
    sketch.document.scenarios[0].drivers[1].suspended = true
    const film = cues(
      sketch,
      { id: 'off', kind: 'suspend', targets: ['d'], start: 1 },
      { id: 'on', kind: 'restore', targets: ['m'], start: 1 },
    ).solve()
    // the motor goes on from the 40 deg at which the lane left it
    expect(film.joint('hinge', 90)[0]).toBeCloseTo((40 * Math.PI) / 180 + 0.5, 11)
  })

  it('a wheel engages where it stands, and keeps the ratio from there', () => {
    const sketch = new Sketch(3)
      .body('pinion', 'wheel')
      .hinge('drive', 'ground', 'pinion', [0, 0])
      .hinge('driven', 'ground', 'wheel', [0.1, 0])
      .pair('gear', 'mesh', 'drive', 'driven', { ratio: 2 })
      .motor('drive', 2 * Math.PI)
    const film = cues(
      sketch,
      { id: 'apart', kind: 'suspend', targets: ['mesh'], start: 1 },
      { id: 'engage', kind: 'restore', targets: ['mesh'], start: 2 },
    ).solve()
    const turns = (joint: string, frame: number) => film.joint(joint, frame)[0] / (2 * Math.PI)
    expect(turns('drive', 180)).toBeCloseTo(3, 11)
    expect(turns('driven', 60)).toBeCloseTo(-0.5, 11)
    expect(turns('driven', 120)).toBeCloseTo(-0.5, 11)
    expect(turns('driven', 180)).toBeCloseTo(-1, 11)
  })

  it('a joint comes off and is closed again where its parts meet', () => {
    const sketch = held()
    const film = cues(
      sketch,
      { id: 'off', kind: 'suspend', targets: ['hold'], start: 1.2 },
      { id: 'on', kind: 'restore', targets: ['hold'], start: 1.8 },
    ).solve()
    expect(place(film, 'packet', 60)[0]).toBeCloseTo(0.2, 11)
    expect(place(film, 'packet', 180)[0]).toBeCloseTo(0, 11)
    expect(film.take.spans.map(({ states }) => states.hold)).toEqual(['parked', 'suspended', 'parked'])

    const apart = cues(
      sketch,
      { id: 'off', kind: 'suspend', targets: ['hold'], start: 1.2 },
      { id: 'on', kind: 'restore', targets: ['hold'], start: 3.5 },
    ).attempt()
    expect(apart.stopped?.code).toBe('restore-apart')
    expect(apart.stopped?.message).toMatch(
      /at 3\.500 s: hold cannot be restored: its datums stand 200\.00 mm apart/,
    )
  })

  it('a joint that is suspended in the document is restored by a cue', () => {
    const sketch = held()
    sketch.document.joints.find(({ id }) => id === 'hold')!.suspended = true
    const film = cues(sketch, { id: 'on', kind: 'restore', targets: ['hold'], start: 0 }).solve()
    expect(place(film, 'packet', 60)[0]).toBeCloseTo(0.2, 11)
  })
})

describe('steps', () => {
  it('put a loose body elsewhere, moved and turned', () => {
    const film = cues(sledges(), {
      id: 'next',
      kind: 'step',
      body: 'packet',
      by: ['10 mm', 0, '5 mm'],
      axis: [0, 0, 1],
      turn: '90 deg',
      start: 1,
    }).solve()
    expect(place(film, 'packet', 59)[0]).toBeCloseTo(0.05, 12)
    expect(place(film, 'packet', 61)).toEqual([0.06, 0.02, 0.015].map((v) => expect.closeTo(v, 12)))
    const at = 7 * (61 * film.take.bodies.length + film.take.bodies.indexOf('packet'))
    expect(Array.from(film.take.poses.subarray(at + 3, at + 7))).toEqual(
      [Math.SQRT1_2, 0, 0, Math.SQRT1_2].map((v) => expect.closeTo(v, 12)),
    )
  })

  it('are refused for a body that something holds', () => {
    const { stopped } = cues(sledges(), {
      id: 's',
      kind: 'step',
      body: 'one',
      by: [0, 0, 1],
      start: 1,
    }).attempt()
    expect(stopped?.code).toBe('step-held')
  })
})

describe('a fade', () => {
  it('takes its time, which may be a share of the scenario, and what is tied to its end waits for it', () => {
    const { items } = cues(
      sledges(),
      { id: 'dim', kind: 'fade', bodies: ['packet'], opacity: 0.5, start: '0.1 s', duration: '0.3 s' },
      { id: 'gone', kind: 'hide', bodies: ['packet'], tie: { after: 'dim' } },
      { id: 'share', kind: 'fade', bodies: ['packet'], start: 0, duration: '50 %' },
      { id: 'at-once', kind: 'fade', bodies: ['packet'], start: 0 },
    ).solve().take
    const times = Object.fromEntries(items.map(({ id, start, end }) => [id, [start, end]]))
    expect(times.dim).toEqual([0.1, expect.closeTo(0.4, 12)])
    expect(times.gone).toEqual([expect.closeTo(0.4, 12), expect.closeTo(0.4, 12)])
    expect(times['at-once']).toEqual([0, 0])
    expect(times.share).toEqual([0, 2])
  })
})

describe('cues are checked', () => {
  it.each<[string, AnyCue, string]>([
    ['a body that is not there', { id: 'c', kind: 'release', body: 'nobody' }, 'reference-missing'],
    ['a body that takes itself', { id: 'c', kind: 'take', body: 'packet', by: 'packet' }, 'cue-own-body'],
    ['a target that is not there', { id: 'c', kind: 'suspend', targets: ['nothing'] }, 'reference-missing'],
    ['an id used twice', { id: 'bring', kind: 'release', body: 'packet' }, 'id-repeated'],
    [
      'a fade that takes less than no time',
      { id: 'c', kind: 'fade', bodies: ['packet'], duration: '-1 s' },
      'field-invalid',
    ],
    ['a tie to nothing', { id: 'c', kind: 'release', body: 'packet', tie: { after: 'gone' } }, 'tie-missing'],
  ])('%s', (_, cue, code) => {
    const opened = openModel(cues(sledges(), cue).document)
    expect(opened.ok ? [] : opened.problems.map((p) => p.code)).toContain(code)
  })
})

describe('hand-over, order and repetition', () => {
  const near = ([x, y, z]: number[]) => [x, y, z].map((v) => expect.closeTo(v, 11))

  it('hands a packet over as one cue, also from nobody', () => {
    const film = cues(
      sledges(),
      { id: 'grip', kind: 'hand-over', body: 'packet', by: 'one', start: 0 },
      { id: 'pass', kind: 'hand-over', body: 'packet', by: 'two', start: '1.5 s' },
    ).solve()
    expect(place(film, 'packet', 90)).toEqual(near([0.25, 0.02, 0.01]))
    expect(place(film, 'packet', 240)).toEqual(near([0.25, 0.32, 0.01]))
  })

  it('plays what comes at one instant in the order of the document, however the instant is written', () => {
    // 0.1 s + 0.2 s is not 0.3 s for a machine
    const third = { tie: { with: 'mark', offset: '0.2 s' } } as const
    const list = (first: AnyCue, second: AnyCue): AnyCue[] => [
      { id: 'mark', kind: 'show', bodies: ['packet'], start: '0.1 s' },
      { id: 'grip', kind: 'take', body: 'packet', by: 'one', start: 0 },
      first,
      second,
    ]
    const release: AnyCue = { id: 'let-go', kind: 'release', body: 'packet', ...third }
    const take: AnyCue = { id: 'regrip', kind: 'take', body: 'packet', by: 'two', start: '0.3 s' }
    const good = cues(sledges(), ...list(release, take)).solve()
    expect(place(good, 'packet', 240)[1]).toBeCloseTo(0.32, 11)
    const wrong = cues(sledges(), ...list(take, release)).attempt()
    expect(wrong.stopped?.code).toBe('take-twice')
  })

  it('comes again and again, so often or to the end', () => {
    const loose = (more: Partial<AnyCue>) =>
      cues(sledges(), {
        id: 'hop',
        kind: 'step',
        body: 'packet',
        by: ['1 mm', 0, 0],
        start: '0.5 s',
        every: '0.75 s',
        ...more,
      } as AnyCue).solve()
    const x = (film: TakeReader, frame: number) => place(film, 'packet', frame)[0]!
    const film = loose({})
    // at 0.5, 1.25, 2, 2.75 and 3.5 s of 4 s
    expect(x(film, 29)).toBeCloseTo(0.05, 12)
    expect(x(film, 80)).toBeCloseTo(0.052, 12)
    expect(x(film, 240)).toBeCloseTo(0.055, 12)
    expect(x(loose({ times: 3 }), 240)).toBeCloseTo(0.053, 12)
    expect(() => loose({ every: '0 s' })).toThrow('must be more than zero seconds')
  })

  it('is marked at every time that it comes', () => {
    const cue: AnyCue = { id: 'hop', kind: 'step', body: 'packet', every: '0.75 s' }
    expect(cueTimes(cue, 0.5, 4)).toEqual([0.5, 1.25, 2, 2.75, 3.5])
    expect(cueTimes({ ...cue, times: 2 }, 0.5, 4)).toEqual([0.5, 1.25])
    expect(cueTimes(cue, Number.NaN, 4)).toEqual([Number.NaN])
    expect(cueTimes({ ...cue, every: undefined }, 0.5, 4)).toEqual([0.5])
  })
})
