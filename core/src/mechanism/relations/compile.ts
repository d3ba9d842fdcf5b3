/**
 * Relations into rows. Signs of meshing come from the home pose, and so does the phase, unless the document gives one.
 */
import type { AnyRelation, CoordinateRef } from '../../document/format/relations'
import { shapeOf } from '../../geometry/parts'
import { axisOf, inverse, multiply, ORIGIN, originOf } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import { dot } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { moveTriangles } from '../../shapes/mesh/triangles'
import { CHORDS } from '../../shapes/shape'
import { fail, succeed } from '../../result'
import type { Problem, Result } from '../../result'
import { parseQuantity } from '../../units/quantity'
import type { ChainBuilder } from '../chain'
import { turn } from '../conditions'
import { coordinateOf } from '../coordinate'
import { Equations } from '../equations'
import { measured } from '../reading'
import type { Reading } from '../reading'
import type { Pair, Row, Term } from '../rows'
import type { MotionState } from '../state'
import { relationType } from './registry'
import type { Gearing } from './gearing'
import type { CarriedCoordinate, Equation, BodyParts, RelationContext } from './relation-type'
import type { TransmittingPart } from './proposal'
import type { Coordinate } from '../coordinate'
import type { Geometry } from '../geometry'
import type { ResolvedJoint } from '../joints/resolve'

export interface CompiledRelation {
  readonly source: AnyRelation
  readonly row: Row
  readonly sentence: string
  readonly gearing: Gearing | null
  /** See `Equation`. */
  readonly absolute: boolean
  readonly sides: readonly Reading[]
  readonly pressure: Equation['pressure']
}

export interface Compiling {
  readonly geometry: Geometry
  readonly builder: ChainBuilder
  /** At the home pose. */
  readonly state: MotionState
  readonly coordinates: readonly Coordinate[]
  readonly size: number
  /** What cues suspend and restore, by id: it takes part although it may be suspended. */
  readonly switched: ReadonlySet<string>
}

/** Errors: those of the relation types, with their places. */
export function compileRelations(compiling: Compiling): Result<CompiledRelation[]> {
  const problems: Problem[] = []
  const context = new Context(compiling)
  const compiled = (compiling.geometry.document.relations ?? []).flatMap((source, i): CompiledRelation[] => {
    if (source.suspended && !compiling.switched.has(source.id)) return []
    const equation = relationType(source.kind).equation(source, context)
    const phase = equation.ok ? phaseOf(source, equation.value, compiling) : equation
    if (!phase.ok || !equation.ok) {
      const found = phase.ok ? [] : phase.problems
      problems.push(
        ...found.map((p) => ({ ...p, pointer: `/relations/${i}${p.pointer ?? ''}`, ids: [source.id] })),
      )
      return []
    }
    const { sides, sentence, gearing, absolute = false, pressure } = equation.value
    const row = rowOf(source, equation.value, phase.value, compiling.size)
    return [{ source, row, sentence, gearing, absolute, sides: sides.map(({ side }) => side), pressure }]
  })
  return problems.length > 0 ? fail(...problems) : succeed(compiled)
}

function rowOf(source: AnyRelation, equation: Equation, phase: number, size: number): Row {
  const terms = equation.sides.flatMap(({ side, factor, curve }) => scaledTerms(side, factor, curve))
  const constant = equation.sides.reduce((sum, { side, factor }) => sum + factor * side.constant, 0)
  const largest = Math.max(
    ...equation.sides.map(({ side, factor }) => Math.abs(factor) * (side.dimension === 'length' ? size : 1)),
  )
  return {
    owner: { kind: 'relation', id: source.id, name: source.name },
    direction: 'relation',
    weight: 1 / largest,
    terms,
    constant: constant - phase,
  }
}

/** A curve takes the whole side as its argument, so it may have one term only. */
function scaledTerms(side: Reading, factor: number, curve: Term['curve'] = null): Term[] {
  if (!curve) return side.terms.map((term) => ({ ...term, factor: factor * term.factor }))
  const [term] = side.terms
  if (term.factor === 1) return [{ ...term, factor, curve }]
  const inner = term.factor
  return [
    {
      ...term,
      factor,
      curve: {
        evaluate: (x, out) => {
          curve.evaluate(inner * x, out)
          out[1] *= inner
          out[2] *= inner * inner
          out[3] *= inner * inner * inner
        },
      },
    },
  ]
}

