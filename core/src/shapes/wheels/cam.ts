/**
 * Disc cam from a motion programme for a radial roller follower (or a pointed one, with a roller of 0): rise, upper dwell,
 * return, and a lower dwell over what is left of the turn. Origin at the cam's centre, z along the axis, x toward the
 * start of the rise; the programme runs counter-clockwise over the cam.
 *
 * The profile is the pitch curve moved inward by the roller's radius along its normal.
 * Source: Norton, Design of Machinery, chapter 8 (cam contour from the pitch curve); VDI 2143 for the laws.
 */
import { lawKinds, motionLaw } from '../../laws/registry'
import { boreDimension, boreHoles, boreTooLarge } from './bore'
import { axialDatums, faceFrame } from '../face-frame'
import { extrude } from '../mesh/mesh'
import { defineShape } from '../shape'
import type { Extras } from '../shape'
import { FULL_TURN } from '../tolerances'

type Programme = Readonly<Record<'base' | 'roller' | 'lift' | 'rise' | 'dwell' | 'fall', number>>

export const cam = defineShape({
  kind: 'cam',
  noun: 'Disc cam',
  dimensions: {
    base: { label: 'Base circle diameter', usual: '50 mm' },
    roller: { label: 'Follower roller diameter (0 for a point)', usual: '12 mm', least: 0 },
    lift: { label: 'Lift', usual: '12 mm' },
    rise: { label: 'Rise over', usual: '120 deg', dimension: 'angle' },
    dwell: { label: 'Upper dwell over', usual: '60 deg', dimension: 'angle', least: 0 },
    fall: { label: 'Return over', usual: '120 deg', dimension: 'angle' },
    width: { label: 'Width', usual: '10 mm' },
    bore: boreDimension,
  },
  options: {
    law: {
      label: 'Motion law',
      choices: Object.fromEntries(
        ['polynomial-3-4-5', ...lawKinds.filter((kind) => kind !== 'polynomial-3-4-5')].map((kind) => [
          kind,
          kind.replace('polynomial-', 'polynomial ').replace(/(\d)-(?=\d)/g, '$1-'),
        ]),
      ),
    },
  },
  contradiction: (d, extras) => {
    if (d.rise + d.dwell + d.fall > 2 * Math.PI + FULL_TURN)
      return {
        dimension: 'fall',
        message: 'rise, upper dwell and return take more than a full turn together',
      }
    const undercut = undercutAt(d, extras)
    if (undercut !== null)
      return {
        dimension: 'roller',
        message: `the roller is too large for the bend of the cam at ${Math.round((undercut * 180) / Math.PI)} deg (undercut); take a smaller roller or a larger base circle`,
      }
    return boreTooLarge(d.bore, d.base, 'the base circle')
  },
  datums: ({ width: w, base }) => {
    const { centre, top, bottom } = axialDatums(-w / 2, w / 2)
    return { 'cam axis': centre, top, bottom, rise: faceFrame([base / 2, 0, 0], [0, 0, 1], [1, 0, 0]) }
  },
  solids: (d, extras, chords) => [
    extrude(profile(d, extras, 4 * chords), boreHoles(d.bore, chords), -d.width / 2, d.width / 2),
  ],
  transmission: (d, extras) => ({
    kind: 'cam',
    base: d.base / 2,
    roller: d.roller / 2,
    lift: (angle) => liftAt(d, extras, angle),
  }),
})

/** Lift and its first three derivatives by the angle from the start of the rise. */
function liftAt(
  { lift, rise, dwell, fall }: Programme,
  { options }: Extras,
  angle: number,
): [number, number, number, number] {
  const at = ((angle % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI)
  const law = motionLaw(options.law)!
  const jet = new Float64Array(4)
  const stretch = (
    share: number,
    span: number,
    from: number,
    height: number,
  ): [number, number, number, number] => {
    law.evaluate(share, jet)
    return [
      from + height * jet[0],
      (height * jet[1]) / span,
      (height * jet[2]) / span ** 2,
      (height * jet[3]) / span ** 3,
    ]
  }
  if (at < rise) return stretch(at / rise, rise, 0, lift)
  if (at <= rise + dwell) return [lift, 0, 0, 0]
  if (at < rise + dwell + fall) return stretch((at - rise - dwell) / fall, fall, lift, -lift)
  return [0, 0, 0, 0]
}

function profile(d: Programme, extras: Extras, steps: number): number[] {
  const roller = d.roller / 2
  return Array.from({ length: steps }, (_, k) => {
    const angle = (2 * Math.PI * k) / steps
    const [s, slope] = liftAt(d, extras, angle)
    const r = d.base / 2 + roller + s
    const [c, n] = [Math.cos(angle), Math.sin(angle)]
    // the normal of the pitch curve, outward: (r, -slope) in the radial and the tangential direction
    const length = Math.hypot(r, slope)
    const [radial, tangential] = [r - (roller * r) / length, (roller * slope) / length]
    return [radial * c - tangential * n, radial * n + tangential * c]
  }).flat()
}

/** Where the pitch curve bends more sharply than the roller, or null. */
function undercutAt(d: Programme, extras: Extras): number | null {
  if (d.roller === 0) return null
  for (let k = 0; k < 720; k++) {
    const angle = (Math.PI * k) / 360
    const [s, v, a] = liftAt(d, extras, angle)
    const r = d.base / 2 + d.roller / 2 + s
    const bend = (r * r + 2 * v * v - r * a) / (r * r + v * v) ** 1.5
    if (bend * (d.roller / 2) >= 1) return angle
  }
  return null
}
