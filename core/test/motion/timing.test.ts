/** Timing of scenarios: ties between moves, motors and cues, waiting for values, starts, and what is wrong with them. */
import { describe, expect, it } from 'vitest'
import { mendScenario, openModel, reportModel } from '../../src'
import type { AnyDriver, Move } from '../../src'
import { Sketch } from '../sketch'

const table = (length = 4) =>
  new Sketch(length)
    .body('jaw', 'arm')
    .slide('press', 'ground', 'jaw', [0, 0], [1, 0, 0])
    .hinge('swing', 'ground', 'arm', [0, 0.2])

const lane = (id: string, joint: string, ...moves: Partial<Move>[]): AnyDriver => ({
  id,
  kind: 'moves',
  joint,
  moves: moves.map((move) => ({ law: 'polynomial-3-4-5', ...move }) as Move),
})

const timesOf = (sketch: Sketch) =>
  Object.fromEntries(
    reportModel(sketch.open(), 'run').items.map(({ key, start, end }) => [key, [start, end]]),
  )

const faultsOf = (sketch: Sketch): [string, string | undefined][] => {
  try {
    const { problem, warnings } = reportModel(sketch.open(), 'run')
    return [...(problem ? [problem] : []), ...warnings].map(({ code, pointer }) => [code, pointer])
  } catch (error) {
    return [[(error as Error).message.split(':')[0], undefined]]
  }
}

describe('moves', () => {
  it('without a start follow each other, and others are tied to their starts and ends', () => {
    const sketch = table()
      .drive(
        lane(
          'press-lane',
          'press',
          { id: 'close', duration: '0.5 s', to: '20 mm' },
          { id: 'open', duration: '25 %', to: 0 },
        ),
      )
      .drive(
        lane(
          'swing-lane',
          'swing',
          { id: 'out', tie: { after: 'close', offset: '0.2 s' }, duration: 1, to: '90 deg' },
          { id: 'back', tie: { with: 'open' }, start: undefined, duration: 1, to: 0 },
        ),
      )
    // "back" starts before "out" has ended
    expect(faultsOf(sketch)).toEqual([['moves-overlap', '/scenarios/0/drivers/1/moves/1/start']])
    const [, second] = sketch.document.scenarios[0].drivers as { moves: Move[] }[]
    second.moves[1].tie = { after: 'out' }
    expect(timesOf(sketch)).toEqual({
      close: [0, 0.5],
      open: [0.5, 1.5],
      out: [0.7, 1.7],
      back: [1.7, 2.7],
    })
    // one duration changes, and everything after moves along
    const [first] = sketch.document.scenarios[0].drivers as { moves: Move[] }[]
    first.moves[0].duration = '0.9 s'
    expect(timesOf(sketch).back).toEqual([expect.closeTo(2.1, 12), expect.closeTo(3.1, 12)])
  })

  it('find their duration from speed and acceleration: 600 mm at 0.2 m/s and 0.5 m/s2 take 3.4 s', () => {
    // common practice: s/v + v/a
    const sketch = table(8).drive(
      lane(
        'l',
        'press',
        { id: 'long', law: 'limited', by: '600 mm', speed: '0.2 m/s', acceleration: '0.5 m/s^2' },
        { id: 'next', duration: 1, by: '-600 mm' },
      ),
    )
    expect(timesOf(sketch).long[1]).toBeCloseTo(3.4, 12)
    expect(timesOf(sketch).next[0]).toBeCloseTo(3.4, 12)
    expect(sketch.solve().joint('press', Math.round(1.7 * 60))[0]).toBeCloseTo(0.3, 12)
  })

  it('that end beyond a limit are told before anything runs', () => {
    const sketch = table().drive(lane('l', 'press', { id: 'far', duration: 1, to: '80 mm' }))
    sketch.document.joints[0].freedoms = [{ name: 's', lower: 0, upper: '50 mm' }]
    expect(faultsOf(sketch)).toEqual([['move-past-limit', '/scenarios/0/drivers/0/moves/0']])
    const { stopped } = sketch.attempt()
    expect(stopped?.code).toBe('limit-reached')
  })

  it('that are wrong come with a way out that holds', () => {
    const far = table().drive(lane('l', 'press', { id: 'far', duration: 1, by: '80 mm' }))
    far.document.joints[0].freedoms = [{ name: 's', lower: 0, upper: '50 mm' }]
    const early = table().drive(
      lane('l', 'press', { id: 'a', duration: 1, to: 0.01 }, { id: 'b', start: 0.5, duration: 1, to: 0 }),
    )
    const twice = table()
      .drive(lane('l', 'press', { id: 'a', duration: 1, to: 0.01 }))
      .drive(lane('m', 'press', { id: 'b', duration: 1, to: 0.02 }))
    for (const [sketch, words] of [
      [far, 'Let it end at the limit, 50 mm.'],
      [early, 'Start it when the one before it has ended.'],
      [twice, 'Let this driver rest.'],
    ] as const) {
      const { problem, warnings } = reportModel(sketch.open(), 'run')
      const [way] = mendScenario(sketch.document, 'run', problem ?? warnings[0])
      expect(way.sentence).toBe(words)
      const mended = openModel(way.document)
      if (!mended.ok) throw new Error(mended.problems[0].message)
      const after = reportModel(mended.value, 'run')
      expect([after.problem, after.warnings]).toEqual([null, []])
    }
  })

  it.each<[string, Partial<Move>[], string]>([
    ['tied to nothing', [{ tie: { after: 'gone' }, duration: 1, to: 1 }], 'tie-missing'],
    [
      'tied to two things',
      [{ tie: { after: 'a', with: 'a' }, id: 'a', duration: 1, to: 1 }],
      'tie-ambiguous',
    ],
    [
      'with a time and a tie',
      [{ start: 1, tie: { after: 'a' }, id: 'a', duration: 1, to: 1 }],
      'tie-ambiguous',
    ],
    ['tied to themselves', [{ tie: { after: 'a' }, id: 'a', duration: 1, to: 1 }], 'tie-circular'],
    [
      'in a circle',
      [
        { id: 'a', tie: { after: 'b' }, duration: 1, to: 1 },
        { id: 'b', duration: 1, to: 0 },
      ],
      'tie-circular',
    ],
    [
      'before the start',
      [
        { id: 'a', tie: { with: 'b', offset: -1 }, duration: 0.5, to: 1 },
        { id: 'b', start: 0.8, duration: 1, to: 1 },
      ],
      'move-start',
    ],
    [
      'that wait for a value and start before it',
      [{ tie: { when: { joint: 'press', value: 1 }, offset: -1 }, duration: 1, to: 1 }],
      'tie-before',
    ],
  ])('%s are refused', (_, moves, code) => {
    expect(faultsOf(table().drive(lane('l', 'swing', ...moves)))[0][0]).toBe(code)
  })

  it('name the members of a circle', () => {
    const sketch = table()
      .drive(lane('one', 'press', { id: 'a', tie: { after: 'b' }, duration: 1, to: 1 }))
      .drive(lane('two', 'swing', { id: 'b', tie: { with: 'a' }, duration: 1, to: 1 }))
    expect(() => sketch.open()).toThrow(/press, move 1, swing, move 1/)
  })
})

