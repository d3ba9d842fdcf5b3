/** Poses of all bodies in ground from the frames of their links. */
import { compose, FRAME, identityFrame, isAligned, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { readQuaternion, writeAxes } from '../maths/quaternion'
import type { Chain } from './chain'

/** Position [m] and orientation [w, x, y, z] of a body in ground. */
export const POSE = 7

export class BodyPoses {
  /** 1 for bodies that are turned against their link, and not only moved. */
  private readonly turned: Uint8Array
  private readonly frame = new Float64Array(FRAME)

  constructor(private readonly chain: Chain) {
    const { bodyFrame, bodyLink } = chain
    this.turned = Uint8Array.from(bodyLink, (_, b) => {
      return isAligned(bodyFrame, FRAME * b) ? 0 : 1
    })
  }

  /** Writes seven numbers a body from `out[at]` on. */
  write(world: Frame, out: Float64Array, at: number): void {
    const { turned, frame } = this
    const { bodyLink, bodyFrame } = this.chain
    for (let b = 0; b < bodyLink.length; b++, at += POSE) {
      const l = FRAME * bodyLink[b]
      const f = FRAME * b
      if (turned[b]) {
        compose(world, l, bodyFrame, f, frame, 0)
        out[at] = frame[ORIGIN]
        out[at + 1] = frame[ORIGIN + 1]
        out[at + 2] = frame[ORIGIN + 2]
        readQuaternion(frame, 0, out, at + 3)
        continue
      }
      const x = bodyFrame[f + 9]
      const y = bodyFrame[f + 10]
      const z = bodyFrame[f + 11]
      out[at] = world[l] * x + world[l + 3] * y + world[l + 6] * z + world[l + 9]
      out[at + 1] = world[l + 1] * x + world[l + 4] * y + world[l + 7] * z + world[l + 10]
      out[at + 2] = world[l + 2] * x + world[l + 5] * y + world[l + 8] * z + world[l + 11]
      readQuaternion(world, l, out, at + 3)
    }
  }
}

/** The pose of a body as a frame in ground. */
export function frameOfPose(poses: Float64Array, index: number): Frame {
  const at = POSE * index
  const frame = identityFrame()
  writeAxes(poses.subarray(at + 3, at + 7) as unknown as [number, number, number, number], frame)
  for (let k = 0; k < 3; k++) frame[ORIGIN + k] = poses[at + k]
  return frame
}

/** Frame of a body in ground, by index. */
export function bodyFrame(
  { bodyLink, bodyFrame: onLink }: Chain,
  { world }: { readonly world: Frame },
  body: number,
): Frame {
  const frame = identityFrame()
  compose(world, FRAME * bodyLink[body], onLink, FRAME * body, frame, 0)
  return frame
}
