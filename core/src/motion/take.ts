/** The solved result of a scenario: flat arrays, frame by frame, that every chart, picture and check reads. */
import type { JointState } from '../analysis/driving'
import type { MotionState } from '../mechanism/state'
import type { Problem } from '../result'
import type { Dimension } from '../units/dimension'
import type { Bond } from './cues/active-rows'
import type { ForceMark } from './force-marks'
import type { PlannedItem } from './plan'

/** How a column of a take is named and measured. */
export interface Channel {
  /** Tells it from the others; nothing more is read out of it. */
  readonly key: string
  readonly name: string
  readonly dimension: Dimension
  /** What a coordinate's channel shows; left out for a probe. */
  readonly coordinate?: { readonly joint: string; readonly freedom: string }
}

/** A joint's coordinate; the freedom may be left out when the joint has one only. */
export interface CoordinateName {
  readonly joint: string
  readonly freedom?: string
}

/** The channel of a coordinate; undefined when the joint has no such freedom, or several and none is named. */
export function channelOf(
  channels: readonly Channel[],
  { joint, freedom }: { readonly joint?: string; readonly freedom?: string },
): Channel | undefined {
  const mine = channels.filter(({ coordinate }) => coordinate !== undefined && coordinate.joint === joint)
  return freedom === undefined && mine.length === 1
    ? mine[0]
    : mine.find(({ coordinate }) => coordinate!.freedom === freedom)
}

/** Something that a probe does at an instant of its own, between frames. */
export interface ProbeEvent {
  /** Of the probe. */
  readonly probe: string
  readonly kind: 'maximum' | 'minimum' | 'rises-past' | 'falls-past'
  /** [s] */
  readonly time: number
  /** SI */
  readonly value: number
}

/** Something measured at every frame; see probes/. */
export interface Measure {
  readonly channel: Channel
  /** Writes value, first and second derivative into `out[at .. at+2]`. */
  readonly read: (state: MotionState, step: number, out: Float64Array, at: number) => void
  /** What is worth knowing of what was read; null for nothing. */
  readonly note?: () => Problem | null
}

/** What holds from an instant on until the next one. */
export interface Span {
  /** [s] */
  readonly start: number
  readonly states: Readonly<Record<string, JointState>>
  /** Bodies that others carry. */
  readonly bonds: readonly Bond[]
}

/** A position where two ways of going on met. */
export interface ChangePoint {
  /** [s] */
  readonly time: number
  /** The joint that turns most from one way to the other, by id, and which of its freedoms. */
  readonly joint: string
  readonly freedom: string
  /** How often this joint had come to a change point, this one included. */
  readonly count: number
  readonly way: 'first' | 'second'
}

/** Instants between frames, in order, laid out as the frames of a take are. */
export interface Between {
  /** [s] */
  readonly times: Float64Array
  readonly coordinates: Float64Array
  readonly coordinateRates: Float64Array
  readonly coordinateAccelerations: Float64Array
  readonly coordinateThirds: Float64Array
  readonly probes: Float64Array
}

/** What a scenario was solved to, in SI: flat arrays, frame by frame. */
export interface Take {
  readonly scenario: string
  /** Frames that were solved; fewer than asked when the motion stopped early. */
  readonly frames: number
  /** Seconds between frames. */
  readonly interval: number
  readonly coordinateChannels: readonly Channel[]
  readonly probeChannels: readonly Channel[]
  readonly bodies: readonly string[]
  /** frames x coordinates, SI; likewise rates and accelerations. */
  readonly coordinates: Float64Array
  readonly coordinateRates: Float64Array
  readonly coordinateAccelerations: Float64Array
  /** Third derivatives likewise; empty where no check asks for them. */
  readonly coordinateThirds: Float64Array
  /** frames x probes x (value, first, second derivative), SI. */
  readonly probes: Float64Array
  /** frames x (kinetic, stored, lost, driven) [J], since the start; empty where drivers alone prescribe the motion. */
  readonly energies: Float64Array
  /** Forces that are drawn, and frames x marks x (point, force) in ground [m, N]; none where nothing knows of forces. */
  readonly forceMarks: readonly ForceMark[]
  readonly forces: Float64Array
  /** frames x bodies x 7. */
  readonly poses: Float64Array
  /** When everything of the scenario started and ended. */
  readonly items: readonly PlannedItem[]
  /** At least one, the first from 0 on. */
  readonly spans: readonly Span[]
  /** Positions that it passed where two ways of going on meet, in order. */
  readonly changePoints: readonly ChangePoint[]
  /** What is worth knowing of how it went: motors that stall, impacts, snaps, forces that rigid bodies do not determine. */
  readonly notes: readonly Problem[]
  /** Instants between frames at which the solver stopped: just before and at every jump of a rate or an acceleration, too. */
  readonly between: Between
  /** What the probes do between frames: where they turn round, where they pass values that were named; in order. */
  readonly events: readonly ProbeEvent[]
  /** Coordinates by link where it ends, from which another scenario can go on. */
  readonly end: Float64Array
  /** Why the motion stopped before its end, or null. */
  readonly stopped: Problem | null
}

/** Energies of a frame. */
export const ENERGIES = 4

/** The fields of a take that hold numbers for every frame. */
export const TAKE_ARRAYS = [
  'coordinates',
  'coordinateRates',
  'coordinateAccelerations',
  'coordinateThirds',
  'probes',
  'energies',
  'forces',
  'poses',
] as const

/** Frames of a take that is still being solved: as much of one, from a frame on. */
export interface TakePart {
  readonly from: number
  /** How many the whole take will have. */
  readonly total: number
  readonly part: Take
}

/** Frame nearest to a time, within the take. */
export const frameAt = (take: Pick<Take, 'frames' | 'interval'>, time: number): number =>
  Math.min(take.frames - 1, Math.max(0, Math.round(time / take.interval)))
