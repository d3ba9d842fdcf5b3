/**
 * What stays in the ground's plane: hinges about its z axis and slides along the plane, one on another, as in nearly all linkages of
 * textbooks. The motion of such a link is three numbers where another has six, and where its frame keeps z, the plane's four numbers
 * are all of it that moves.
 */
import { compose, FRAME, identityFrame, isAligned } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { FOLLOWS, SLIDES } from './chain'
import type { Chain } from './chain'

export interface FlatLinks {
  /** 1 for links that stay in the plane, whatever their frames are; ground is one. */
  readonly inPlane: Uint8Array
  /** 1 for those of them whose frames keep the ground's z axis. */
  readonly upright: Uint8Array
  /** 1 for those of these that are placed by `composeFlat`. */
  readonly composed: Uint8Array
  /** Frame of every link in ground while all coordinates are zero. */
  readonly world: Frame
}

export function flatLinks({ links, linkParent, linkMotion, linkPitch, linkFrame }: Chain): FlatLinks {
  const [inPlane, upright, composed] = [0, 1, 2].map(() => new Uint8Array(links))
  const world = new Float64Array(FRAME * links)
  world.set(identityFrame())
  inPlane[0] = upright[0] = composed[0] = 1
  for (let link = 1; link < links; link++) {
    const f = FRAME * link
    const parent = linkParent[link]
    const motion = linkMotion[link]
    compose(world, FRAME * parent, linkFrame, f, world, f)
    const stays =
      motion === SLIDES
        ? world[f + Z_OF_Z] === 0
        : motion !== FOLLOWS && linkPitch[link] === 0 && isUpright(world, f)
    if (!stays || !inPlane[parent]) continue
    inPlane[link] = 1
    upright[link] = isUpright(world, f) ? 1 : 0
    composed[link] = motion !== SLIDES && upright[parent] && isAligned(linkFrame, f) ? 1 : 0
  }
  return { inPlane, upright, composed, world }
}

/** Whether a frame is only turned about the ground's z axis, and moved. */
export const isUpright = (frame: Frame, at: number): boolean =>
  ACROSS.every((entry) => frame[at + entry] === 0) && frame[at + Z_OF_Z] === 1

/** Where the z component of the z axis is in a frame, and those that are zero in an upright one. */
const Z_OF_Z = 8
const ACROSS = [2, 5, 6, 7]

/**
 * out = a * b turned about z by the angle of (c, s), for frames whose axes are turned about z and nothing else: `a` against
 * ground, `b` not at all. What is the same for all such frames is left as it is.
 */
export function composeFlat(
  a: Float64Array,
  ia: number,
  b: Float64Array,
  ib: number,
  c: number,
  s: number,
  out: Float64Array,
  io: number,
): void {
  const ac = a[ia]
  const as = a[ia + 1]
  const x = b[ib + 9]
  const y = b[ib + 10]
  const oc = ac * c - as * s
  const os = as * c + ac * s
  out[io + 9] = ac * x - as * y + a[ia + 9]
  out[io + 10] = as * x + ac * y + a[ia + 10]
  out[io + 11] = b[ib + 11] + a[ia + 11]
  out[io] = oc
  out[io + 1] = os
  out[io + 3] = -os
  out[io + 4] = oc
}
