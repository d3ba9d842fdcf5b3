/** Shots one after the other: which one is seen at a time, from where, and what is wrong with their order. */
import type { AnyShot } from '../document/format/shots'
import { listed } from '../wording'
import { motionLaw } from '../laws/registry'
import { inverse, ORIGIN, transformed } from '../maths/frame'
import type { Frame } from '../maths/frame'
import type { Vector } from '../maths/vector'
import type { Problem } from '../result'
import { siOr } from '../units/quantity'
import { cameraBetween, cameraOf } from './camera'
import type { Camera } from './camera'
import { shotType } from './shots/registry'
import type { Scene } from './shots/shot-type'
import { OVERLAP } from './tolerances'

const USUAL_LAW = 'polynomial-3-4-5'

/** A shot with its times [s]. */
export interface TimedShot {
  readonly shot: AnyShot
  readonly start: number
  readonly end: number
}

/** Shots that have their times, in the order in which they come. @param timesOf of an entry; undefined while it is not known */
export const timedShots = (
  shots: readonly AnyShot[],
  timesOf: (id: string) => { readonly start: number; readonly end: number } | undefined,
): TimedShot[] =>
  shots
    .flatMap((shot) => {
      const times = timesOf(shot.id)
      return times && times.start >= 0 ? [{ shot, start: times.start, end: times.end }] : []
    })
    .sort((a, b) => a.start - b.start)

/** The shot that is seen at a time: the last one that has begun, and the first one before all of them. Null without any. */
export function shotAt(shots: readonly TimedShot[], time: number): TimedShot | null {
  let seen = shots[0] ?? null
  for (const one of shots) if (one.start <= time + OVERLAP) seen = one
  return seen
}

/** Where the scenario is seen from at a time; the end of a shot is held until the next one. Null without shots. */
export function cameraAt(shots: readonly TimedShot[], time: number, scene: Scene): Camera | null {
  const now = shotAt(shots, time)
  if (!now) return null
  const camera = cameraIn(now, time, scene)
  const travel = siOr(now.shot.travel ?? 0, 'time')
  const before = shots[shots.indexOf(now) - 1] as TimedShot | undefined
  if (!before || !(travel > 0) || time >= now.start + travel) return camera
  const share = eased(now.shot, (time - now.start) / travel)
  return cameraBetween(cameraIn(before, now.start, scene), camera, share)
}

/** Where one shot is seen from at a time, before and after it from where it begins and ends. */
export function cameraIn({ shot, start, end }: TimedShot, time: number, scene: Scene): Camera {
  const share = end > start ? Math.min(1, Math.max(0, (time - start) / (end - start))) : 1
  const type = shotType(shot.kind)
  const own = cameraOf(shot.view)
  const carrier = type.carrier?.(shot, scene)
  return type.camera(shot, eased(shot, share), carrier ? carried(own, carrier) : own, scene)
}

/** A camera of ground as the view of a shot: in the frame of what carries it. */
export function viewIn(shot: AnyShot, camera: Camera, scene: Scene): AnyShot['view'] {
  const carrier = shotType(shot.kind).carrier?.(shot, scene)
  const { eye, target, up, height, opening } = carrier ? carried(camera, inverse(carrier)) : camera
  const lengths = (point: Vector) => point.map(inMillimetres) as unknown as AnyShot['view']['eye']
  const isUpright = Math.hypot(up[0], up[1]) < 1e-9 && up[2] > 0
  return {
    eye: lengths(eye),
    target: lengths(target),
    ...(opening > 0
      ? { opening: `${Number(((opening * 180) / Math.PI).toFixed(3))} deg` }
      : { height: inMillimetres(height) }),
    ...(isUpright ? {} : { up: up.map((entry) => Number(entry.toFixed(9))) as [number, number, number] }),
  }
}

/** A length as views write it. @param length [m] */
export const inMillimetres = (length: number): string => `${Number((1000 * length).toFixed(4))} mm`

function carried(camera: Camera, frame: Frame): Camera {
  const turn = frame.slice().fill(0, ORIGIN)
  return {
    ...camera,
    eye: transformed(frame, camera.eye),
    target: transformed(frame, camera.target),
    up: transformed(turn, camera.up),
  }
}

function eased({ law = USUAL_LAW }: AnyShot, share: number): number {
  motionLaw(law)!.evaluate(share, out)
  return out[0]
}
const out = new Float64Array(4)

/**
 * What is wrong with the order of shots, in words.
 * @param length of the scenario [s]
 * Codes: `shots-overlap`, `shot-past-end`, `shot-waits`.
 */
export function shotProblems(
  all: readonly AnyShot[],
  timed: readonly TimedShot[],
  length: number,
): Problem[] {
  const known = new Set(timed.map(({ shot }) => shot))
  const waiting = all.filter((shot) => !known.has(shot))
  return [
    ...timed.flatMap((one, k): Problem[] => {
      const next = timed[k + 1] as TimedShot | undefined
      if (!next || next.start >= one.end - OVERLAP) return []
      return [
        {
          code: 'shots-overlap',
          message: `${next.shot.name} begins ${seconds(one.end - next.start)} before ${one.shot.name} ends; from then on it is seen instead. Shorten ${one.shot.name}, or let ${next.shot.name} begin later.`,
          ids: [one.shot.id, next.shot.id],
        },
      ]
    }),
    ...timed.flatMap(({ shot, start }): Problem[] =>
      start < length
        ? []
        : [
            {
              code: 'shot-past-end',
              message: `${shot.name} begins at ${seconds(start)}, when the scenario has ended after ${seconds(length)}; it is never seen.`,
              ids: [shot.id],
            },
          ],
    ),
    ...(waiting.length === 0
      ? []
      : [
          {
            code: 'shot-waits',
            message: `${listed(waiting.map(({ name }) => name))} waits for something that has not happened in this scenario.`,
            ids: waiting.map(({ id }) => id),
          },
        ]),
  ]
}

const seconds = (time: number) => `${Number(time.toFixed(3))} s`
