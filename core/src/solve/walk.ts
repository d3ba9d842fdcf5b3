/**
 * Walking: the inputs that move a block go on from a closed position, along their one parameter, and the block and those
 * before it are closed at any value of it. It tries out what lies ahead; the position is put back afterwards.
 */
import type { BlockJet, Parameter, Piece } from './bridge'
import type { Block } from './block'
import type { Inputs } from './inputs'
import type { System } from './system'
import type { MotionState } from '../mechanism/state'

export class Walk {
  readonly block: Block
  /** The parameter at the start, and the direction in which it goes. */
  readonly start: number
  direction: number
  readonly origin: BlockJet
  private readonly links: Int32Array
  private readonly q: Float64Array
  private readonly slope: Float64Array
  private readonly bend: Float64Array

  /**
   * @param moving the inputs that move the block; @param to when they have gone on [s]
   * @param isSingular whether it starts in the singular position: then the block has no derivatives there
   */
  constructor(
    private readonly system: System,
    private readonly state: MotionState,
    private readonly inputs: Inputs,
    private readonly index: number,
    private readonly moving: readonly number[],
    private readonly time: number,
    to: number,
    isSingular = false,
  ) {
    const { parameter } = this
    this.block = system.blocks[index]
    this.start = parameter < 0 ? time : inputs.value(parameter)
    this.direction = parameter < 0 ? 1 : Math.sign(inputs.valueAt(parameter, to) - this.start)
    this.links = Int32Array.from(system.blocks.slice(0, index + 1).flatMap(({ unknowns }) => [...unknowns]))
    this.q = state.q.slice()
    inputs.rest()
    this.prescribe(this.start)
    const last = isSingular ? index - 1 : index
    system.factorUpTo(last)
    system.differentiate(last)
    if (isSingular) for (const link of this.block.unknowns) state.rate[link] = state.acceleration[link] = 0
    this.slope = state.rate.slice()
    this.bend = state.acceleration.slice()
    this.origin = this.jetNow(this.start)
  }

  /** How far the parameter goes for one radian or one size of what moves most, when the unknowns have these slopes. */
  unit(slopes: Float64Array): number {
    const { inputs, moving, block } = this
    let most = 0
    for (const k of moving) most = Math.max(most, Math.abs(inputs.rate(k)) / inputs.scale(k))
    slopes.forEach((v, i) => {
      most = Math.max(most, Math.abs(v) / block.scale[i])
    })
    return most > 0 ? 1 / most : 1
  }

  /** The one input that moves the block, or -1 where several do: then the parameter is time. */
  get parameter(): Parameter {
    return this.moving.length === 1 ? this.moving[0] : -1
  }

  /** Closes the block at a value of the parameter; `guess` continues its unknowns instead of the start. */
  close(at: number, guess?: BlockJet): boolean {
    const { system, inputs, index, parameter, time } = this
    this.predict(at)
    if (guess) this.place(at, guess)
    return system.closeUpTo(index, inputs, parameter < 0 ? at : time, index) === null
  }

  /** Where the block is at a closed position, with two derivatives by the parameter. */
  jet(at: number): BlockJet {
    this.system.differentiate(this.index)
    return this.jetNow(at)
  }

  private jetNow(at: number): BlockJet {
    const { block, state } = this
    const of = (values: Float64Array) => Float64Array.from(block.unknowns, (link) => values[link])
    return { at, value: of(state.q), slope: of(state.rate), bend: of(state.acceleration) }
  }

  /** Puts the block where a polynomial has it, and what it depends on where it is then. False where that is open. */
  follow(piece: Piece, at: number): boolean {
    const { system, inputs, index, parameter, time, block, state } = this
    this.predict(at)
    if (system.closeUpTo(index - 1, inputs, parameter < 0 ? at : time)) return false
    const jet = new Float64Array(4)
    for (let i = 0; i < block.unknowns.length; i++) {
      piece.evaluate(i, at, jet)
      state.q[block.unknowns[i]] = jet[0]
      state.rate[block.unknowns[i]] = jet[1]
    }
    system.differentiate(index - 1)
    block.placeAndFactor()
    return true
  }

  /** Goes the other way from now on, or the same. */
  turn(direction: number): void {
    this.direction = direction
  }

  /** Stands at the start, what moves the block moving by its parameter, the block itself not. */
  stand(): void {
    const { system, index, block, start } = this
    this.predict(start)
    system.factorUpTo(index - 1)
    system.differentiate(index - 1)
    block.placeAndFactor()
  }

  /** Puts everything back where it started; the inputs have no longer the rates that they had. */
  end(): void {
    this.state.q.set(this.q)
  }

  private prescribe(at: number): void {
    const { inputs, moving, parameter } = this
    if (parameter >= 0) inputs.set(parameter, at, 1, 0)
    else for (const k of moving) inputs.prescribeOne(k, at)
  }

  private predict(at: number): void {
    const { state, links, q, slope, bend, start } = this
    const d = at - start
    for (let n = 0; n < links.length; n++) {
      const i = links[n]
      state.q[i] = q[i] + d * (slope[i] + (d / 2) * bend[i])
    }
    this.prescribe(at)
  }

  private place(at: number, { at: from, value, slope, bend }: BlockJet): void {
    const { state, block } = this
    const d = at - from
    block.unknowns.forEach((link, i) => {
      state.q[link] = value[i] + d * (slope[i] + (d / 2) * bend[i])
    })
  }
}
