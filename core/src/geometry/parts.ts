/** A part of the document turned into its shape with dimensions in SI, or the reasons why it has none. */
import type { Part } from '../document/format/parts'
import type { Vector } from '../maths/vector'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { parseQuantity } from '../units/quantity'
import type { Quantity } from '../units/quantity'
import { shapeKinds, shapeType } from '../shapes/registry'
import type { Corner } from '../shapes/plates/outline-points'
import type { DimensionSpec, Extras, ShapeType } from '../shapes/shape'

/** Nothing larger is taken for a part of a machine [m]. */
const LARGEST = 1000

/** A part with its shape and its dimensions in SI. */
export interface ResolvedPart {
  readonly shape: ShapeType
  /** Dimensions by name, in SI. */
  readonly dimensions: Readonly<Record<string, number>>
  readonly extras: Extras
}

/**
 * @param path JSON pointer of the part, for the problems
 * Errors: `shape-unknown`, `dimension-missing`, `dimension-unknown`, `dimension-not-positive`, `dimension-too-small`,
 * `dimension-too-large`, `dimension-not-whole`, `option-unknown`, `outline-missing`, `dimensions-contradict`.
 */
export function resolvePart(part: Part, path: string): Result<ResolvedPart> {
  const shape = shapeType(part.shape)
  const problem = (code: string, place: string, message: string): Problem => ({
    code,
    message: `${part.name}: ${message}`,
    pointer: `${path}/${place}`,
    ids: [part.id],
  })
  if (!shape) {
    return fail(
      problem(
        'shape-unknown',
        'shape',
        `“${part.shape}” is not a known shape; known are ${shapeKinds.join(', ')}.`,
      ),
    )
  }
  const problems: Problem[] = []
  const dimensions: Record<string, number> = {}
  const noun = shape.noun.toLowerCase()
  for (const name of Object.keys(part.dimensions)) {
    if (!Object.hasOwn(shape.dimensions, name))
      problems.push(
        problem('dimension-unknown', `dimensions/${name}`, `a ${noun} has no dimension “${name}”.`),
      )
  }
  for (const [name, spec] of Object.entries(shape.dimensions)) {
    const place = `dimensions/${name}`
    const value = readDimension(part.dimensions[name], spec)
    if (value.ok) dimensions[name] = value.value
    else problems.push(...value.problems.map(({ code, message }) => problem(code, place, message)))
  }
  const options = readOptions(part, shape, problem)
  if (!options.ok) problems.push(...options.problems)
  if (shape.outline && part.outline === undefined)
    problems.push(problem('outline-missing', 'outline', `a ${noun} needs the points of its outline.`))
  if (!shape.outline && part.outline !== undefined)
    problems.push(problem('dimension-unknown', 'outline', `a ${noun} has no outline of its own.`))
  const drawing = readDrawing(part, shape, problem)
  problems.push(...drawing.problems)
  if (problems.length > 0 || !options.ok) return fail(...problems)
  const extras = { options: options.value, ...drawing.extras }
  const contradiction = shape.contradiction(dimensions, extras)
  if (!contradiction) return succeed({ shape, dimensions, extras })
  const { dimension } = contradiction
  const drawn = { outline: 'outline', outlineHoles: 'holes' }[dimension]
  const place = drawn ?? `dimensions/${dimension}`
  return fail(problem('dimensions-contradict', place, `${contradiction.message}.`))
}

function readDimension(
  quantity: Quantity | undefined,
  { label, dimension = 'length', least, leftOut }: DimensionSpec,
): Result<number> {
  if (quantity === undefined && leftOut !== undefined) return succeed(leftOut)
  if (quantity === undefined) return fail({ code: 'dimension-missing', message: `${label} is missing.` })
  const read = parseQuantity(quantity, dimension === 'count' ? 'number' : dimension)
  if (!read.ok) return read
  const { value } = read
  if (least === undefined && value <= 0) {
    return fail({
      code: 'dimension-not-positive',
      message: `${label} is ${quantity}; it must be more than zero.`,
    })
  }
  if (least !== undefined && value < least) {
    return fail({
      code: 'dimension-too-small',
      message: `${label} is ${quantity}; it must be at least ${least}.`,
    })
  }
  if (dimension === 'count' && !Number.isInteger(value)) {
    return fail({
      code: 'dimension-not-whole',
      message: `${label} is ${quantity}; it must be a whole number.`,
    })
  }
  return value > LARGEST
    ? fail({
        code: 'dimension-too-large',
        message: `${label} is ${quantity}; at most ${LARGEST}${dimension === 'length' ? ' m' : ''} can be.`,
      })
    : succeed(value)
}

