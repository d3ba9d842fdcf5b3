import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openModel, runScenario } from '../../src'
import { Solver } from '../../src/solve/solver'
import type { MechanismDocument, Motor, Take } from '../../src'
import { addBody, addJoint, addMotor, empty, fourBarDocument } from '../documents'

function solve(document: MechanismDocument): Take {
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems[0].message)
  const run = runScenario(model.value, document.scenarios[0].id)
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  return run.value.take()
}

/** Ladder of parallelograms standing on each other, driven at the lowest crank. */
function ladder(steps: number): MechanismDocument {
  const document = empty()
  let below = ['ground', 'ground']
  let foot = [0, 0.08]
  for (let k = 0; k < steps; k++) {
    const angle = 0.5 + 0.4 * k
    const rods = [`rod${k}a`, `rod${k}b`]
    rods.forEach((rod, side) => {
      addBody(document, rod, 0, 0, angle)
      addJoint(document, 'revolute', `${rod}-foot`, [below[side], foot[side], 0], [rod, 0, 0])
    })
    addBody(document, `step${k}`, 0, 0, 0)
    rods.forEach((rod, side) => {
      addJoint(document, 'revolute', `${rod}-head`, [rod, 0.05, 0], [`step${k}`, side ? 0.08 : 0, 0])
    })
    below = [`step${k}`, `step${k}`]
    foot = [0, 0.08]
    addMotor(document, `${rods[0]}-foot`, 'angle', `${10 + 2 * k} rpm`)
  }
  placeLadder(document, steps)
  return document
}

function placeLadder(document: MechanismDocument, steps: number): void {
  let [x, y] = [0, 0]
  for (let k = 0; k < steps; k++) {
    const angle = 0.5 + 0.4 * k
    const bodies = document.bodies.filter((b) => b.id.startsWith(`rod${k}`))
    bodies.forEach((body, side) => (body.pose!.position = [x + 0.08 * side, y, 0]))
    x += 0.05 * Math.cos(angle)
    y += 0.05 * Math.sin(angle)
    document.bodies.find((b) => b.id === `step${k}`)!.pose!.position = [x, y, 0]
  }
}

/** Largest difference between stored derivatives and sixth-order differences of the stored values. */
function differenceError(take: Take, values: Float64Array, derivatives: Float64Array): number {
  const columns = take.coordinateChannels.length
  let worst = 0
  for (let frame = 3; frame < take.frames - 3; frame++) {
    for (let c = 0; c < columns; c++) {
      const at = (offset: number) => values[(frame + offset) * columns + c]
      const difference =
        (45 * (at(1) - at(-1)) - 9 * (at(2) - at(-2)) + (at(3) - at(-3))) / (60 * take.interval)
      worst = Math.max(worst, Math.abs(difference - derivatives[frame * columns + c]))
    }
  }
  return worst
}

