/**
 * Planar four-bar loops: Grashof's class and the transmission angle over the run.
 * Source: Norton, Design of Machinery, sections 2.12 (Grashof) and 3.3 (transmission angle).
 */
import type { Joint } from '../../document/format/joints'
import { axisOf, multiply, originOf } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import { cross, dot, norm, subtract } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { frameOfPose } from '../../mechanism/body-poses'
import { formatQuantity } from '../../units/format'
import type { Evidence } from '../check-type'
import { PARALLEL, SAME_LENGTH } from '../tolerances'
import { drivenJoints, secondsOf } from './fact'
import type { Fact } from './fact'

/** Frames at which the transmission angle is looked at. */
const MOST_FRAMES = 5000

/** Where datums are on their bodies. */
export type DatumFrames = ReadonlyMap<string, { readonly body: string; readonly frame: Frame }>

/** Four bodies by id, the frame first, each joined to the next by the hinge at the same place. */
interface Loop {
  readonly bodies: readonly string[]
  readonly hinges: readonly Joint[]
}

export function fourBars(evidence: Evidence, datums: DatumFrames): Fact[] {
  if (evidence.take.frames === 0) return []
  return loopsOf(evidence, datums).map((loop) => factOf(evidence, datums, loop))
}

/** Every loop of four hinges with parallel axes, once. */
function loopsOf(evidence: Evidence, datums: DatumFrames): Loop[] {
  const { document, take } = evidence
  const grounded = document.bodies.filter((body) => body.grounded).map(({ id }) => id)
  // all that is fixed is one link
  const linkOf = (body: string) => (grounded.includes(body) ? grounded[0] : body)
  const hinges = document.joints.filter(({ kind, suspended }) => kind === 'revolute' && !suspended)
  const ends = new Map(
    hinges.map((hinge) => [hinge, [hinge.from, hinge.to].map((id) => linkOf(datums.get(id)!.body))]),
  )
  const joined = new Map<string, { body: string; hinge: Joint }[]>()
  for (const [hinge, [a, b]] of ends)
    for (const [from, to] of [
      [a, b],
      [b, a],
    ])
      joined.set(from, [...(joined.get(from) ?? []), { body: to, hinge }])
  const found = new Map<string, Loop>()
  const order = new Map(document.bodies.map(({ id }, k) => [id, k]))
  /** The frame, or else the first body of the document, begins a loop. */
  const begins = (bodies: readonly string[]) =>
    bodies.includes(grounded[0])
      ? bodies[0] === grounded[0]
      : bodies.every((id) => order.get(bodies[0])! <= order.get(id)!)
  for (const [a, first] of joined)
    for (const { body: b, hinge: ab } of first)
      for (const { body: c, hinge: bc } of joined.get(b)!) {
        if (b === a || c === a || c === b) continue
        for (const { body: d, hinge: cd } of joined.get(c)!) {
          const bodies = [a, b, c, d]
          if (d === a || d === b || d === c || !begins(bodies)) continue
          for (const { body: back, hinge: da } of joined.get(d)!) {
            if (back !== a) continue
            const loop = { bodies, hinges: [ab, bc, cd, da] }
            const ids = loop.hinges.map(({ id }) => id)
            const key = ids.sort().join()
            if (!found.has(key) && areParallel(take, datums, loop)) found.set(key, loop)
          }
        }
      }
  return [...found.values()]
}

/** Frames of datums in ground at a frame of the take. */
function placer(take: Evidence['take'], datums: DatumFrames) {
  const index = new Map(take.bodies.map((id, k) => [id, k]))
  const width = take.poses.length / take.frames
  return (datum: string, frame: number): Frame => {
    const { body, frame: on } = datums.get(datum)!
    return multiply(
      frameOfPose(take.poses.subarray(frame * width, (frame + 1) * width), index.get(body)!),
      on,
    )
  }
}