/** The outline with its arcs, corners and holes, in SI. Errors: `outline-arc`, `outline-corner`, `outline-hole`, those of quantities. */
function readDrawing(
  part: Part,
  shape: ShapeType,
  problem: (code: string, place: string, message: string) => Problem,
): {
  readonly problems: Problem[]
  readonly extras: Pick<Extras, 'outline' | 'bulges' | 'corners' | 'holes'>
} {
  const problems: Problem[] = []
  const length = (quantity: Quantity, place: string): number => {
    const read = parseQuantity(quantity, 'length')
    if (read.ok) return read.value
    problems.push(problem(read.problems[0].code, place, read.problems[0].message))
    return 0
  }
  const points = part.outline ?? []
  const outline = points.flat().map((quantity) => length(quantity, 'outline'))
  const bulges = points.map(() => 0)
  for (const [k, { from, bulge }] of (part.arcs ?? []).entries()) {
    if (from < points.length) bulges[from] = bulge
    else problems.push(problem('outline-arc', `arcs/${k}/from`, `there is no point ${from + 1} for an arc.`))
  }
  const corners = new Map<number, Corner>()
  for (const [k, { at, size, chamfer }] of (part.corners ?? []).entries()) {
    corners.set(at, {
      size: Math.max(0, length(size, `corners/${k}/size`)),
      style: chamfer ? 'chamfer' : 'round',
    })
    if (at >= points.length)
      problems.push(problem('outline-corner', `corners/${k}/at`, `there is no point ${at + 1} to treat.`))
  }
  const holes = (part.holes ?? []).map(({ x, y, toX, toY, diameter }, k) => {
    const at = `holes/${k}`
    const from = [length(x, `${at}/x`), length(y, `${at}/y`)] as const
    const to = [length(toX ?? x, `${at}/toX`), length(toY ?? y, `${at}/toY`)] as const
    return { from, to, diameter: length(diameter, `${at}/diameter`) }
  })
  if (holes.length > 0 && !shape.takesHoles)
    problems.push(
      problem('outline-hole', 'holes', `a ${shape.noun.toLowerCase()} takes no holes of its own.`),
    )
  return { problems, extras: { outline, bulges, corners, holes } }
}

/** The choices of the part, or the usual ones. */
function readOptions(
  part: Part,
  shape: ShapeType,
  problem: (code: string, place: string, message: string) => Problem,
): Result<Readonly<Record<string, string>>> {
  const specs = shape.options ?? {}
  const problems = Object.entries(part.options ?? {}).flatMap(([name, value]) => {
    const known = Object.hasOwn(specs, name) ? Object.keys(specs[name].choices) : []
    if (known.includes(value)) return []
    const message =
      known.length === 0
        ? `a ${shape.noun.toLowerCase()} has no choice “${name}”.`
        : `“${value}” is no ${specs[name].label.toLowerCase()}; known are ${known.join(', ')}.`
    return [problem('option-unknown', `options/${name}`, message)]
  })
  if (problems.length > 0) return fail(...problems)
  const options = Object.entries(specs).map(([name, { choices }]) => [
    name,
    part.options?.[name] ?? Object.keys(choices)[0],
  ])
  return succeed(Object.fromEntries(options) as Record<string, string>)
}

/** Parts with their shapes by id; those without a valid shape are left out. */
export function resolvedParts(parts: readonly Part[]): Map<string, ResolvedPart> {
  return new Map(
    parts.flatMap((part) => {
      const resolved = resolvePart(part, '')
      return resolved.ok ? [[part.id, resolved.value] as const] : []
    }),
  )
}

/** Everything a shape of its own says of a part. */
export const shapeOf = ({ shape, dimensions, extras }: ResolvedPart) => ({
  datums: () => shape.datums(dimensions, extras),
  solids: (chords: number) => shape.solids(dimensions, extras, chords),
  profiles: () => shape.profiles?.(dimensions, extras) ?? [],
  side: (across: Vector) => shape.side?.(dimensions, extras, across) ?? null,
  transmission: () => shape.transmission?.(dimensions, extras) ?? null,
})
