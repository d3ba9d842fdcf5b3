/**
 * Disc cam from a motion programme for a radial roller follower (or a pointed one, with a roller of 0): rise, upper dwell,
 * return, and a lower dwell over what is left of the turn. Origin at the cam's centre, z along the axis, x toward the
 * start of the rise; the programme runs counter-clockwise over the cam.
 *
 * The profile is the pitch curve moved inward by the roller's radius along its normal.
 * Source: Norton, Design of Machinery, chapter 8 (cam contour from the pitch curve); VDI 2143 for the laws.
 */
import { lawKinds, motionLaw } from '../../laws/registry'
import type { MotionLaw } from '../../laws/motion-law'
import { boreDimension, boreLoops, boreTooLarge } from './bore'
import { axialDatums, faceFrame } from '../face-frame'
import { curved, roundPiece } from '../profiles/piece'
import type { Curve } from '../profiles/piece'
import { solidOf } from '../profiles/profile'
import type { Loop, Profile } from '../profiles/profile'
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
  solids: (d, extras, chords) => [solidOf(profile(d, extras), chords)],
  profiles: (d, extras) => [profile(d, extras)],
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

function profile(d: Programme & Record<'width' | 'bore', number>, { options }: Extras): Profile {
  const { base, lift, rise, dwell, fall } = d
  const law = motionLaw(options.law)!
  const shares = [0, ...(law.breaks ?? []), 1]
  const moving = (start: number, span: number, low: number, height: number): Loop => {
    const curve = pitchCurve(d, law, { start, span, low, height })
    return shares.slice(1).map((share, k) => {
      const from = shares[k]
      return curved(curve, start + from * span, (share - from) * span, d.roller / 2)
    })
  }
  const resting = (from: number, to: number, height: number): Loop =>
    to - from > FULL_TURN ? [roundPiece([0, 0], base / 2 + height, from, to - from)] : []
  const down = rise + dwell
  return {
    outer: [
      ...moving(0, rise, 0, lift),
      ...resting(rise, down, lift),
      ...moving(down, fall, lift, -lift),
      ...resting(down + fall, 2 * Math.PI, 0),
    ],
    holes: boreLoops(d.bore),
    bottom: -d.width / 2,
    top: d.width / 2,
  }
}

/** A stretch of the programme, over an angle from one height by another. */
interface Stretch {
  readonly start: number
  readonly span: number
  readonly low: number
  readonly height: number
}

/** The path of the roller's centre round the cam in a stretch of the programme. */
function pitchCurve(
  { base, roller }: Programme,
  law: MotionLaw,
  { start, span, low, height }: Stretch,
): Curve {
  const jet = new Float64Array(4)
  return (angle, out) => {
    law.evaluate(Math.min(1, Math.max(0, (angle - start) / span)), jet)
    const r = base / 2 + roller / 2 + low + height * jet[0]
    const v = (height * jet[1]) / span
    const a = (height * jet[2]) / span ** 2
    const j = (height * jet[3]) / span ** 3
    const [c, s] = [Math.cos(angle), Math.sin(angle)]
    const write = (k: number, radial: number, tangential: number) => {
      out[2 * k] = radial * c - tangential * s
      out[2 * k + 1] = radial * s + tangential * c
    }
    write(0, r, 0)
    write(1, v, r)
    write(2, a - r, 2 * v)
    write(3, j - 3 * v, 3 * a - r)
  }
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
