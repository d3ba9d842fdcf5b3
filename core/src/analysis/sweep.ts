/**
 * Playing one coordinate: it follows a given course, everything else follows or stays, and the poses of all bodies are
 * written frame by frame. Used for showing a freedom, a loose motion or a travel without touching anything.
 */
import { BodyPoses, POSE } from '../mechanism/body-poses'
import { TURNS } from '../mechanism/chain'
import type { Mechanism } from '../mechanism/compile'
import { Reader } from '../mechanism/reading'
import { following } from '../solve/following'
import type { Mover } from '../solve/mover'
import { Solver } from '../solve/solver'
import { moverFor } from '../contact/mover-for'
import { Course } from './course'
import { LimitWatch } from './limits'
import type { TimeFunction } from '../maths/time-function'

/** Poses of all bodies, `frames` of them one after the other, 7 numbers a body. */
export interface Clip {
  readonly frames: number
  /** [s] */
  readonly interval: number
  readonly poses: Float64Array
}

const FRAME_RATE = 60

/**
 * @param index of a coordinate of the mechanism; @param q assembled coordinates
 * @param course value of the coordinate over time, from its present one on: writes value, rate, acceleration
 * @param duration [s]; the clip ends earlier where a limit or a dead point stops it
 */
function sweep(
  mechanism: Mechanism,
  q: Float64Array,
  index: number,
  course: (from: number) => TimeFunction,
  duration: number,
): Clip {
  const coordinate = mechanism.coordinates[index]
  const reader = new Reader(mechanism, mechanism.coordinates)
  reader.read(new Solver(mechanism, [], q).state, 0)
  const { name } = mechanism.geometry.joints[coordinate.joint].source
  const target = course(reader.values[index])
  const { drives, rows } = following(mechanism, { id: 'sweep', name }, coordinate, target)
  const solver = moverFor(mechanism, drives, q, rows)
  return play(mechanism, solver, duration)
}

function play(mechanism: Mechanism, solver: Mover, duration: number): Clip {
  const count = Math.round(duration * FRAME_RATE) + 1
  const bodies = mechanism.geometry.bodies.length
  const poses = new Float64Array(count * bodies * POSE)
  const writer = new BodyPoses(mechanism)
  const course = new Course(mechanism, solver)
  const limits = new LimitWatch(mechanism)
  let frames = 0
  if (solver.start()) {
    course.begin(solver)
    writer.write(solver.state.world, poses, 0)
    for (frames = 1; frames < count; frames++) {
      if (limits.follow(course, frames / FRAME_RATE)) break
      writer.write(solver.state.world, poses, frames * bodies * POSE)
    }
  }
  return { frames, interval: 1 / FRAME_RATE, poses: poses.subarray(0, frames * bodies * POSE).slice() }
}

/** How far a freedom is shown to move: a turn of 20 deg, a slide of a tenth of the size. */
const SHOWN_TURN = Math.PI / 9
const SHOWN_SLIDE = 0.1
/** One wave to and fro [s]. */
const WAVE = 1.2

/** A small motion to and fro of any link, those of a body that floats included. */
export function wiggleLink(mechanism: Mechanism, q: Float64Array, link: number): Clip {
  const index = mechanism.coordinates.findIndex((coordinate) => coordinate.link === link)
  if (index >= 0) return wiggle(mechanism, q, index)
  const reach = mechanism.linkMotion[link] === TURNS ? SHOWN_TURN : SHOWN_SLIDE * mechanism.size
  const solver = moverFor(mechanism, [{ link, evaluate: wave(q[link], reach / 2) }], q)
  return play(mechanism, solver, WAVE)
}

/** To one side and back, from rest to rest. */
function wave(from: number, amplitude: number): TimeFunction {
  const pace = (2 * Math.PI) / WAVE
  return (time, out) => {
    out[0] = from + amplitude * (1 - Math.cos(pace * time))
    out[1] = amplitude * pace * Math.sin(pace * time)
    out[2] = amplitude * pace * pace * Math.cos(pace * time)
  }
}

/** A small motion to and fro that starts and ends at rest where things are. */
export function wiggle(mechanism: Mechanism, q: Float64Array, index: number): Clip {
  const { dimension, settings } = mechanism.coordinates[index]
  const reach = dimension === 'angle' ? SHOWN_TURN : SHOWN_SLIDE * mechanism.size
  const course = (from: number): TimeFunction => {
    // toward the side that has room
    const up = settings.upper - from >= from - settings.lower || settings.upper === Infinity ? 1 : -1
    const room = up > 0 ? settings.upper - from : from - settings.lower
    return wave(from, (up * Math.min(reach, room)) / 2)
  }
  return sweep(mechanism, q, index, course, WAVE)
}

/** From one value to another and back, at an even pace, each way in the given time [s]. */
export function thereAndBack(
  mechanism: Mechanism,
  q: Float64Array,
  index: number,
  to: number,
  seconds: number,
): Clip {
  const course =
    (from: number): TimeFunction =>
    (time, out) => {
      const phase = (Math.PI * time) / seconds
      const half = (to - from) / 2
      out[0] = from + half * (1 - Math.cos(phase))
      out[1] = (half * Math.PI * Math.sin(phase)) / seconds
      out[2] = (half * Math.PI ** 2 * Math.cos(phase)) / seconds ** 2
    }
  return sweep(mechanism, q, index, course, 2 * seconds)
}
