/**
 * Quantities as people write them: a number of SI units, or text with a unit ("40 mm", "3/8 in", "1.5 turns",
 * "2*pi*20 mm"). The text is kept in the document; `parseQuantity` turns it into SI. Arithmetic and units are
 * those of mathjs, held to numbers, + - * / ^, brackets, pi, units and a few functions.
 */
import {
  absDependencies,
  addDependencies,
  create,
  createUnitDependencies,
  divideDependencies,
  multiplyDependencies,
  parseDependencies,
  piDependencies,
  powDependencies,
  sqrtDependencies,
  subtractDependencies,
  unaryMinusDependencies,
  unaryPlusDependencies,
  unitDependencies,
} from 'mathjs'
import type { MathNode } from 'mathjs'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { dimensions, sameExponents } from './dimension'
import type { Dimension } from './dimension'
import { SAME_EXPONENT } from './tolerances'

/** A number of SI units, or text with a unit. */
export type Quantity = number | string

/** Longer text is refused unread. */
const LONGEST = 80

/** What texts were read as: a document says the same ones again and again, and is read at every edit. */
const known = new Map<Dimension, Map<string, Result<number>>>()
/** Texts of a dimension that are remembered at most; then they are forgotten. */
const MOST_KNOWN = 4000

let engine: ReturnType<typeof create> | null = null

/** The arithmetic of mathjs, made ready on first use: that takes a quarter of a second, and most documents never ask. */
function arithmetic(): ReturnType<typeof create> {
  if (engine) return engine
  engine = create({
    absDependencies,
    addDependencies,
    createUnitDependencies,
    divideDependencies,
    multiplyDependencies,
    parseDependencies,
    piDependencies,
    powDependencies,
    sqrtDependencies,
    subtractDependencies,
    unaryMinusDependencies,
    unaryPlusDependencies,
    unitDependencies,
  })
  engine.createUnit?.('turn', { definition: '1 cycle', aliases: ['turns', 'rev', 'revs'] })
  engine.createUnit?.('rpm', { definition: '1 turn/minute' })
  // as one word they are written everywhere
  engine.createUnit?.('Nm', { definition: '1 N m' })
  engine.createUnit?.('Nmm', { definition: '1 N mm' })
  engine.import?.(trigonometry(engine))
  return engine
}

class NeedsAngle extends Error {}

/** Sines of angles with their unit, and angles from numbers: nobody has to guess what a bare number counts in. */
function trigonometry({ unit }: ReturnType<typeof create>): Record<string, (x: unknown) => unknown> {
  const of = (f: (angle: number) => number) => (x: unknown) => {
    if (typeof x === 'number') throw new NeedsAngle()
    return f((x as { toNumber(unit: string): number }).toNumber('rad'))
  }
  const angle = (f: (x: number) => number) => (x: unknown) => unit!(f(x as number), 'rad')
  const { sin, cos, tan, asin, acos, atan } = Math
  return { sin: of(sin), cos: of(cos), tan: of(tan), asin: angle(asin), acos: angle(acos), atan: angle(atan) }
}

// what looks like an exponent is none of a unit's letters
const PLAIN =
  /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*(?!e[+-]?\d)([a-z][a-z0-9/^]*(?: [a-z][a-z0-9/^]*)*)$/i
const KNOWN_NODES = new Set(['ConstantNode', 'FunctionNode', 'OperatorNode', 'ParenthesisNode', 'SymbolNode'])
/** Functions that may be written: roots of areas are lengths, angles need a unit, inverse functions give angles. */
const FUNCTIONS = ['abs', 'sqrt', 'sin', 'cos', 'tan', 'asin', 'acos', 'atan'] as const

/** What a piece of text amounts to: a value in SI and the exponents of length, time, angle and mass; null for a bare number. */
interface Evaluated {
  value: number
  exponents: Exponents | null
}

/** Exponents of length, time, angle and mass. */
export type Exponents = readonly [number, number, number, number]

interface MathUnit {
  toSI(): { value: number | null }
  /** Exponents of mass, length, time, current, temperature, luminous intensity, amount, angle, bit. */
  dimensions: number[]
}

/** Exponents of length, time, angle and mass. */
const [LENGTH, TIME, ANGLE, MASS, SPEED, TURNING, DENSITY, FORCE, TORQUE, STIFFNESS]: readonly Exponents[] = [
  [1, 0, 0, 0],
  [0, 1, 0, 0],
  [0, 0, 1, 0],
  [0, 0, 0, 1],
  [1, -1, 0, 0],
  [0, -1, 1, 0],
  [-3, 0, 0, 1],
  [1, -2, 0, 1],
  [2, -2, 0, 1],
  [0, -2, 0, 1],
]

const sized = (exponents: Exponents, sizes: Readonly<Record<string, number>>): [string, Evaluated][] =>
  Object.entries(sizes).map(([unit, value]) => [unit, { value, exponents }])