describe('motion over time', () => {
  it('has rates and accelerations that are the derivatives of positions and rates', () => {
    const document = ladder(3)
    document.scenarios[0].frameRate = 400
    const take = solve(document)
    expect(take.stopped).toBeNull()
    expect(differenceError(take, take.coordinates, take.coordinateRates)).toBeLessThan(1e-8)
    expect(differenceError(take, take.coordinateRates, take.coordinateAccelerations)).toBeLessThan(1e-7)
  })

  it('keeps four-bars of random lengths closed for as long as they move', () => {
    const length = fc.double({ min: 0.05, max: 0.2, noNaN: true })
    fc.assert(
      fc.property(
        length,
        length,
        length,
        length,
        fc.double({ min: 0.3, max: 2.8, noNaN: true }),
        (d, a, b, c, angle) => {
          const diagonal = Math.hypot(d - a * Math.cos(angle), a * Math.sin(angle))
          fc.pre(diagonal < 0.98 * (b + c) && diagonal > 1.02 * Math.abs(b - c) && diagonal > 0.01)
          const document = fourBarDocument(d, a, b, c, angle)
          addMotor(document, 'shaft', 'angle', '90 rpm')
          document.probes = [
            { id: 'gap-x', name: 'x', kind: 'datum-position', datum: 'eye-from', along: 'x' },
            { id: 'gap-y', name: 'y', kind: 'datum-position', datum: 'eye-from', along: 'y' },
            { id: 'end-x', name: 'x', kind: 'datum-position', datum: 'eye-to', along: 'x' },
            { id: 'end-y', name: 'y', kind: 'datum-position', datum: 'eye-to', along: 'y' },
          ]
          const take = solve(document)
          for (let frame = 0; frame < take.frames; frame++) {
            const p = 12 * frame
            for (const k of [0, 1, 2]) {
              const scale = [1, 10, 1000][k]
              expect(Math.abs(take.probes[p + k] - take.probes[p + 6 + k])).toBeLessThan(1e-11 * scale)
              expect(Math.abs(take.probes[p + 3 + k] - take.probes[p + 9 + k])).toBeLessThan(1e-11 * scale)
            }
          }
          // a Grashof crank turns fully, any other stops at a dead point
          const links = [a, b, c, d].sort((x, y) => x - y)
          const margin = links[1] + links[2] - links[0] - links[3]
          fc.pre(Math.abs(margin) > 0.002)
          const turns = margin > 0 && (links[0] === a || links[0] === d)
          expect(take.stopped === null).toBe(turns)
        },
      ),
      { seed: 3, numRuns: 150 },
    )
  })

  it('stops at a dead point with the time, the joint and the angle, and keeps what it solved', () => {
    // rocker and coupler stretch out where the crank end is b + c away from the pivot
    const document = fourBarDocument(0.16, 0.12, 0.1, 0.1, 0.5)
    addMotor(document, 'shaft', 'angle', '60 rpm')
    const take = solve(document)
    const limit = Math.acos((0.16 ** 2 + 0.12 ** 2 - 0.2 ** 2) / (2 * 0.16 * 0.12))
    const time = (limit - 0.5) / (2 * Math.PI)
    expect(take.stopped).toMatchObject({ code: 'dead-point' })
    expect(take.stopped?.ids?.[0]).toBe('shaft')
    expect(take.stopped?.message).toContain(`${time.toFixed(3)} s`)
    expect(take.stopped?.message).toContain(`shaft stands at ${((limit * 180) / Math.PI).toFixed(1)}°`)
    expect(take.frames).toBe(Math.floor(time * 60) + 1)
  })

  it('counts turns, in the tree and across the loop, forward and back', () => {
    for (const [reversed, sign] of [
      [false, 1],
      [true, -1],
    ] as const) {
      const document = fourBarDocument(0.16, 0.04, 0.15, 0.09)
      addMotor(document, 'shaft', 'angle', '300 rpm')
      ;(document.scenarios[0].drivers[0] as Motor).reversed = reversed
      const take = solve(document)
      const last = take.frames - 1
      const columns = take.coordinateChannels.length
      const turned = (c: number) => take.coordinates[last * columns + c] - take.coordinates[c]
      expect(turned(0)).toBeCloseTo(sign * 10 * Math.PI, 9)
      // the crank pin turns back as often as the crank turns; the pivot only swings
      expect(turned(1)).toBeCloseTo(-sign * 10 * Math.PI, 9)
      expect(turned(3)).toBeCloseTo(0, 9)
    }
  })

  it('holds what nothing drives where it stands', () => {
    const document = fourBarDocument(0.16, 0.04, 0.15, 0.09)
    addBody(document, 'packet', 0.1, 0.2, 0.3)
    addMotor(document, 'shaft', 'angle', '60 rpm')
    const take = solve(document)
    const at = (frame: number) => Array.from(take.poses.subarray(frame * 35 + 28, frame * 35 + 35))
    expect(at(take.frames - 1)).toEqual(at(0))
    expect(at(0)[0]).toBeCloseTo(0.1, 15)
  })

  it('goes on after thirty thousand turns, where an angle keeps eleven digits behind the point', () => {
    const document = fourBarDocument(0.16, 0.03, 0.16, 0.1)
    const model = openModel(document)
    if (!model.ok) throw new Error('the four-bar must open')
    const { mechanism, home } = model.value
    const start = home.slice()
    const link = mechanism.coordinates.find(
      ({ joint }) => mechanism.geometry.joints[joint].source.id === 'shaft',
    )!.link
    start[link] += 60_000 * Math.PI
    const drive = {
      link,
      evaluate: (time: number, out: Float64Array) => {
        out[0] = start[link] + 6 * time
        out[1] = 6
        out[2] = 0
      },
    }
    const solver = new Solver(mechanism, [drive], start)
    for (let frame = 0; frame <= 120; frame++) {
      expect(frame === 0 ? solver.start() : solver.advance(frame / 60)).toBe(true)
    }
  })
})
