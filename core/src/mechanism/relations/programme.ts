/**
 * Motion programme over another position: while the master (a) goes over one step after the other, the follower (b) changes
 * by a motion law or stays; after the last step it begins anew. With a turn for master that is a cam, mechanical or
 * electronic; where the programme ends elsewhere than it began, the follower moves on with every round, as an indexing
 * table does.
 * Source: VDI 2143 (motion programmes and laws).
 */
import { IsBoolean, IsIn, IsNotEmpty, IsOptional, IsString, MaxLength } from 'class-validator'
import { PairRelation } from '../../document/format/relations'
import { NestedList } from '../../document/rules/nested'
import { IsQuantity } from '../../document/rules/rules'
import { lawKinds, motionLaw } from '../../laws/registry'
import type { MotionLaw } from '../../laws/motion-law'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import { formatQuantity } from '../../units/format'
import { parseQuantity } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import type { Curve } from '../rows'
import { NEXT_KNOT } from '../tolerances'
import { Fit, reached } from './proposal'
import { defineRelation } from './relation-type'

/** A stretch of the master over which the follower goes to a position, or stays. */
export class ProgrammeStep {
  /** How far the master goes. */
  @IsQuantity('angle', 'length') over!: Quantity
  /** Where the follower is at its end; it stays when left out. */
  @IsOptional() @IsQuantity('angle', 'length') to?: Quantity
  /** A motion law; the 3-4-5 polynomial when left out. */
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(40) law?: string
}

/** The position of b follows that of a by a motion programme. */
export class MotionProgramme extends PairRelation {
  @IsIn(['programme']) kind!: 'programme'
  /** Position of a at which the programme begins, and of b there. */
  @IsQuantity('angle', 'length') begins!: Quantity
  @IsQuantity('angle', 'length') level!: Quantity
  @NestedList(() => ProgrammeStep, 200) steps!: ProgrammeStep[]
  /** Whether b stays before the first step and after the last one, instead of beginning anew. */
  @IsOptional() @IsBoolean() once?: boolean
}

declare module '../../document/format/relations' {
  interface RelationKinds {
    programme: MotionProgramme
  }
}

/** The law of a step that names none. */
export const PROGRAMME_LAW = 'polynomial-3-4-5'

export const programme = defineRelation<MotionProgramme>({
  kind: 'programme',
  noun: 'Motion programme',
  takes: 'two positions: of the master, then of what follows it',
  fields: MotionProgramme,
  numbers: {},
  reversible: true,
  /** Rise, dwell, return and dwell from where both are now. */
  propose(picked) {
    if (picked.length !== 2) return null
    const [a, b] = picked
    const over =
      a.motion === 'slide' ? ['40 mm', '20 mm', '40 mm', '20 mm'] : ['120 deg', '60 deg', '120 deg', '60 deg']
    const [begins, level] = [reached(a, 0), reached(b, 0)]
    const steps = [
      { over: over[0], to: reached(b, 1) },
      { over: over[1] },
      { over: over[2], to: level },
      { over: over[3] },
    ]
    return { fit: Fit.none, fields: { a: a.ref, b: b.ref, begins, level, steps }, basis: null }
  },
  equation(relation, context) {
    const a = context.coordinate(relation.a, '/a')
    if (!a.ok) return a
    const b = context.coordinate(relation.b, '/b')
    if (!b.ok) return b
    const plan = planOf(relation, a.value.dimension, b.value.dimension)
    if (!plan.ok) return plan
    const sign = relation.reversed ? -1 : 1
    const shift = a.value.constant
    const curve: Curve = {
      evaluate(x, out) {
        evaluate(plan.value, sign * (x + shift), out)
        out[1] *= sign
        out[3] *= sign
      },
    }
    const { span, steps } = plan.value
    const unit = a.value.dimension === 'angle' ? 'deg' : 'mm'
    const count = `${steps.length} ${steps.length === 1 ? 'step' : 'steps'}`
    return succeed({
      sides: [
        { side: b.value, factor: 1 },
        { side: { ...a.value, constant: 0 }, factor: -1, curve },
      ],
      dimension: b.value.dimension,
      sentence: `${context.nameOf(relation.b)} follows ${context.nameOf(relation.a)} by a programme of ${count} over ${formatQuantity(span, unit, 1)}${relation.once ? '' : ', again and again'}`,
      gearing: null,
      absolute: true,
    })
  },
})

