/**
 * Flat links: hinges about the ground's z axis, one on another, as in nearly all linkages of textbooks. Their frames keep
 * z, so that the plane's four numbers are all that moves, and the motion of one is three numbers where another has six.
 */
import { FRAME, isAligned } from '../maths/frame'
import { TURNS } from './chain'
import type { Chain } from './chain'

/** 1 for flat links; ground is one. */
export function flatLinks({ links, linkParent, linkMotion, linkPitch, linkFrame }: Chain): Uint8Array {
  const flat = new Uint8Array(links)
  flat[0] = 1
  for (let link = 1; link < links; link++) {
    const turns = linkMotion[link] === TURNS && linkPitch[link] === 0
    flat[link] = turns && isAligned(linkFrame, FRAME * link) ? flat[linkParent[link]] : 0
  }
  return flat
}

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