describe('waiting for a value', () => {
  /** The jaw rises evenly 0.1 m in 1 s and comes back; the arm starts when it has passed a value. */
  const waiting = (when: object, offset = 0) =>
    table()
      .drive(
        lane(
          'l',
          'press',
          { id: 'up', law: 'linear', duration: 1, to: 0.1 },
          { id: 'down', law: 'linear', duration: 1, to: 0 },
        ),
      )
      .drive(
        lane('m', 'swing', {
          id: 'swing-out',
          tie: { when: { joint: 'press', ...when } as never, offset },
          duration: 1,
          to: 1,
        }),
      )

  const startOf = (sketch: Sketch) => sketch.attempt().items.find(({ key }) => key === 'swing-out')!.start

  it('starts a move at the instant, between two frames', () => {
    const sketch = waiting({ value: '33.3 mm' })
    expect(timesOf(sketch)['swing-out'][0]).toBeNaN()
    expect(startOf(sketch)).toBeCloseTo(0.333, 12)
    const film = sketch.solve()
    // 3-4-5 after 0.9 - 0.333 of a second
    const x = 0.9 - 0.333
    expect(film.joint('swing', 54)[0]).toBeCloseTo(10 * x ** 3 - 15 * x ** 4 + 6 * x ** 5, 11)
    expect(film.joint('press', 54)[0]).toBeCloseTo(0.09, 13)
  })

  it('counts passings and their direction, and adds an offset', () => {
    expect(startOf(waiting({ value: 0.04, direction: 'falling' }))).toBeCloseTo(1.6, 12)
    expect(startOf(waiting({ value: 0.04, count: 2 }, 0.25))).toBeCloseTo(1.85, 12)
  })

  it('takes a value at which a move ends', () => {
    expect(startOf(waiting({ value: '100 mm' }))).toBeCloseTo(1, 9)
  })

  it('never starts what waits for what does not happen', () => {
    const sketch = waiting({ value: '120 mm' })
    expect(startOf(sketch)).toBeNaN()
    expect(sketch.solve().joint('swing', 239)[0]).toBe(0)
  })

  it('watches probes as well', () => {
    const sketch = table()
      .drive(lane('l', 'press', { id: 'up', law: 'linear', duration: 1, to: 0.1 }))
      .datum('edge', 'jaw', [0.02, 0, 0])
      .probe({ id: 'reach', kind: 'datum-position', datum: 'edge', along: 'x' })
      .drive(
        lane('m', 'swing', {
          id: 'swing-out',
          tie: { when: { probe: 'reach', value: '70 mm' } },
          duration: 1,
          to: 1,
        }),
      )
    expect(startOf(sketch)).toBeCloseTo(0.5, 12)
  })
})