interface Step {
  /** Position of the master at which it begins, counted from the beginning of the programme, and how far it goes. */
  readonly start: number
  readonly over: number
  readonly from: number
  readonly rise: number
  readonly law: MotionLaw
}

interface Plan {
  readonly begins: number
  readonly span: number
  readonly level: number
  /** By how much the follower moves on with every round; 0 for a programme that ends where it began. */
  readonly advance: number
  readonly once: boolean
  readonly steps: readonly Step[]
  readonly jet: Float64Array
}

/** Error: `relation-programme`. */
function planOf(
  relation: MotionProgramme,
  master: 'length' | 'angle',
  follower: 'length' | 'angle',
): Result<Plan> {
  const problem = (path: string, message: string) =>
    fail({ code: 'relation-programme', message: `${relation.name}: ${message}`, pointer: path })
  const begins = parseQuantity(relation.begins, master)
  if (!begins.ok) return problem('/begins', begins.problems[0].message)
  const level = parseQuantity(relation.level, follower)
  if (!level.ok) return problem('/level', level.problems[0].message)
  if (relation.steps.length === 0) return problem('/steps', 'a programme needs a step; add one.')
  const steps: Step[] = []
  let [start, from] = [0, level.value]
  for (const [k, step] of relation.steps.entries()) {
    const over = parseQuantity(step.over, master)
    if (!over.ok) return problem(`/steps/${k}/over`, `step ${k + 1}: ${over.problems[0].message}`)
    if (!(over.value > NEXT_KNOT))
      return problem(`/steps/${k}/over`, `step ${k + 1} goes over ${step.over}; it must be more than zero.`)
    const to = step.to === undefined ? succeed(from) : parseQuantity(step.to, follower)
    if (!to.ok) return problem(`/steps/${k}/to`, `step ${k + 1}: ${to.problems[0].message}`)
    const law = motionLaw(step.law ?? PROGRAMME_LAW)
    if (!law)
      return problem(
        `/steps/${k}/law`,
        `step ${k + 1}: “${step.law}” is not a motion law; known are ${lawKinds.join(', ')}.`,
      )
    steps.push({ start, over: over.value, from, rise: to.value - from, law })
    start += over.value
    from = to.value
  }
  return succeed({
    begins: begins.value,
    span: start,
    level: level.value,
    advance: from - level.value,
    once: relation.once === true,
    steps,
    jet: new Float64Array(4),
  })
}

/** Position of the follower with two derivatives, where the master is at `x`. */
function evaluate(plan: Plan, x: number, out: Float64Array): void {
  const { begins, span, level, advance, once, steps, jet } = plan
  let at = x - begins
  let rounds = 0
  if (!once) {
    rounds = Math.floor(at / span)
    at -= rounds * span
  }
  out[1] = 0
  out[2] = 0
  out[3] = 0
  if (at < 0 || at >= span) {
    out[0] = at < 0 ? level : level + advance
    return
  }
  let k = steps.length - 1
  while (k > 0 && steps[k].start > at) k--
  const { start, over, from, rise, law } = steps[k]
  out[0] = from + rounds * advance
  if (rise === 0) return
  law.evaluate((at - start) / over, jet)
  out[0] += rise * jet[0]
  out[1] = (rise * jet[1]) / over
  out[2] = (rise * jet[2]) / (over * over)
  out[3] = (rise * jet[3]) / (over * over * over)
}
