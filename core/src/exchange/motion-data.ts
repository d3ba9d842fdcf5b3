/** A motion as numbers for other programs: where bodies are and joints stand over time, and positions for a machine's controller. */
import type { MechanismDocument } from '../document/format/mechanism'
import { POSE } from '../mechanism/body-poses'
import type { Take } from '../motion/take'

/** What of a motion is written. */
export interface MotionChoice {
  /** Ids of bodies and joints. */
  readonly bodies: readonly string[]
  readonly joints: readonly string[]
  /** Instants of the take's frames [s]. */
  readonly times: Float64Array
}

interface Table {
  readonly fields: readonly string[]
  readonly rows: readonly (readonly number[])[]
}

const POSE_WORDS = ['x [m]', 'y [m]', 'z [m]', 'qw', 'qx', 'qy', 'qz']

/** One row a frame, in SI: time, seven numbers a body (place, quaternion with its real part first), position and speed a joint. */
export function motionTable(document: MechanismDocument, take: Take, choice: MotionChoice): Table {
  const { names, poseOf } = bodiesIn(document, take, choice)
  const joints = jointsIn(take, choice)
  return {
    fields: [
      'time [s]',
      ...names.flatMap((name) => POSE_WORDS.map((word) => `${name} ${word}`)),
      ...joints.flatMap(({ name, unit }) => [`${name} [${unit}]`, `${name} speed [${unit}/s]`]),
    ],
    rows: Array.from(choice.times, (time, frame) => [
      time,
      ...names.flatMap((_, k) => poseOf(k, frame)),
      ...joints.flatMap(({ at }) => [take.coordinates[at(frame)], take.coordinateRates[at(frame)]]),
    ]),
  }
}

/** The same as lists of each body and joint, to be written as JSON. */
export function motionRecord(document: MechanismDocument, take: Take, choice: MotionChoice) {
  const { names, ids, poseOf } = bodiesIn(document, take, choice)
  const frames = [...choice.times.keys()]
  return {
    mechanism: document.name,
    scenario: document.scenarios.find(({ id }) => id === take.scenario)?.name ?? take.scenario,
    units: 'm, rad, s; quaternions with their real part first',
    times: [...choice.times],
    bodies: names.map((name, k) => ({ id: ids[k], name, poses: frames.map((frame) => poseOf(k, frame)) })),
    joints: jointsIn(take, choice).map(({ name, id, unit, at }) => ({
      id,
      name,
      unit,
      positions: frames.map((frame) => take.coordinates[at(frame)]),
      speeds: frames.map((frame) => take.coordinateRates[at(frame)]),
    })),
  }
}

/** One row a cycle of the controller, in the units of machines: milliseconds, millimetres, degrees; with their speeds. */
export function controllerTable(take: Take, choice: MotionChoice): Table {
  const joints = jointsIn(take, choice)
  return {
    fields: [
      'cycle',
      'time [ms]',
      ...joints.flatMap(({ name, shown }) => [`${name} [${shown.word}]`, `${name} speed [${shown.word}/s]`]),
    ],
    rows: Array.from(choice.times, (time, frame) => [
      frame,
      rounded(1000 * time),
      ...joints.flatMap(({ at, shown }) => [
        rounded(take.coordinates[at(frame)] / shown.factor),
        rounded(take.coordinateRates[at(frame)] / shown.factor),
      ]),
    ]),
  }
}

/** To a millionth of the unit. */
const rounded = (value: number): number => Number(value.toFixed(6)) || 0

const DEGREE = { word: 'deg', factor: Math.PI / 180 }
const MILLIMETRE = { word: 'mm', factor: 1e-3 }

function bodiesIn(document: MechanismDocument, take: Take, { bodies }: MotionChoice) {
  const known = new Map(document.bodies.map(({ id, name }) => [id, name]))
  const ids = bodies.filter((id) => known.has(id) && take.bodies.includes(id))
  const rows = ids.map((id) => take.bodies.indexOf(id))
  const poseOf = (k: number, frame: number): number[] => {
    const start = POSE * (frame * take.bodies.length + rows[k])
    return [...take.poses.subarray(start, start + POSE)]
  }
  return { ids, names: ids.map((id) => known.get(id)!), poseOf }
}

function jointsIn(take: Take, { joints }: MotionChoice) {
  const columns = take.coordinateChannels.length
  return take.coordinateChannels.flatMap((channel, k) => {
    const { joint } = channel.coordinate ?? {}
    if (joint === undefined || !joints.includes(joint)) return []
    const isTurn = channel.dimension === 'angle'
    return [
      {
        id: joint,
        name: channel.name,
        unit: isTurn ? 'rad' : 'm',
        shown: isTurn ? DEGREE : MILLIMETRE,
        at: (frame: number) => frame * columns + k,
      },
    ]
  })
}
