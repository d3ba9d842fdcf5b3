/**
 * Crossing a singular position: finds a bridge for a block that comes near one.
 *
 * From a position where the block is still regular, the inputs that move it go on; the unknowns, continued by two
 * derivatives, are closed beyond, and a polynomial joins both sides (reaching.ts). At a dead point nothing closes beyond,
 * and there is no bridge.
 *
 * Source: Keller, Lectures on Numerical Methods in Bifurcation Problems, chapter 5 (stepping over simple bifurcations).
 */
import { Bridge, Piece } from './bridge'
import type { Block } from './block'
import type { Inputs } from './inputs'
import { waysOut } from './leaving'
import type { System } from './system'
import type { MotionState } from '../mechanism/state'
import { far, farFromSingular } from './reaching'
import { otherTangent } from './tangents'
import { Walk } from './walk'

/** A position where two ways of going on meet. */
export interface Crossing {
  /** The input by whose value it is known, or -1 for time; and that value. */
  readonly parameter: number
  readonly at: number
  /** Whether the parameter rises or falls on the way there. */
  readonly direction: number
  /** Links of the block; the one that turns most from one way to the other comes first. */
  readonly links: readonly number[]
}

export interface FoundBridge {
  readonly bridge: Bridge
  /** Null where no other way goes on. */
  readonly crossing: Crossing | null
}

/** Ways out of a position, by the slopes of the unknowns, and the bridges that follow them. */
export interface WaysFrom {
  readonly ways: readonly Float64Array[]
  readonly bridges: readonly Bridge[]
  /** Null where no two ways are open. */
  readonly crossing: Crossing | null
}

const HALVINGS = 50

export class CrossingFinder {
  constructor(
    private readonly system: System,
    private readonly state: MotionState,
    private readonly inputs: Inputs,
  ) {}

  /**
   * A bridge for a block from the present position, which is closed, the way the inputs move until `to`, or null.
   * Coordinates are put back; places, rates and inputs are not.
   * @param takesOther whether the other way is taken at a crossing
   */
  find(
    block: number,
    time: number,
    to: number,
    takesOther: (crossing: Crossing) => boolean,
  ): FoundBridge | null {
    const { system, state, inputs } = this
    const moving = system.inputsOf(block, inputs).filter((k) => inputs.valueAt(k, to) !== inputs.value(k))
    if (moving.length === 0) return null
    const walk = new Walk(system, state, inputs, block, moving, time, to)
    const found = bridgeAlong(walk, takesOther)
    walk.end()
    return found
  }

  /** Ways out of a singular position in which a block starts, the first one first. */
  leave(block: number, time: number): WaysFrom {
    const { system, state, inputs } = this
    const mine = system.inputsOf(block, inputs)
    const to = soonest(mine, inputs, time)
    const moving = mine.filter((k) => inputs.valueAt(k, to) !== inputs.value(k))
    if (moving.length === 0)
      return { ways: [], bridges: [atRest(system.blocks[block], state, time)], crossing: null }
    const walk = new Walk(system, state, inputs, block, moving, time, to, true)
    const ways = waysOut(walk)
    walk.end()
    const { parameter, start: at, direction } = walk
    const links = linksFrom(system.blocks[block], ways[0]?.most ?? 0)
    return {
      ways: ways.map(({ slopes }) => slopes),
      bridges: ways.map(({ bridge }) => bridge),
      crossing: ways.length > 1 ? { parameter, at, direction, links } : null,
    }
  }
}

/** When one of the inputs moves first, sought ever further ahead; the start when none does. */
function soonest(mine: readonly number[], inputs: Inputs, time: number): number {
  for (let ahead = FIRST_LOOK; ahead < LAST_LOOK; ahead *= 2)
    if (mine.some((k) => inputs.valueAt(k, time + ahead) !== inputs.value(k))) return time + ahead
  return time
}

const FIRST_LOOK = 1e-3
const LAST_LOOK = 1e5

/** What nothing moves stays where it is. */
function atRest({ unknowns }: Block, { q }: MotionState, time: number): Bridge {
  const zero = new Float64Array(unknowns.length)
  const value = Float64Array.from(unknowns, (link) => q[link])
  const [from, to] = [time - LAST_LOOK, time + LAST_LOOK].map((at) => ({
    at,
    value,
    slope: zero,
    bend: zero,
  }))
  return new Bridge(-1, [new Piece(from, to)], [0, 0])
}

/** Links of a block, one of its unknowns first. */
function linksFrom({ unknowns }: Block, most: number): number[] {
  return [unknowns[most], ...unknowns.filter((_, i) => i !== most)]
}

function bridgeAlong(walk: Walk, takesOther: (crossing: Crossing) => boolean): FoundBridge | null {
  const { block, origin } = walk
  const before = Math.sign(block.regularity)
  const beyond = far(walk, origin)
  if (!beyond) return null
  const { piece, branch } = beyond
  const crossing = before === branch ? null : crossingOn(walk, piece, before)
  const pieces = crossing && takesOther(crossing.crossing) ? crossing.other : [piece]
  const after = crossing && pieces !== crossing.other ? branch : crossing ? crossing.otherBranch : branch
  return {
    bridge: new Bridge(walk.parameter, pieces, [before, after]),
    crossing: crossing?.crossing ?? null,
  }
}

interface FoundCrossing {
  readonly crossing: Crossing
  /** The bridge by the other way. */
  readonly other: readonly Piece[]
  readonly otherBranch: number
}

/** Where on a bridge the determinant changes its sign, and the other way from there; null when there is none. */
function crossingOn(walk: Walk, piece: Piece, before: number): FoundCrossing | null {
  const { block, parameter } = walk
  let low = 0
  let high = 1
  const place = (share: number) => {
    const at = piece.from.at + share * (piece.to.at - piece.from.at)
    return { at, isPlaced: walk.follow(piece, at) }
  }
  for (let k = 0; k < HALVINGS; k++) {
    const middle = (low + high) / 2
    if (!place(middle).isPlaced) return null
    if (Math.sign(block.regularity) === before) low = middle
    else high = middle
  }
  // so near that the null vectors are those of the singular position, and far enough for its matrix to be inverted
  if (!place(high + NEARBY).isPlaced) return null
  const here = piece.jet(piece.from.at + high * (piece.to.at - piece.from.at))
  const tangent = otherTangent(block, here.slope)
  if (!tangent) return null
  const other = farFromSingular(walk, { ...here, slope: tangent.slopes })
  if (!other) return null
  const { most } = tangent
  return {
    crossing: {
      parameter,
      at: here.at,
      direction: walk.direction,
      links: linksFrom(block, most),
    },
    other: [new Piece(piece.from, here), other.piece],
    otherBranch: other.branch,
  }
}

const NEARBY = 1e-5
