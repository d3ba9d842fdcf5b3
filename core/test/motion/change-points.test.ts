/** Change points in scenarios: which way is taken, and motions that start, rest or turn round on one. */
import { describe, expect, it } from 'vitest'
import type { AnyDriver, Take, WayChoice } from '../../src'
import { antiparallelogram } from '../published/closed-forms'
import { Sketch, TakeReader } from '../sketch'
import type { Flat } from '../sketch'

const [A, D] = [0.04, 0.1]
const polar = (angle: number, x = 0): Flat => [x + A * Math.cos(angle), A * Math.sin(angle)]

/** A parallelogram whose crank stands at an angle. */
function parallelogram(angle: number, frameRate: number, driver: object, ways: WayChoice[] = []): Sketch {
  const sketch = new Sketch(6, frameRate)
    .body('crank', 'coupler', 'rocker')
    .hinge('shaft', 'ground', 'crank', [0, 0])
    .hinge('pin', 'crank', 'coupler', polar(angle))
    .hinge('eye', 'coupler', 'rocker', polar(angle, D))
    .hinge('pivot', 'ground', 'rocker', [D, 0])
    .drive({ id: 'drive', joint: 'shaft', ...driver } as AnyDriver)
  sketch.document.scenarios[0].ways = ways
  return sketch
}

const moves = (...list: { by: number; start: number; law?: string }[]) => ({
  kind: 'moves',
  moves: list.map((move) => ({ duration: 1, law: 'cycloidal', ...move })),
})

const lastOf = (take: Take, joint: string) => new TakeReader(take).joint(joint, take.frames - 1)

describe.each([1, 10, 60, 1000])('at %d frames a second', (frameRate) => {
  it('takes the second way where the scenario says so, and only there', () => {
    const second: WayChoice = { joint: 'pivot', count: 1, way: 'second' }
    const take = parallelogram(1, frameRate, { kind: 'motor', speed: 1, runUp: 0 }, [second]).attempt()
    expect(take.stopped).toBeNull()
    expect(take.changePoints).toMatchObject([
      { joint: 'pivot', freedom: 'angle', count: 1, way: 'second' },
      { joint: 'pivot', freedom: 'angle', count: 2, way: 'first' },
    ])
    const angle = 1 + lastOf(take, 'shaft')[0]
    const [rocker, rate] = antiparallelogram(D, A, [angle, 1, 0])
    // the rocker turned with the crank up to half a turn, which an antiparallelogram counts backwards
    expect(1 + lastOf(take, 'pivot')[0]).toBeCloseTo(2 * Math.PI + rocker, 9)
    expect(lastOf(take, 'pivot')[1]).toBeCloseTo(rate, 7)
  })

  it('rests on a change point, goes on from there, or comes back as it went', () => {
    const onwards = moves({ by: Math.PI - 1, start: 0 }, { by: 1, start: 3 })
    const through = parallelogram(1, frameRate, onwards).attempt()
    expect(lastOf(through, 'pivot')[0]).toBeCloseTo(Math.PI, 9)
    expect(through.changePoints.map(({ time }) => time)).toEqual([expect.closeTo(3, 12)])
    for (const law of ['cycloidal', 'linear']) {
      const back = moves({ by: Math.PI - 1, start: 0, law }, { by: -1, start: 3, law })
      const returned = parallelogram(1, frameRate, back).attempt()
      expect(lastOf(returned, 'pivot')[0]).toBeCloseTo(Math.PI - 2, 9)
      expect(returned.changePoints).toEqual([])
    }
  })

  it('goes through behind a gear pair, beside another pair with a motor of its own', () => {
    const sketch = parallelogram(1, frameRate, { joint: 'wheel', kind: 'motor', speed: 2, runUp: 0 })
      .body('disc', 'pinion', 'drum')
      .hinge('wheel', 'ground', 'disc', [0, -0.2])
      .hinge('mill', 'ground', 'pinion', [0, -0.4])
      .hinge('stone', 'ground', 'drum', [0.1, -0.4])
      .pair('gear', 'train', 'wheel', 'shaft', { ratio: 2 })
      .pair('gear', 'grind', 'mill', 'stone', { ratio: 3 })
      .motor('mill', 0.7)
    const take = sketch.attempt()
    expect(take.stopped).toBeNull()
    const times = take.changePoints.map(({ time }) => time)
    expect(times).toEqual([expect.closeTo(1, 9), expect.closeTo(1 + Math.PI, 9)])
    const [turn, rate, acceleration] = lastOf(take, 'shaft')
    expect([turn, rate, acceleration]).toEqual([
      expect.closeTo(-6, 12),
      expect.closeTo(-1, 12),
      expect.closeTo(0, 12),
    ])
    expect(lastOf(take, 'pivot')[0]).toBeCloseTo(turn, 9)
    expect(lastOf(take, 'pivot')[1]).toBeCloseTo(rate, 7)
    expect(lastOf(take, 'stone')[0]).toBeCloseTo((-0.7 * 6) / 3, 12)
  })

  it('turns round short of a change point, and just beyond it', () => {
    const short = parallelogram(1, frameRate, moves({ by: Math.PI - 1.005, start: 0 }, { by: -1, start: 3 }))
    expect(lastOf(short.attempt(), 'pivot')[0]).toBeCloseTo(Math.PI - 2.005, 9)
    expect(short.attempt().changePoints).toEqual([])
    const beyond = parallelogram(1, frameRate, moves({ by: Math.PI - 0.995, start: 0 }, { by: -1, start: 3 }))
    expect(lastOf(beyond.attempt(), 'pivot')[0]).toBeCloseTo(Math.PI - 1.995, 9)
    expect(beyond.attempt().changePoints).toHaveLength(2)
  })

  it('starts on a change point only when it is told which way', () => {
    const motor = { kind: 'motor', speed: 1, runUp: 0 }
    expect(parallelogram(0, frameRate, motor).attempt().stopped).toMatchObject({
      code: 'way-undecided',
      ids: ['pivot'],
    })
    const go = (way: 'first' | 'second', driver: object) =>
      parallelogram(0, frameRate, driver, [{ joint: 'pivot', count: 1, way }]).attempt()
    expect(lastOf(go('first', motor), 'pivot')[0]).toBeCloseTo(6, 9)
    const [rocker] = antiparallelogram(D, A, [6, 1, 0])
    expect(lastOf(go('second', motor), 'pivot')[0]).toBeCloseTo(rocker, 9)
    expect(go('second', motor).changePoints).toMatchObject([{ time: 0, way: 'second' }, { way: 'first' }])
    // it may wait there, and go either way about
    for (const by of [1, -1]) {
      const [angle] = antiparallelogram(D, A, [by, 1, 0])
      expect(lastOf(go('second', moves({ by, start: 2 })), 'pivot')[0]).toBeCloseTo(angle, 9)
      expect(lastOf(go('first', moves({ by, start: 2 })), 'pivot')[0]).toBeCloseTo(by, 9)
    }
  })
})

