/** Internal gear: a ring with involute teeth inside. Origin at the pitch centre, x through the middle of a tooth. */
import { axialDatums } from '../face-frame'
import { toothContradiction, toothDimensions, toothedOutline, toothingOf } from './gear'
import { halfToothAngle, internalRadii, involuteFlank } from './involute'
import { circle, extrude } from '../mesh/mesh'
import { asHole, circleLoop } from '../profiles/profile'
import { toothedLoop } from './toothed-loop'
import { defineShape } from '../shape'

export const internalGear = defineShape({
  kind: 'internal-gear',
  noun: 'Internal gear',
  dimensions: {
    ...toothDimensions,
    teeth: { ...toothDimensions.teeth, usual: '60' },
    rim: { label: 'Rim thickness', usual: '6 mm' },
  },
  contradiction: (d) => {
    const general = toothContradiction(d)
    if (general) return general
    const toothing = toothingOf(d)
    const { base, root, tip } = internalRadii(toothing)
    if (Math.PI / d.teeth - halfToothAngle(toothing, base, Math.max(tip, base)) <= 0)
      return { dimension: 'shift', message: 'the teeth come to a point; change the profile shift' }
    if (halfToothAngle(toothing, base, root) <= 0)
      return { dimension: 'shift', message: 'no room is left between the teeth; change the profile shift' }
    return null
  },
  datums: ({ width: w }) => {
    const { centre, top, bottom } = axialDatums(-w / 2, w / 2)
    return { 'pitch centre': centre, top, bottom }
  },
  solids: (d, _, chords) => {
    const toothing = toothingOf(d)
    const { base, tip, root } = internalRadii(toothing)
    const inner = Math.max(tip, base)
    const first: [number, number] = [inner, halfToothAngle(toothing, base, inner)]
    // the hole is an external gear whose teeth are the spaces, half a tooth on
    const hole = toothedOutline([first, ...involuteFlank(toothing, base, inner, root)], d.teeth)
    const turned = turn(hole, Math.PI / d.teeth)
    return [extrude(circle(0, 0, root + d.rim, 2 * chords), [turned], -d.width / 2, d.width / 2)]
  },
  profiles: (d) => {
    const toothing = toothingOf(d)
    const { base, tip, root } = internalRadii(toothing)
    const inner = Math.max(tip, base)
    const below = [[inner, halfToothAngle(toothing, base, inner)]] as const
    const halfTip = halfToothAngle(toothing, base, root)
    const spaces = { toothing, base, below, tip: root, halfTip, about: Math.PI / d.teeth }
    return [
      {
        outer: circleLoop([0, 0], root + d.rim),
        holes: [asHole(toothedLoop(spaces))],
        bottom: -d.width / 2,
        top: d.width / 2,
      },
    ]
  },
  transmission: (d) => ({ kind: 'gear', toothing: toothingOf(d), internal: true }),
})

function turn(outline: readonly number[], angle: number): number[] {
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  return outline.map((v, i) => (i % 2 === 0 ? c * v - s * outline[i + 1] : s * outline[i - 1] + c * v))
}