function areParallel(take: Evidence['take'], datums: DatumFrames, { hinges }: Loop): boolean {
  const place = placer(take, datums)
  const [first, ...others] = hinges.map(({ from }) => axisOf(place(from, 0), 2))
  return others.every((axis) => norm(cross(first, axis)) < PARALLEL)
}

function factOf(evidence: Evidence, datums: DatumFrames, { bodies, hinges }: Loop): Fact {
  const { take, document } = evidence
  const place = placer(take, datums)
  const axis = axisOf(place(hinges[0].from, 0), 2)
  const across = (frame: number): Vector[] =>
    hinges.map(({ from }) => {
      const p = originOf(place(from, frame))
      const along = dot(p, axis)
      return [p[0] - along * axis[0], p[1] - along * axis[1], p[2] - along * axis[2]]
    })
  // hinge k is between link k and link k + 1, so that link k lies between the hinges k - 1 and k
  const start = across(0)
  const lengths = start.map((pin, k) => norm(subtract(pin, start[(k + 3) % 4])))
  const [input, output] = inputAndOutput(evidence, hinges)
  // the coupler is link 2; the output pin is between it and link 1 or 3
  const [pin, beside, base] = output === 3 ? [2, 1, 3] : [1, 2, 0]
  let [least, greatest] = [
    { angle: Infinity, time: 0 },
    { angle: -Infinity, time: 0 },
  ]
  const step = Math.ceil(take.frames / MOST_FRAMES)
  for (let f = 0; f < take.frames; f += step) {
    const pins = f === 0 ? start : across(f)
    const [a, b] = [subtract(pins[beside], pins[pin]), subtract(pins[base], pins[pin])]
    const angle = Math.atan2(norm(cross(a, b)), Math.abs(dot(a, b)))
    if (angle < least.angle) least = { angle, time: f * take.interval }
    if (angle > greatest.angle) greatest = { angle, time: f * take.interval }
  }
  const names = bodies.map((id) => document.bodies.find((body) => body.id === id)!.name)
  const degrees = (angle: number) => formatQuantity(angle, 'deg', 1)
  const sentence = `${names[0]}, ${names[1]}, ${names[2]} and ${names[3]} are a four-bar: ${grashof(lengths)}; the transmission angle between ${names[2]} and ${names[output]} is ${degrees(least.angle)} at ${secondsOf(least.time)}, at most ${degrees(greatest.angle)} (${step === 1 ? 'frame by frame' : `every ${step} frames`}).`
  return { kind: 'four-bar', sentence, time: least.time, joint: hinges[input === 1 ? 0 : 3].id }
}

/** Links 1 and 3 as input and output: the one that a driver moves, else the one that turns farther, is the input. */
function inputAndOutput(evidence: Evidence, hinges: readonly Joint[]): readonly [1 | 3, 1 | 3] {
  const { take } = evidence
  const driven = drivenJoints(evidence)
  const turned = [hinges[0], hinges[3]].map(({ id }) => {
    if (driven.has(id)) return Infinity
    const column = take.coordinateChannels.findIndex(({ coordinate }) => coordinate!.joint === id)
    const n = take.coordinateChannels.length
    let [low, high] = [Infinity, -Infinity]
    for (let f = 0; f < take.frames; f++) {
      const value = take.coordinates[f * n + column]
      if (value < low) low = value
      if (value > high) high = value
    }
    return high - low
  })
  return turned[0] >= turned[1] ? [1, 3] : [3, 1]
}

/** Grashof's class by the lengths of frame, link 1, coupler and link 3. */
export function grashof(lengths: readonly number[]): string {
  const sorted = [...lengths].sort((a, b) => a - b)
  const excess = sorted[0] + sorted[3] - sorted[1] - sorted[2]
  const words = (name: string) => `Grashof, ${name}`
  if (Math.abs(excess) <= SAME_LENGTH * sorted[3]) return 'Grashof, with change points'
  if (excess > 0) return 'not Grashof, triple rocker'
  const shortest = lengths.indexOf(sorted[0])
  if (shortest === 0) return words('double crank')
  return words(shortest === 2 ? 'double rocker' : 'crank-rocker')
}
