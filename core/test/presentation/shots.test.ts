import { describe, expect, it } from 'vitest'
import {
  axesOf,
  cameraAt,
  cameraOf,
  openModel,
  reportModel,
  resolvePlaces,
  runScenario,
  shotAt,
  shotProblems,
  TakeScene,
  timedShots,
  viewIn,
} from '../../src'
import type { AnyShot, MechanismDocument, Take, TimedShot, View } from '../../src'
import { POSE } from '../../src'
import { validateDocument } from '../../src/document/checks/validate'
import { Sketch } from '../sketch'

const FRONT: View = { eye: [0, -1, 0], target: [0, 0, 0], opening: '60 deg' }
const RIGHT: View = { eye: [2, 0, 0], target: [0, 0, 0], opening: '60 deg' }

const shot = (id: string, more: Partial<AnyShot> & object = {}): AnyShot =>
  ({ id, name: id, kind: 'held', duration: 1, view: FRONT, ...more }) as AnyShot

/** An arm of 0.2 m turning once in 4 s about z, a path from (1, 0, 0) to (1, 2, 0), and shots. */
function arm(...shots: AnyShot[]): MechanismDocument {
  const sketch = new Sketch(4).body('arm').hinge('pin', 'ground', 'arm', [0, 0]).datum('tip', 'arm', [0.2, 0])
  sketch.drive({ id: 'motor', kind: 'motor', joint: 'pin', speed: '15 rpm', runUp: 0 })
  sketch.document.paths = [
    {
      id: 'way',
      name: 'Way',
      datum: 'pin-from',
      kind: 'line',
      points: [
        [1, 0, 0],
        [1, 2, 0],
      ],
    } as never,
  ]
  sketch.document.scenarios[0].shots = shots
  return sketch.document
}

function seen(document: MechanismDocument) {
  const checked = validateDocument(document)
  if (!checked.ok) throw new Error(checked.problems[0].message)
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems[0].message)
  const run = runScenario(model.value, 'run')
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  const take: Take = run.value.take()
  const places = resolvePlaces(document)
  if (!places.ok) throw new Error(places.problems[0].message)
  const scene = new TakeScene(places.value)
  const { items } = reportModel(model.value, 'run')
  const all = document.scenarios[0].shots ?? []
  const shots = timedShots(all, (id) => items.find(({ key }) => key === id))
  const at = (time: number) =>
    scene.goTo({
      bodies: take.bodies,
      poses: take.poses,
      at: Math.round(time / take.interval) * POSE * take.bodies.length,
    })
  return { all, shots, camera: (time: number) => cameraAt(shots, time, at(time))!, at }
}

const close = (found: ArrayLike<number>, expected: readonly number[]) =>
  expected.forEach((value, k) => expect(found[k]).toBeCloseTo(value, 9))

describe('shots follow one another', () => {
  it('each after the one before it, held until the next one comes', () => {
    const { shots } = seen(arm(shot('a'), shot('b', { duration: '25 %' }), shot('c', { start: 3 })))
    expect(shots.map(({ start, end }) => [start, end])).toEqual([
      [0, 1],
      [1, 2],
      [3, 4],
    ])
    const ids = [0, 0.99, 1, 2.5, 3, 9].map((time) => shotAt(shots, time)!.shot.id)
    expect(ids).toEqual(['a', 'a', 'b', 'b', 'c', 'c'])
  })

  it('with a move that is moved', () => {
    const document = arm(shot('a'), shot('b', { tie: { with: 'lane-move', offset: '0.2 s' } }))
    const lane = (start: number) => {
      document.scenarios[0].drivers = [
        {
          id: 'lane',
          kind: 'moves',
          joint: 'pin',
          moves: [{ id: 'lane-move', start, law: 'linear', duration: 1, by: 1 }],
        },
      ]
      return seen(document).shots.find((one) => one.shot.id === 'b')!.start
    }
    expect(lane(1)).toBeCloseTo(1.2, 12)
    expect(lane(2)).toBeCloseTo(2.2, 12)
  })

  it('and say what overlaps, what is never seen, and what waits', () => {
    const codes = (...shots: AnyShot[]) => {
      const { all, shots: timed } = seen(arm(...shots))
      return shotProblems(all, timed, 4).map(({ code, ids }) => [code, ids])
    }
    expect(codes(shot('a'), shot('b'))).toEqual([])
    expect(codes(shot('a', { duration: 2 }), shot('b', { start: 1 }))).toEqual([
      ['shots-overlap', ['a', 'b']],
    ])
    expect(codes(shot('a', { start: 5 }))).toEqual([['shot-past-end', ['a']]])
    const never = shot('a', { tie: { when: { joint: 'pin', value: '100 rad' } } })
    expect(codes(never)).toEqual([['shot-waits', ['a']]])
  })
})