/**
 * Size in SI of plain units. The usual ones are here, so that they cost nothing; others are added when they are first met.
 * That these agree with mathjs is tested.
 */
const plainUnits = new Map<string, Evaluated>([
  ...sized(LENGTH, { m: 1, cm: 1e-2, mm: 1e-3, in: 0.0254 }),
  ...sized(ANGLE, { deg: Math.PI / 180, rad: 1, turn: 2 * Math.PI, turns: 2 * Math.PI }),
  ...sized(TIME, { s: 1, ms: 1e-3 }),
  ...sized(MASS, { kg: 1, g: 1e-3 }),
  ...sized(SPEED, { 'm/s': 1, 'mm/s': 1e-3 }),
  ...sized(TURNING, { rpm: (2 * Math.PI) / 60, 'deg/s': Math.PI / 180, 'rad/s': 1 }),
  ...sized(DENSITY, { 'kg/m^3': 1 }),
  ...sized(FORCE, { N: 1, kN: 1e3 }),
  ...sized(TORQUE, { 'N m': 1, J: 1 }),
  ...sized(STIFFNESS, { 'N/mm': 1e3, 'N/m': 1 }),
])

export const usualUnits: readonly string[] = [...plainUnits.keys()]

/**
 * Reads a quantity of the given dimension into SI (m, rad, s).
 *
 * A bare number in text counts in `unit` (by default the usual unit of the dimension). Zero is a value like any other.
 * Errors: `quantity-empty`, `quantity-not-a-number`, `quantity-unknown-unit`, `quantity-wrong-dimension`, `quantity-not-finite`.
 */
export function parseQuantity(
  quantity: Quantity,
  dimension: Dimension,
  unit: string = dimensions[dimension].unit,
): Result<number> {
  if (typeof quantity === 'number') return finite(quantity, String(quantity), dimension)
  // in documents the usual unit is meant, and nothing is longer
  if (unit !== dimensions[dimension].unit || quantity.length > LONGEST)
    return readText(quantity, dimension, unit)
  const texts = known.get(dimension) ?? new Map<string, Result<number>>()
  const before = texts.get(quantity)
  if (before) return before
  const read = readText(quantity, dimension, unit)
  if (texts.size === 0) known.set(dimension, texts)
  else if (texts.size >= MOST_KNOWN) texts.clear()
  texts.set(quantity, read)
  return read
}

function readText(quantity: string, dimension: Dimension, unit: string): Result<number> {
  const text = tidied(quantity)
  if (text === '') return fail(problem('quantity-empty', 'Nothing is written here', dimension))
  if (text.length > LONGEST) {
    return fail(problem('quantity-not-a-number', `This is longer than ${LONGEST} characters`, dimension))
  }
  const comma = commaFault(text)
  if (comma) return fail(problem('quantity-not-a-number', comma, dimension))
  const read = evaluate(text)
  if (!read.ok) {
    return fail(...read.problems.map((p) => problem(p.code, p.message, dimension)))
  }
  const { value, exponents } = read.value
  if (exponents === null) {
    const size = evaluate(`1 ${unit}`)
    return size.ok ? finite(value * size.value.value, quantity, dimension) : size
  }
  const wanted = dimensions[dimension].exponents
  if (!sameExponents(exponents, wanted)) {
    const what = Object.values(dimensions).find((d) => d.exponents.every((e, i) => e === exponents[i]))
    const is = what ? `is ${what.noun}` : 'has another unit'
    return fail(
      problem(
        'quantity-wrong-dimension',
        `“${quantity}” ${is}, not ${dimensions[dimension].noun}`,
        dimension,
      ),
    )
  }
  return finite(value, quantity, dimension)
}

/** Why commas cannot be read: 3,5 is a number, 1,000 may be one or a thousand. */
function commaFault(text: string): string | null {
  if (!text.includes(',')) return null
  const group = /(?<![\d.,])\d{1,3}(?:,\d{3})+(?![\d,])/.exec(text)
  if (group && !group[0].startsWith('0,'))
    return `“${group[0]}” can be read in two ways; write ${group[0].replaceAll(',', '.')} or ${group[0].replaceAll(',', '')}`
  return `The comma in “${text}” can’t be read; write a decimal point`
}

/**
 * A validated quantity in SI; `none` where it is left out. Throws on one that was not validated: that is an error of the
 * program, not of the document.
 */
export function siValue(quantity: Quantity | undefined, dimension: Dimension, none = 0): number {
  if (quantity === undefined) return none
  const read = parseQuantity(quantity, dimension)
  if (!read.ok) throw new Error(`Not validated: ${read.problems[0].message}`)
  return read.value
}

/** A quantity in SI; `otherwise` for one that cannot be read, where its field or its check says so. */
export function siOr(quantity: Quantity, dimension: Dimension, otherwise = 0): number {
  const read = parseQuantity(quantity, dimension)
  return read.ok ? read.value : otherwise
}