function phaseOf(source: AnyRelation, equation: Equation, { state, size }: Compiling): Result<number> {
  if (source.phase !== undefined) {
    const phase = parseQuantity(source.phase, equation.dimension)
    return phase.ok
      ? phase
      : fail({
          code: 'relation-phase',
          message: `${source.name}: ${phase.problems[0].message}`,
          pointer: '/phase',
        })
  }
  if (equation.absolute) return succeed(0)
  const row = rowOf(source, equation, 0, size)
  const equations = new Equations({ ...state.mechanism, size }, [row])
  equations.placeEveryPair(state)
  return succeed(equations.value(state, 0))
}

class Context implements RelationContext {
  constructor(private readonly compiling: Compiling) {}

  nameOf({ joint }: CoordinateRef): string {
    return this.joint(joint).source.name
  }

  coordinate(ref: CoordinateRef, place: string): Result<Coordinate> {
    const { source, type, idle } = this.joint(ref.joint)
    const problem = (code: string, message: string): Result<never> =>
      fail({ code, message: `${source.name} ${message}`, pointer: place })
    if ((source.suspended && !this.compiling.switched.has(source.id)) || idle) {
      return problem(
        'relation-suspended',
        'is suspended or held by a rigid group, and has no position to relate.',
      )
    }
    const found = coordinateOf(this.compiling, ref.joint, ref.freedom)
    const names = type.freedoms.map(({ name }) => name).join(', ') || 'none'
    return found
      ? succeed(found)
      : problem('relation-freedom', `needs one of its freedoms to be named; it has: ${names}.`)
  }

  fromJoint(ref: CoordinateRef, datum: string): { pair: Pair; point: Vector } {
    const { builder, geometry } = this.compiling
    const { from } = this.joint(ref.joint)
    const to = geometry.datums.get(datum)!
    const base = builder.inGround(from.body, from.frame)
    const there = multiply(inverse(base), builder.inGround(to.body, to.frame))
    return { pair: builder.pair(from, to), point: [there[ORIGIN], there[ORIGIN + 1], there[ORIGIN + 2]] }
  }

  onCarrier(
    a: CoordinateRef,
    b: CoordinateRef,
    carrier: string | undefined,
  ): Result<readonly [CarriedCoordinate, CarriedCoordinate]> {
    const { geometry } = this.compiling
    const named =
      carrier === undefined ? undefined : geometry.bodies.findIndex(({ source }) => source.id === carrier)
    const found = named === undefined ? this.onCommonCarrier(a, b) : this.bothOn(a, b, named)
    if (found) return found
    const [first, second] = [this.joint(a.joint), this.joint(b.joint)]
    const names = [first, second].map(({ from }) => geometry.bodies[from.body].source.name)
    return fail({
      code: 'relation-carrier',
      message: `${first.source.name} and ${second.source.name} have no body in common; name the carrier that holds both centres, such as ${names[1]}.`,
      pointer: '/carrier',
    })
  }

  onCommonCarrier(
    a: CoordinateRef,
    b: CoordinateRef,
  ): Result<readonly [CarriedCoordinate, CarriedCoordinate]> | null {
    const bodiesOf = ({ from, to }: ResolvedJoint) => [from.body, to.body]
    const [first, second] = [this.joint(a.joint), this.joint(b.joint)].map(bodiesOf)
    // two joints between the same bodies: their first one carries both
    const body = first.find((one) => second.includes(one))
    return body === undefined ? null : this.bothOn(a, b, body)
  }

  onTheirOwn(a: CoordinateRef, b: CoordinateRef): Result<readonly [CarriedCoordinate, CarriedCoordinate]> {
    const sideA = this.side(a, '/a', this.joint(a.joint).from.body)
    if (!sideA.ok) return sideA
    const sideB = this.side(b, '/b', this.joint(b.joint).from.body)
    return sideB.ok ? succeed([sideA.value, sideB.value]) : sideB
  }

  valueAtHome(reading: Reading): number {
    const { state, size } = this.compiling
    const row = { owner: NO_ONE, direction: '', weight: 1, terms: reading.terms, constant: reading.constant }
    const equations = new Equations({ ...state.mechanism, size }, [row])
    equations.placeEveryPair(state)
    return equations.value(state, 0)
  }