describe('where a shot is seen from', () => {
  it('is held', () => {
    const { camera } = seen(arm(shot('a')))
    close(camera(0.5).eye, [0, -1, 0])
    expect(camera(0.5).height).toBeCloseTo(2 * Math.tan(Math.PI / 6), 12)
  })

  it('goes around the target to another view, at even shares of its size', () => {
    const { camera } = seen(arm(shot('a', { kind: 'moved', to: RIGHT, law: 'linear', duration: 4 } as never)))
    const middle = camera(2)
    // half of the quarter turn, at the geometric mean of both distances
    close(middle.eye, [1, -1, 0])
    close(camera(4).eye, [2, 0, 0])
  })

  it('turns about the vertical through its target', () => {
    const turn = shot('a', { kind: 'turned', turn: '90 deg', law: 'linear', duration: 4 } as never)
    const { camera } = seen(arm(turn))
    close(camera(2).eye, [Math.SQRT1_2, -Math.SQRT1_2, 0])
    close(camera(4).eye, [1, 0, 0])
  })

  it('goes along a path', () => {
    const { camera } = seen(
      arm(shot('a', { kind: 'along', path: 'way', law: 'linear', duration: 4 } as never)),
    )
    close(camera(2).eye, [1, 1, 0])
    close(camera(2).target, [0, 0, 0])
  })

  it('goes towards a body until a share of the way is left', () => {
    const near = shot('a', { kind: 'towards', body: 'arm', share: 0.75, duration: 2 } as never)
    const { camera } = seen(arm(near))
    close(camera(3).eye, [0, -0.25, 0])
  })

  it('follows a datum without turning', () => {
    const { camera } = seen(arm(shot('a', { kind: 'follows', on: 'tip', duration: 4 } as never)))
    close(camera(1).eye, [0, -0.8, 0])
    close(camera(1).target, [0, 0.2, 0])
    close(camera(2).target, [-0.2, 0, 0])
  })

  it('rides on a body, which turns it', () => {
    const view: View = { eye: [0.2, -1, 0], target: [0.2, 0, 0], opening: '60 deg', up: [0, 0.1, 1] }
    const { camera } = seen(arm(shot('a', { kind: 'rides', on: 'arm', duration: 4, view } as never)))
    close(camera(1).eye, [1, 0.2, 0])
    close(camera(1).target, [0, 0.2, 0])
    close(camera(1).up, [-0.1, 0, 1])
  })

  it('is kept as a view of what carries it, whenever it is looked at', () => {
    const riding = shot('a', { kind: 'rides', on: 'tip', duration: 4 } as never)
    const { at, shots } = seen(arm(riding))
    const wanted = {
      eye: [0.5, 0.4, 0.3],
      target: [0.1, 0, 0],
      up: [0, 0, 1],
      height: 1,
      opening: 0,
    } as const
    const view = viewIn(riding, wanted, at(1.25))
    const again: TimedShot[] = [{ ...shots[0], shot: { ...riding, view } }]
    const camera = cameraAt(again, 1.25, at(1.25))!
    // views are written to a ten-thousandth of a millimetre
    wanted.eye.forEach((value, k) => expect(camera.eye[k]).toBeCloseTo(value, 6))
    expect(camera.height).toBeCloseTo(1, 9)
    expect(camera.opening).toBe(0)
  })

  it('is travelled to from where the shot before it ends', () => {
    const next = shot('b', { view: RIGHT, travel: 1, law: 'linear', duration: 2 })
    const { camera } = seen(arm(shot('a', { duration: 2 }), next))
    close(camera(2).eye, [0, -1, 0])
    close(camera(2.5).eye, [1, -1, 0])
    close(camera(3).eye, [2, 0, 0])
    close(camera(1.9).eye, [0, -1, 0])
  })
})

describe('axes of a picture', () => {
  it('are right, up and to the viewer, also straight from above', () => {
    close(axesOf(cameraOf(FRONT)).flat(), [1, 0, 0, 0, 0, 1, 0, -1, 0])
    const [right, up, toViewer] = axesOf(cameraOf({ eye: [0, 0, 1], target: [0, 0, 0] }))
    close(toViewer, [0, 0, 1])
    for (const axis of [right, up]) expect(Math.hypot(...axis)).toBeCloseTo(1, 12)
  })
})

describe('faults of shots', () => {
  it.each([
    ['shot-length', '/scenarios/0/shots/0/duration', { duration: 0 }],
    ['shot-travel', '/scenarios/0/shots/0/travel', { travel: '-1 s' }],
    ['view-nowhere', '/scenarios/0/shots/0/view/eye', { view: { eye: [1, 1, 1], target: [1, 1, 1] } }],
    ['view-opening', '/scenarios/0/shots/0/view/opening', { view: { ...FRONT, opening: '180 deg' } }],
    [
      'view-height',
      '/scenarios/0/shots/0/to/height',
      { kind: 'moved', to: { eye: [1, 0, 0], target: [0, 0, 0], height: '-1 mm' } },
    ],
    ['reference-missing', '/scenarios/0/shots/0/on', { kind: 'rides', on: 'nobody' }],
  ])('%s at %s', (code, pointer, more) => {
    const checked = validateDocument(arm(shot('a', more as never)))
    expect(checked.ok ? [] : checked.problems.map((p) => [p.code, p.pointer])).toContainEqual([code, pointer])
  })
})