it('a mechanism that stands on a change point has the mobility that it has elsewhere', () => {
  const { mobility } = parallelogram(0, 10, { kind: 'motor', speed: 1, runUp: 0 }).open()
  expect(mobility).toMatchObject({ mobility: 1, rank: 2 })
})

describe('a slider-crank driven from its slider', () => {
  const pushed = (angle: number, speed: number, frameRate: number) => {
    const reach = A * Math.cos(angle) + Math.sqrt(D * D - (A * Math.sin(angle)) ** 2)
    return new Sketch(8, frameRate)
      .body('crank', 'rod', 'slider')
      .hinge('shaft', 'ground', 'crank', [0, 0])
      .hinge('pin', 'crank', 'rod', polar(angle))
      .hinge('eye', 'rod', 'slider', [reach, 0])
      .slide('rail', 'ground', 'slider', [reach, 0], [1, 0, 0])
      .motor('rail', speed)
      .attempt()
  }

  it.each([1, 10, 60, 1000])(
    'stops at its dead point at %d frames a second, always at one instant',
    (rate) => {
      const { stopped } = pushed(1, 0.01, rate)
      expect(stopped?.code).toBe('dead-point')
      const way = A + D - (A * Math.cos(1) + Math.sqrt(D * D - (A * Math.sin(1)) ** 2))
      expect(stopped?.data?.time).toBeCloseTo(way / 0.01, 6)
    },
  )

  it('does not start from it', () => {
    expect(pushed(0, -0.01, 10).stopped?.code).toBe('dead-point')
    expect(pushed(0, 0.01, 10).stopped?.code).toBe('dead-point')
  })
})
