/**
 * A bridge carries one block through a singular position, where its equations determine no rates although the motion is
 * smooth: polynomials in a parameter join both sides, where the block is closed, by position and two derivatives.
 *
 * The parameter is the value of the one input that moves the block, so that it may rest or turn round on the bridge; or
 * time where several do. Source: Hermite interpolation, e.g. Stoer & Bulirsch, section 2.1.5.
 */
import { evaluateQuintic, quinticCoefficients } from '../maths/quintic'
import type { Inputs } from './inputs'

/** The input by whose value a bridge is followed; -1: by time. */
export type Parameter = number

/** Coordinates of the unknowns of a block with their first two derivatives by the parameter. */
export interface BlockJet {
  readonly at: number
  readonly value: Float64Array
  readonly slope: Float64Array
  readonly bend: Float64Array
}

/** Polynomials of all unknowns between two values of the parameter. */
export class Piece {
  private readonly coefficients: Float64Array
  private readonly length: number

  constructor(
    readonly from: BlockJet,
    readonly to: BlockJet,
  ) {
    const n = from.value.length
    const h = to.at - from.at
    this.length = h
    this.coefficients = new Float64Array(6 * n)
    for (let i = 0; i < n; i++) {
      quinticCoefficients(
        from.value[i],
        from.slope[i],
        from.bend[i],
        to.value[i],
        to.slope[i],
        to.bend[i],
        h,
        this.coefficients,
        6 * i,
      )
    }
  }

  /** All unknowns at a value of the parameter, beyond the ends too. */
  jet(at: number): BlockJet {
    const n = this.from.value.length
    const jet = { at, value: new Float64Array(n), slope: new Float64Array(n), bend: new Float64Array(n) }
    const out = new Float64Array(4)
    for (let i = 0; i < n; i++) {
      this.evaluate(i, at, out)
      jet.value[i] = out[0]
      jet.slope[i] = out[1]
      jet.bend[i] = out[2]
    }
    return jet
  }

  /** Value and two derivatives of one unknown by the parameter, and the third, into out[0..3]. */
  evaluate(unknown: number, at: number, out: Float64Array): void {
    const { coefficients, length, from } = this
    evaluateQuintic(coefficients, 6 * unknown, (at - from.at) / length, length, out)
  }
}

export class Bridge {
  private readonly jet = new Float64Array(4)
  private at = 0
  private rate = 0
  private acceleration = 0

  /**
   * @param pieces one smooth piece, or two that meet in the singular position where the other way is taken
   * @param branches signs of the determinant at both ends
   */
  constructor(
    readonly parameter: Parameter,
    private readonly pieces: readonly Piece[],
    private readonly branches: readonly [number, number],
  ) {}

  /** Notes where the parameter is. */
  follow(inputs: Inputs, time: number): void {
    const { parameter } = this
    this.at = parameter < 0 ? time : inputs.value(parameter)
    this.rate = parameter < 0 ? 1 : inputs.rate(parameter)
    this.acceleration = parameter < 0 ? 0 : inputs.acceleration(parameter)
  }

  /** How far along it is: 0 at its start, 1 at its end. */
  get share(): number {
    const start = this.pieces[0].from.at
    return (this.at - start) / (this.pieces[this.pieces.length - 1].to.at - start)
  }

  /** The sign that the determinant has beyond the end that is nearer. */
  get branch(): number {
    return this.branches[this.share < 0.5 ? 0 : 1]
  }

  /** Coordinates on the bridge; beyond its ends they are continued by the derivatives there. */
  place(unknowns: Int32Array, q: Float64Array): void {
    const { share, pieces, jet, at } = this
    const end = share < 0 ? pieces[0].from : share > 1 ? pieces[pieces.length - 1].to : null
    const piece = this.piece
    for (let i = 0; i < unknowns.length; i++) {
      if (end) {
        const d = at - end.at
        q[unknowns[i]] = end.value[i] + d * (end.slope[i] + (d / 2) * end.bend[i])
      } else {
        piece.evaluate(i, at, jet)
        q[unknowns[i]] = jet[0]
      }
    }
  }

  rates(unknowns: Int32Array, out: Float64Array): void {
    const { piece, jet, at, rate } = this
    for (let i = 0; i < unknowns.length; i++) {
      piece.evaluate(i, at, jet)
      out[unknowns[i]] = jet[1] * rate
    }
  }

  accelerations(unknowns: Int32Array, out: Float64Array): void {
    const { piece, jet, at, rate, acceleration } = this
    for (let i = 0; i < unknowns.length; i++) {
      piece.evaluate(i, at, jet)
      out[unknowns[i]] = jet[2] * rate * rate + jet[1] * acceleration
    }
  }

  private get piece(): Piece {
    const { pieces } = this
    const last = pieces[pieces.length - 1]
    return (last.from.at - this.at) * (last.to.at - last.from.at) > 0 ? pieces[0] : last
  }
}
