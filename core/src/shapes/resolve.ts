/** A part of the document turned into its shape with dimensions in metres, or the reasons why it has none. */
import type { Part } from '../document/parts'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { parseQuantity } from '../units/quantity'
import { shapeKinds, shapeType } from './registry'
import type { ShapeType } from './shape'

/** Nothing larger is taken for a part of a machine [m]. */
const LARGEST = 1000

export interface ResolvedPart {
  readonly shape: ShapeType
  /** Dimensions by name [m], all above zero. */
  readonly dimensions: Readonly<Record<string, number>>
}

/**
 * @param path JSON pointer of the part, for the problems
 * Errors: `shape-unknown`, `dimension-missing`, `dimension-unknown`, `dimension-not-positive`, `dimension-too-large`,
 * `dimensions-contradict`.
 */
export function resolvePart(part: Part, path: string): Result<ResolvedPart> {
  const shape = shapeType(part.shape)
  const problem = (code: string, dimension: string, message: string): Problem => ({
    code,
    message: `${part.name}: ${message}`,
    path: `${path}/dimensions/${dimension}`,
    ids: [part.id],
  })
  if (!shape) {
    return fail({
      code: 'shape-unknown',
      message: `${part.name}: “${part.shape}” is not a known shape; known are ${shapeKinds.join(', ')}.`,
      path: `${path}/shape`,
      ids: [part.id],
    })
  }
  const problems: Problem[] = []
  const dimensions: Record<string, number> = {}
  for (const name of Object.keys(part.dimensions)) {
    if (!Object.hasOwn(shape.dimensions, name)) {
      problems.push(
        problem('dimension-unknown', name, `a ${shape.noun.toLowerCase()} has no dimension “${name}”.`),
      )
    }
  }
  for (const [name, { label }] of Object.entries(shape.dimensions)) {
    const quantity = part.dimensions[name]
    if (quantity === undefined) {
      problems.push(problem('dimension-missing', name, `${label} is missing.`))
      continue
    }
    const read = parseQuantity(quantity, 'length')
    if (!read.ok) {
      problems.push(problem(read.problems[0].code, name, read.problems[0].message))
    } else if (read.value <= 0) {
      problems.push(
        problem('dimension-not-positive', name, `${label} is ${quantity}; it must be more than zero.`),
      )
    } else if (read.value > LARGEST) {
      problems.push(
        problem('dimension-too-large', name, `${label} is ${quantity}; at most ${LARGEST} m can be.`),
      )
    } else dimensions[name] = read.value
  }
  if (problems.length > 0) return fail(...problems)
  const contradiction = shape.contradiction(dimensions)
  return contradiction
    ? fail(problem('dimensions-contradict', contradiction.dimension, `${contradiction.message}.`))
    : succeed({ shape, dimensions })
}
