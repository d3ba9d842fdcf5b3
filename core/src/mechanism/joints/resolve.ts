/** Joints of a document with their types, leads and limits in SI. */
import type { Joint, JointFreedom } from '../../document/format/joints'
import type { MechanismDocument } from '../../document/format/mechanism'
import type { Places } from '../../geometry/places'
import { fail, succeed } from '../../result'
import type { Problem, Result } from '../../result'
import { parseQuantity, siValue } from '../../units/quantity'
import { freedomDimension } from './joint-type'
import type { JointType } from './joint-type'
import { jointKinds, jointType } from './registry'
import type { ResolvedDatum } from '../../geometry/datums'

/** What a document says of a joint's freedom, in SI, counted from its zero. */
export interface FreedomSettings {
  /** What the two datums measure where the coordinate is zero. */
  readonly zero: number
  /** -Infinity and Infinity for none. */
  readonly lower: number
  readonly upper: number
  readonly rest: number | null
}

export interface ResolvedJoint {
  readonly source: Joint
  readonly type: JointType
  readonly from: ResolvedDatum
  readonly to: ResolvedDatum
  /** Advance for a turn of a screw joint [m/rad], else 0. */
  readonly pitch: number
  /** One for each freedom of its type. */
  readonly settings: readonly FreedomSettings[]
  /** True when a rigid group holds both its bodies, so that it can neither move nor hold. */
  readonly idle: boolean
}

/** Errors: `joint-unknown`, `joint-lead`, `joint-freedom`, `limit-unit`, `limits-crossed`, `rest-outside`. */
export function resolveJoints(
  document: MechanismDocument,
  { datums, rigid }: Pick<Places, 'datums' | 'rigid'>,
): Result<ResolvedJoint[]> {
  const problems: Problem[] = []
  const setOf = new Map(rigid.flatMap((set, k) => set.map((body) => [body, k] as const)))
  const joints: ResolvedJoint[] = []
  document.joints.forEach((source, i) => {
    const from = datums.get(source.from)!
    const to = datums.get(source.to)!
    const joint = resolveJoint(source, from, to, `/joints/${i}`)
    const set = setOf.get(from.body)
    if (joint.ok) joints.push({ ...joint.value, idle: set !== undefined && set === setOf.get(to.body) })
    else problems.push(...joint.problems)
  })
  return problems.length > 0 ? fail(...problems) : succeed(joints)
}

function resolveJoint(
  source: Joint,
  from: ResolvedDatum,
  to: ResolvedDatum,
  path: string,
): Result<Omit<ResolvedJoint, 'idle'>> {
  const type = jointType(source.kind)
  const problem = (code: string, field: string, message: string): Problem => ({
    code,
    message: `${source.name}: ${message}`,
    pointer: `${path}${field}`,
    ids: [source.id],
  })
  if (!type) {
    return fail(
      problem(
        'joint-unknown',
        '/kind',
        `“${source.kind}” is not a known joint; known are ${jointKinds.join(', ')}.`,
      ),
    )
  }
  const problems: Problem[] = []
  const lead = siValue(source.lead, 'length')
  if (type.hasLead && lead === 0) {
    problems.push(problem('joint-lead', '/lead', 'a screw needs a lead other than zero, such as 5 mm.'))
  }
  if (!type.hasLead && source.lead !== undefined) {
    problems.push(problem('joint-lead', '/lead', `a ${type.noun.toLowerCase()} joint has no lead.`))
  }
  const names = type.freedoms.map(({ name }) => name)
  source.freedoms?.forEach(({ name }, k) => {
    if (names.includes(name)) return
    problems.push(
      problem(
        'joint-freedom',
        `/freedoms/${k}/name`,
        `has no freedom “${name}”; it has: ${names.join(', ') || 'none'}.`,
      ),
    )
  })
  const settings = type.freedoms.map((freedom) => {
    const { name } = freedom
    const k = source.freedoms?.findIndex((f) => f.name === name) ?? -1
    const found = freedomSettings(source.freedoms?.[k], freedomDimension(freedom))
    if (found.ok) return found.value
    problems.push(
      ...found.problems.map((p) => problem(p.code, `/freedoms/${k}/${p.pointer}`, `${name}: ${p.message}`)),
    )
    return UNLIMITED
  })
  return problems.length > 0
    ? fail(...problems)
    : succeed({ source, type, from, to, pitch: lead / (2 * Math.PI), settings })
}

const UNLIMITED: FreedomSettings = { zero: 0, lower: -Infinity, upper: Infinity, rest: null }

/** Errors: `limit-unit`, `limits-crossed`; their paths are the names of the fields. */
function freedomSettings(
  source: JointFreedom | undefined,
  dimension: 'length' | 'angle',
): Result<FreedomSettings> {
  if (!source) return succeed(UNLIMITED)
  const read = (field: 'zero' | 'lower' | 'upper' | 'rest', none: number): Result<number> => {
    const quantity = source[field]
    if (quantity === undefined) return succeed(none)
    const value = parseQuantity(quantity, dimension)
    return value.ok
      ? value
      : fail({ code: 'limit-unit', message: `${field}: ${value.problems[0].message}`, pointer: field })
  }
  const zero = read('zero', 0)
  const lower = read('lower', -Infinity)
  const upper = read('upper', Infinity)
  const rest = read('rest', NaN)
  if (!zero.ok) return zero
  if (!lower.ok) return lower
  if (!upper.ok) return upper
  if (!rest.ok) return rest
  if (lower.value > upper.value) {
    return fail({
      code: 'limits-crossed',
      message: `the lower limit ${source.lower} lies above the upper limit ${source.upper}; exchange them.`,
      pointer: 'lower',
    })
  }
  if (rest.value < lower.value || rest.value > upper.value) {
    return fail({
      code: 'rest-outside',
      message: `the rest position ${source.rest} lies outside the limits.`,
      pointer: 'rest',
    })
  }
  return succeed({
    zero: zero.value,
    lower: lower.value,
    upper: upper.value,
    rest: Number.isNaN(rest.value) ? null : rest.value,
  })
}