describe('motors', () => {
  it('are switched on and off, given by how far they go', () => {
    // five turns in 10 s with a fifth of run-up and run-down: the ramps count half (common practice)
    const film = table(12)
      .drive({
        id: 'm',
        kind: 'motor',
        joint: 'swing',
        by: '5 turns',
        start: '1 s',
        duration: '10 s',
        runUp: '20 %',
        runDown: '20 %',
      })
      .solve()
    const turns = (time: number) => film.joint('swing', Math.round(time * 60))[0] / (2 * Math.PI)
    expect(turns(1)).toBe(0)
    expect(turns(3)).toBeCloseTo(0.625, 12)
    expect(turns(6)).toBeCloseTo(2.5, 12)
    expect(turns(9)).toBeCloseTo(4.375, 12)
    expect(turns(11)).toBeCloseTo(5, 12)
    expect(turns(12)).toBeCloseTo(5, 12)
  })

  it.each([
    ['neither speed nor way', {}, 'driver-speed'],
    ['ramps longer than it is on', { speed: 1, duration: 1, runUp: 0.8, runDown: 0.8 }, 'driver-run-up'],
    ['no time on', { speed: 1, duration: 0 }, 'driver-duration'],
  ])('with %s are refused', (_, more, code) => {
    const sketch = table().drive({ id: 'm', kind: 'motor', joint: 'swing', runUp: 0, ...more })
    expect(faultsOf(sketch)[0][0]).toBe(code)
  })
})

describe('a start', () => {
  it('at a named pose is where drivers count from', () => {
    const sketch = table().drive(lane('l', 'press', { duration: 1, by: '10 mm' }))
    sketch.document.poses = [
      {
        id: 'ready',
        name: 'Ready',
        values: [
          { joint: 'press', value: '30 mm' },
          { joint: 'swing', value: '45 deg' },
        ],
      },
    ]
    sketch.document.scenarios[0].startPose = 'ready'
    const film = sketch.solve()
    expect(film.joint('press', 0)[0]).toBeCloseTo(0.03, 13)
    expect(film.joint('press', 60)[0]).toBeCloseTo(0.04, 13)
    expect(film.joint('swing', 60)[0]).toBeCloseTo(Math.PI / 4, 13)
  })

  it('after another scenario goes on from its end', () => {
    const sketch = table().drive(lane('l', 'press', { duration: 1, by: '10 mm' }))
    const [run] = sketch.document.scenarios
    sketch.document.scenarios.unshift({
      ...(JSON.parse(JSON.stringify(run)) as typeof run),
      id: 'before',
      name: 'Before',
      drivers: [lane('k', 'press', { duration: 1, by: '5 mm' })],
    })
    run.startAfter = 'before'
    expect(sketch.solve().joint('press', 60)[0]).toBeCloseTo(0.015, 13)
    sketch.document.scenarios[0].startAfter = 'run'
    expect(() => sketch.open()).toThrow(/start after itself/)
  })
})

it('what rests in a dwell follows all the same', () => {
  const sketch = new Sketch(1)
    .body('cam', 'tamper', 'loose')
    .hinge('shaft', 'ground', 'cam', [0, 0])
    .slide('guide', 'ground', 'tamper', [0.05, 0], [0, 1, 0])
    .hinge('other', 'ground', 'loose', [0.3, 0])
    .pair('table', 'law', 'shaft', 'guide', {
      points: [
        [-1, 0],
        [0, 0],
        [0.5, 0],
        [1, 0],
        [1.5, 0.004],
        [2, 0.01],
        [3, 0.01],
      ],
    })
    .motor('shaft', 1)
  expect(reportModel(sketch.open(), 'run').states).toMatchObject({
    shaft: 'drives',
    guide: 'follows',
    other: 'parked',
  })
})
