/** Binary glTF that moves: every body a named node, the motion of the scenario as an animation with as few keys as keep it. */
import { boundsOfTriangles, placeKeys, POSE, succeed, turnKeys } from '@ligamen/core'
import type { OutFormat } from './out-format'
import { solvedMotion } from './solved-motion'

/** How near the motion stays: as a share of the size of the mechanism, and [rad], a hundredth of a degree. */
const NEAR = 1e-5
const NEAR_TURN = Math.PI / 18000
/** Room for what 32-bit numbers round away. */
const ROOM = 0.9

export const movingGlb: OutFormat = {
  kind: 'moving-glb',
  name: 'Moving model (GLB)',
  note: 'shapes and the motion of this scenario',
  async write(asked) {
    const solved = solvedMotion(asked)
    if (!solved.ok) return solved
    const { take, times } = solved.value
    const [{ writeGlb }, { bodiesOf, inGround }] = await Promise.all([
      import('../formats/gltf'),
      import('./shapes'),
    ])
    // the order of bodies is that of the document, as the take's is
    const bodies = bodiesOf({ ...asked, poses: take.poses.subarray(0, POSE * take.bodies.length) })
    const frames = { poses: take.poses, bodies: take.bodies.length, frames: take.frames }
    const trackOf = (body: number, keys: readonly number[], first: number, width: number) =>
      keys.length < 2
        ? null
        : {
            times: Float32Array.from(keys, (frame) => times[frame]!),
            values: Float32Array.from({ length: width * keys.length }, (_, k) => {
              const start = POSE * (keys[Math.floor(k / width)]! * take.bodies.length + body)
              return take.poses[start + first + (k % width)]!
            }),
          }
    const near = ROOM * NEAR * sizeOf(inGround(bodies))
    const bytes = await writeGlb(bodies, {
      name: asked.document.scenarios.find(({ id }) => id === take.scenario)!.name,
      places: take.bodies.map((_, k) => trackOf(k, placeKeys(frames, k, near), 0, 3)),
      turns: take.bodies.map((_, k) => trackOf(k, turnKeys(frames, k, ROOM * NEAR_TURN), 3, 4)),
    })
    return succeed({ ending: '-moving.glb', bytes })
  },
}

/** The diagonal of the box around triangles [m]. */
function sizeOf(positions: Float32Array): number {
  const box = boundsOfTriangles(positions)
  const size = Math.hypot(...[0, 1, 2].map((k) => box[k + 3]! - box[k]!))
  return Number.isFinite(size) ? size : 0.1
}