/** True when the text is a bare number, so that the unit it was meant in should be written behind it. */
export function isBareNumber(text: string): boolean {
  const read = evaluate(tidied(text))
  return read.ok && read.value.exponents === null
}

/** How many SI units one `unit` is; `unit` must be one that mathjs or this file knows. */
export function sizeOfUnit(unit: string): number {
  const read = evaluate(`1 ${unit}`)
  return read.ok ? read.value.value : Number.NaN
}

/** A value in SI with its exponents, null for none; null for text that is no quantity. */
export function quantityOf(text: string): Evaluated | null {
  const read = evaluate(text)
  return read.ok ? read.value : null
}

/** An expression as a tree; null where it cannot be read. */
export function parseExpression(text: string): MathNode | null {
  try {
    return arithmetic().parse!(tidied(text))
  } catch {
    return null
  }
}

function evaluate(text: string): Result<Evaluated> {
  const plain = PLAIN.exec(text)
  if (plain) {
    const size = plainUnits.get(plain[2]) ?? evaluateExpression(`1 ${plain[2]}`)
    if (!('ok' in size)) return succeed({ value: Number(plain[1]) * size.value, exponents: size.exponents })
    if (!size.ok) return size
    plainUnits.set(plain[2], size.value)
    return succeed({ value: Number(plain[1]) * size.value.value, exponents: size.value.exponents })
  }
  return evaluateExpression(text)
}

function evaluateExpression(text: string): Result<Evaluated> {
  let value: unknown
  try {
    const node = arithmetic().parse!(text)
    const strange = foreignPart(node)
    if (strange) {
      return fail({
        code: 'quantity-not-a-number',
        message: `“${text}” is not a number with a unit: “${strange}” can’t stand here`,
      })
    }
    value = node.compile().evaluate({})
  } catch (error) {
    if (error instanceof NeedsAngle)
      return fail({
        code: 'quantity-not-a-number',
        message: `“${text}” needs an angle with its unit, such as sin(30 deg)`,
      })
    const unknown = /Undefined symbol (\S+)/.exec(String(error))
    if (unknown && /\d/.test(text)) {
      return fail({ code: 'quantity-unknown-unit', message: `“${unknown[1]}” is not a unit known here` })
    }
    return fail({ code: 'quantity-not-a-number', message: `“${text}” is not a number with a unit` })
  }
  if (typeof value === 'number') return succeed({ value, exponents: null })
  const unit = value as Partial<MathUnit> | null
  if (unit && typeof unit.toSI === 'function' && Array.isArray(unit.dimensions)) {
    const si = unit.toSI().value
    if (si === null) {
      return fail({ code: 'quantity-not-a-number', message: `“${text}” is a unit without a number` })
    }
    const [mass, length, time, current, temperature, light, amount, angle, bit] = unit.dimensions
    const other = [current, temperature, light, amount, bit].some((e) => Math.abs(e ?? 0) > SAME_EXPONENT)
    return succeed({ value: si, exponents: other ? [NaN, NaN, NaN, NaN] : [length, time, angle, mass] })
  }
  return fail({ code: 'quantity-not-a-number', message: `“${text}” is not a number with a unit` })
}

/** The first part of an expression that is neither a number, an operator, a bracket nor a word. */
function foreignPart(root: MathNode): string | null {
  let found: string | null = null
  root.traverse((node) => {
    const isKnown = KNOWN_NODES.has(node.type)
    const isFunction = node.type === 'FunctionNode'
    const name = isFunction ? String((node as { fn?: { name?: string } }).fn?.name) : ''
    if (!isKnown || (isFunction && !FUNCTIONS.some((known) => known === name))) found ??= node.toString()
  })
  return found
}

function finite(value: number, text: string, dimension: Dimension): Result<number> {
  return Number.isFinite(value)
    ? succeed(value)
    : fail(problem('quantity-not-finite', `“${text}” is not a finite number`, dimension))
}

function problem(code: string, what: string, dimension: Dimension): Problem {
  return {
    code,
    message: `${what}. Write ${dimensions[dimension].noun} such as ${dimensions[dimension].example}.`,
  }
}

/** Not after a point or another comma; three digits behind it could be thousands, unless a 0 stands before it. */
const DECIMAL_COMMA = /(?<![\d.,])(0(?=,)|\d+(?=,(?!\d{3}(?!\d)))),(\d+)(?![\d.,])/g

function tidied(text: string): string {
  return (
    text
      .trim()
      // a decimal comma: one, between digits, not three digits before the end of the number, no point beside it
      .replace(DECIMAL_COMMA, '$1.$2')
      .replace(/[−–]/g, '-')
      .replace(/°/g, ' deg')
      .replace(/µ/g, 'u')
      .replace(/[·×]/g, '*')
      .replace(/²/g, '^2')
      .replace(/³/g, '^3')
      .replace(/\s+deg$/, ' deg')
  )
}