  areOne(a: number, b: number): boolean {
    return this.compiling.builder.boundTo(a).includes(b)
  }

  partsOf(body: number): BodyParts {
    const { builder, geometry } = this.compiling
    const moving: TransmittingPart[] = []
    const solids: { readonly shape: ReturnType<typeof shapeOf>; readonly frame: Frame }[] = []
    for (const bound of builder.boundTo(body)) {
      for (const { part, id } of geometry.bodies[bound].source.parts) {
        const resolved = geometry.parts.get(part)!
        const shape = shapeOf(resolved)
        const frame = builder.inGround(bound, geometry.bodies[bound].placed.get(id)!)
        const transmission = shape.transmission()
        const { name } = geometry.document.parts.find((one) => one.id === part)!
        if (transmission) moving.push({ body: bound, placed: id, name, transmission, frame })
        solids.push({ shape, frame })
      }
    }
    return {
      moving,
      triangles: () =>
        solids.flatMap(({ shape, frame }) =>
          shape.solids(CHORDS).map(({ positions }) => moveTriangles(positions, frame)),
        ),
    }
  }

  private bothOn(
    a: CoordinateRef,
    b: CoordinateRef,
    carrier: number,
  ): Result<readonly [CarriedCoordinate, CarriedCoordinate]> {
    const sideA = this.side(a, '/a', carrier)
    if (!sideA.ok) return sideA
    const sideB = this.side(b, '/b', carrier)
    return sideB.ok ? succeed([sideA.value, sideB.value]) : sideB
  }

  /** A coordinate as the carrier sees it. */
  private side(ref: CoordinateRef, place: string, carrier: number): Result<CarriedCoordinate> {
    const coordinate = this.coordinate(ref, place)
    if (!coordinate.ok) return coordinate
    const { terms, constant, dimension, freedom, joint } = coordinate.value
    const { from, to } = this.compiling.geometry.joints[joint]
    const { builder, state } = this.compiling
    const axes = builder.inGround(from.body, from.frame)
    const main = axes.subarray(3 * freedom.axis, 3 * freedom.axis + 3)
    const about = {
      dimension: dimension,
      carrier,
      origin: [axes[ORIGIN], axes[ORIGIN + 1], axes[ORIGIN + 2]] as const,
      axis: [main[0], main[1], main[2]] as const,
    }
    if (carrier === from.body) return succeed({ ...about, terms, constant, body: to.body })
    if (carrier === to.body) {
      return succeed({
        ...about,
        terms: scaledTerms(coordinate.value, -1),
        constant: -constant,
        body: from.body,
      })
    }
    if (dimension === 'length') {
      return fail({
        code: 'relation-carrier',
        message: `${this.nameOf(ref)} slides on another body than the carrier; name one of its two bodies as the carrier.`,
        pointer: '/carrier',
      })
    }
    // the turn of the wheel against the carrier, about the wheel's axis as it is in the carrier at the home pose
    const onCarrier = { body: carrier, frame: builder.inBody(carrier, axes) }
    const turned = measured(state, builder.pair(onCarrier, to), turn)
    const origin = this.centreOn(carrier, to.body, about.axis) ?? about.origin
    return succeed({ ...about, origin, ...turned, body: to.body })
  }

  /** Where a body turns on a carrier about an axis, by the joint between the two; null where there is none. */
  private centreOn(carrier: number, body: number, axis: Vector): Vector | null {
    const { geometry, builder } = this.compiling
    const bodies = [carrier, body]
    for (const { from, to, type } of geometry.joints) {
      if (!bodies.includes(from.body) || !bodies.includes(to.body) || from.body === to.body) continue
      const frame = builder.inGround(from.body, from.frame)
      const isTurn = type.freedoms.some(
        (freedom) => freedom.motion !== 'slide' && Math.abs(dot(axisOf(frame, freedom.axis), axis)) > ALONG,
      )
      if (isTurn) return originOf(frame)
    }
    return null
  }

  private joint(id: string): ResolvedJoint {
    return this.compiling.geometry.joints.find(({ source }) => source.id === id)!
  }
}

/** Cosine above which two axes are parallel. */
const ALONG = 1 - 1e-9

const NO_ONE = { kind: 'relation', id: '', name: '' } as const
