/** Where bodies, datums and paths are at a pose of all bodies. */
import { bodyMiddle } from '../geometry/body-solids'
import type { Places } from '../geometry/places'
import { FRAME, multiply, ORIGIN, originOf, transformed } from '../maths/frame'
import type { Frame } from '../maths/frame'
import type { Vector } from '../maths/vector'
import { frameOfPose, POSE } from '../mechanism/body-poses'
import type { Scene } from './shots/shot-type'

/** Poses of bodies from a place of an array, or a share of the way to those at another place. */
export interface PosesAt {
  readonly bodies: readonly string[]
  readonly poses: Float64Array
  readonly at: number
  readonly next?: number
  readonly share?: number
}

export class TakeScene implements Scene {
  private readonly order: ReadonlyMap<string, number>
  private readonly middles = new Map<string, Vector>()
  private readonly travelled = new Float64Array(FRAME + 12)
  private here: PosesAt = { bodies: [], poses: new Float64Array(0), at: 0 }
  private rows: ReadonlyMap<string, number> = new Map()

  constructor(private readonly places: Places) {
    this.order = new Map(places.bodies.map(({ source }, k) => [source.id, k]))
  }

  /** From now on everything is where these poses put it. */
  goTo(here: PosesAt): this {
    if (here.bodies !== this.here.bodies) this.rows = new Map(here.bodies.map((id, k) => [id, k]))
    this.here = here
    return this
  }

  frameOf(id: string): Frame | null {
    const datum = this.places.datums.get(id)
    if (!datum) return this.bodyFrame(id)
    const body = this.bodyFrame(this.places.bodies[datum.body].source.id)
    return body && multiply(body, datum.frame)
  }

  /** A datum on its body, in the frame of that [m]; null for what is none. */
  pointOn(datum: string): Vector | null {
    const found = this.places.datums.get(datum)
    return found ? originOf(found.frame) : null
  }

  middleOf(body: string): Vector | null {
    const frame = this.bodyFrame(body)
    const index = this.order.get(body)
    if (!frame || index === undefined) return null
    const middle = this.middles.get(body) ?? bodyMiddle(this.places, index)
    this.middles.set(body, middle)
    return transformed(frame, middle)
  }

  alongPath(id: string, share: number): Vector | null {
    const path = this.places.paths.get(id)
    const carrier = path && this.frameOf(path.datum.source.id)
    if (!carrier) return null
    path.follow(share * path.length, this.travelled)
    return transformed(carrier, this.travelled.subarray(ORIGIN, ORIGIN + 3))
  }

  private bodyFrame(id: string): Frame | null {
    const row = this.rows.get(id)
    if (row === undefined) return null
    const { poses, at, next, share = 0 } = this.here
    if (next === undefined || share === 0) return frameOfPose(poses.subarray(at), row)
    return frameOfPose(blended(poses, at + POSE * row, next + POSE * row, share), 0)
  }
}

/** A pose a share of the way to another one; turns go the shorter way. */
function blended(poses: Float64Array, from: number, to: number, share: number): Float64Array {
  const pose = new Float64Array(POSE)
  let alike = 0
  for (let k = 3; k < POSE; k++) alike += poses[from + k] * poses[to + k]
  for (let k = 0; k < POSE; k++) {
    const end = k >= 3 && alike < 0 ? -poses[to + k] : poses[to + k]
    pose[k] = poses[from + k] + share * (end - poses[from + k])
  }
  return pose
}
