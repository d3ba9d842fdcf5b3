/**
 * What a motion law states: the normalised displacement of a move from 0 to 1 over a unit of time, with its first three
 * derivatives. Every law is one file, registered in registry.ts.
 */
export interface MotionLaw {
  readonly kind: string
  readonly noun: string
  /** Places in 0..1 at which its acceleration jumps, besides the ends. */
  readonly breaks?: readonly number[]
  /** Writes displacement, velocity, acceleration and jerk at x in 0..1 into `out[0..3]`. */
  evaluate(x: number, out: Float64Array): void
}

export const defineLaw = (law: MotionLaw): MotionLaw => law

/** A law whose second half is its first half turned by half a turn about the middle: s(1 - x) = 1 - s(x). */
export const symmetric = (
  kind: string,
  noun: string,
  firstHalf: (x: number, out: Float64Array) => void,
): MotionLaw => ({
  kind,
  noun,
  evaluate: (x, out) => {
    if (x < 0.5) {
      firstHalf(x, out)
      return
    }
    firstHalf(1 - x, out)
    out[0] = 1 - out[0]
    out[2] = -out[2]
  },
})

/** A polynomial law by its coefficients, from the constant on. */
export const polynomial = (kind: string, noun: string, coefficients: readonly number[]): MotionLaw => ({
  kind,
  noun,
  evaluate: (x, out) => {
    let [s, v, a, j] = [0, 0, 0, 0]
    for (let k = coefficients.length - 1; k >= 0; k--) {
      j = j * x + 3 * a
      a = a * x + 2 * v
      v = v * x + s
      s = s * x + coefficients[k]
    }
    out[0] = s
    out[1] = v
    out[2] = a
    out[3] = j
  },
})
