/**
 * Clearance of two bodies or groups: their smallest distance, 0 where they touch or overlap [m]. Exact on their triangles; no
 * value where the shape of one is not at hand. Errors: `probe-freedom` where both sides have one body.
 */
import { bodiesOfGroup } from '../document/groups'
import { bodyShape } from '../geometry/body-solids'
import { compose, FRAME, transformed } from '../maths/frame'
import type { Vector } from '../maths/vector'
import type { Mechanism } from '../mechanism/compile'
import { pointMotion } from '../mechanism/point-motion'
import type { MotionState } from '../mechanism/state'
import { BodyDistance } from '../proximity/body-distance'
import { nearestJet } from '../proximity/nearest-jet'
import type { NearPoint } from '../proximity/nearest-jet'
import { SolidStore } from '../proximity/solid'
import type { TriangleTree } from '../proximity/triangle-tree'
import { succeed } from '../result'
import { defineProbe, unsuited } from './probe-type'

/** A probe is made anew for every run; its solids stay. */
const store = new SolidStore()

interface Side {
  readonly body: number
  readonly tree: TriangleTree
}

export const clearance = defineProbe({
  kind: 'clearance',
  needs: { fields: ['body', 'other'], words: 'two bodies or groups' },
  measure(mechanism, probe, path) {
    const { document, bodies } = mechanism.geometry
    const of = (id: string) => bodiesOfGroup(document, id)
    const [ones, others] = [of(probe.body!), of(probe.other!)]
    if (ones.some((id) => others.includes(id)))
      return unsuited(probe, `${path}/other`, 'a body is on both sides; choose two different ones.')
    const index = (id: string) => bodies.findIndex(({ source }) => source.id === id)
    let pairs: BodyDistance[] | null = null
    let sides: readonly (readonly [Side, Side])[] = []
    const prepare = () => {
      const [a, b] = [ones, others].map((ids) => ids.map((id) => sideOf(mechanism, index(id))))
      const known = [...a, ...b].every((side) => side !== null)
      sides = known ? a.flatMap((one) => b.map((two) => [one!, two!] as const)) : []
      pairs = sides.map(([one, two]) => new BodyDistance(one.tree, two.tree))
    }
    const frames = new Float64Array(2 * FRAME)
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'length' },
      read: (state, _, out, at) => {
        // shapes are made when somebody measures, not when a document is only opened
        if (!pairs) prepare()
        out[at] = out[at + 1] = out[at + 2] = Number.NaN
        let least = Infinity
        let nearest = -1
        for (let k = 0; k < pairs!.length; k++) {
          place(mechanism, state, sides[k], frames)
          const distance = pairs![k].measure(frames, 0, frames, FRAME, 0, least)
          if (distance < least) [least, nearest] = [distance, k]
        }
        if (nearest < 0) return
        place(mechanism, state, sides[nearest], frames)
        state.readMotion()
        const [one, two] = sides[nearest]
        const { onA, onB, triangleA, triangleB } = pairs![nearest]
        const jet = nearestJet(
          nearPoint(mechanism, state, one, frames, 0, onA, triangleA),
          nearPoint(mechanism, state, two, frames, FRAME, onB, triangleB),
        )
        for (let k = 0; k < 3; k++) out[at + k] = jet[k]
      },
    })
  },
})

function sideOf({ geometry }: Mechanism, body: number): Side | null {
  const shape = bodyShape(geometry, body)
  return shape && { body, tree: store.of(shape).tree }
}

/** Frames of both bodies in ground. */
function place(
  { bodyLink, bodyFrame }: Mechanism,
  { world }: MotionState,
  sides: readonly [Side, Side],
  out: Float64Array,
): void {
  sides.forEach(({ body }, k) =>
    compose(world, FRAME * bodyLink[body], bodyFrame, FRAME * body, out, FRAME * k),
  )
}

/** A point of a body with its motion. */
function nearPoint(
  { bodyLink }: Mechanism,
  state: MotionState,
  { body, tree }: Side,
  frames: Float64Array,
  f: number,
  onBody: Float64Array,
  triangle: number,
): NearPoint {
  const motion = new Float64Array(9)
  motion.set(transformed(frames, onBody, f))
  pointMotion(state, bodyLink[body], motion, 0)
  const vector = (from: Float64Array, i: number): Vector => [from[i], from[i + 1], from[i + 2]]
  return {
    point: vector(motion, 0),
    velocity: vector(motion, 3),
    acceleration: vector(motion, 6),
    angular: vector(state.twist, 6 * bodyLink[body]),
    triangle: [0, 3, 6].map((k) =>
      transformed(frames, vector(tree.triangles, 9 * triangle + k), f),
    ) as unknown as NearPoint['triangle'],
  }
}
