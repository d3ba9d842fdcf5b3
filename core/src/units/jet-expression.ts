/**
 * Expressions of what changes over time, such as "20 mm * sin(180 deg/s * t)". Their derivatives are exact: every
 * part of an expression is a jet (value and three derivatives), combined by the rules of differentiation. A derivative
 * that does not exist is not a number.
 *
 * Under sin, cos, tan and exp a bare time counts in seconds, and a bare number in radians: sin(2*pi*t) turns once a second.
 * Source: Griewank & Walther, Evaluating Derivatives, Taylor arithmetic.
 */
import type { MathNode } from 'mathjs'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { dimensionOf, dimensions, sameExponents } from './dimension'
import { parseExpression, quantityOf } from './quantity'
import type { Exponents } from './quantity'

/** Longer expressions are refused unread. */
export const LONGEST_EXPRESSION = 300

/** Writes value, rate, acceleration and third derivative at a time [s] into out[0..3]; what it does not know is not a number. */
export type Evaluate = (t: number, out: Float64Array) => void

/** Something that changes, with the exponents of its dimension. */
export interface Jet {
  readonly exponents: Exponents
  readonly evaluate: Evaluate
}

/** What an expression may name besides numbers and units. */
export interface Names {
  readonly jets: ReadonlyMap<string, Jet>
  /** In words: "t". */
  readonly words: string
  /** An expression of them that makes sense: "20 mm * sin(180 deg/s * t)". */
  readonly example: string
}

interface Part extends Jet {
  /** The value of a part that does not change. */
  readonly constant: number | null
}

/** Room for a value and three derivatives. */
const jet = () => new Float64Array(4)

const NUMBER: Exponents = [0, 0, 0, 0]
export const TIME: Exponents = [0, 1, 0, 0]
const ANGLE: Exponents = [0, 0, 1, 0]

class Fault extends Error {}

/** Errors: `expression`, with a sentence that says what cannot be read. */
export function jetExpression(text: string, names: Names): Result<Jet> {
  const refused = (message: string) => fail({ code: 'expression', message })
  if (text.trim() === '')
    return refused(`Nothing is written here; write a function of ${names.words}, such as ${names.example}.`)
  if (text.length > LONGEST_EXPRESSION)
    return refused(`This is longer than ${LONGEST_EXPRESSION} characters.`)
  const node = parseExpression(text)
  if (!node) return refused(`“${text}” cannot be read; brackets and operators have to be complete.`)
  try {
    return succeed(partOf(node, names))
  } catch (error) {
    if (error instanceof Fault) return refused(error.message)
    throw error
  }
}

const isNumber = (exponents: Exponents) => sameExponents(exponents, NUMBER)

/** “is a length”. */
export function named(exponents: Exponents): string {
  if (isNumber(exponents)) return 'is a number without a unit'
  const found = dimensionOf(exponents)
  return found ? `is ${dimensions[found].noun}` : 'has another unit'
}

const constantPart = (value: number, exponents: Exponents = NUMBER): Part => ({
  exponents,
  constant: value,
  evaluate(_, out) {
    out[0] = value
    out[1] = 0
    out[2] = 0
    out[3] = 0
  },
})

/** The fields of the nodes that are read. */
type Node = MathNode & {
  readonly value?: unknown
  readonly name?: string
  readonly op?: string
  readonly args?: MathNode[]
  readonly content?: MathNode
  readonly fn?: { readonly name?: string }
}

function partOf(mathNode: MathNode, names: Names): Part {
  const node = mathNode as Node
  const args = () => node.args!.map((arg) => partOf(arg, names))
  switch (node.type) {
    case 'ConstantNode':
      if (typeof node.value !== 'number') break
      return constantPart(node.value)
    case 'ParenthesisNode':
      return partOf(node.content!, names)
    case 'SymbolNode':
      return symbol(node.name!, names)
    case 'OperatorNode':
      return operation(node.op!, args())
    case 'FunctionNode':
      return applied(String(node.fn?.name), args())
  }
  throw new Fault(
    `“${node.toString()}” can’t stand here; write numbers, units, ${names.words}, + − * / ^ and functions.`,
  )
}

function symbol(name: string, { jets, words }: Names): Part {
  const jet = jets.get(name)
  if (jet) return { ...jet, constant: null }
  if (name === 'pi') return constantPart(Math.PI)
  const unit = quantityOf(`1 ${name}`)
  if (!unit) throw new Fault(`“${name}” is neither ${words}, pi nor a unit known here.`)
  return constantPart(unit.value, unit.exponents ?? NUMBER)
}

function operation(op: string, args: readonly Part[]): Part {
  if (args.length === 1) {
    if (op === '-') return product(constantPart(-1), args[0])
    if (op === '+') return args[0]
  }
  const [a, b] = args
  if (args.length === 2) {
    if (op === '+') return sum(a, b, 1)
    if (op === '-') return sum(a, b, -1)
    if (op === '*') return product(a, b)
    if (op === '/') return product(a, power(b, -1))
    if (op === '^') {
      if (b.constant === null || !isNumber(b.exponents))
        throw new Fault('An exponent has to be a fixed number; write exp(…) for growth over time.')
      return power(a, b.constant)
    }
  }
  throw new Fault(`“${op}” can’t stand here; write + − * / or ^.`)
}

/** A part that is one number need not be worked out again. */
function folded(exponents: Exponents, parts: readonly Part[], evaluate: Evaluate): Part {
  if (parts.some(({ constant }) => constant === null)) return { exponents, evaluate, constant: null }
  const out = jet()
  evaluate(0, out)
  return constantPart(out[0], exponents)
}

function sum(a: Part, b: Part, sign: 1 | -1): Part {
  if (!sameExponents(a.exponents, b.exponents))
    throw new Fault(
      `What is added has to be of one kind: the first ${named(a.exponents)}, the second ${named(b.exponents)}.`,
    )
  const right = jet()
  return folded(a.exponents, [a, b], (t, out) => {
    b.evaluate(t, right)
    a.evaluate(t, out)
    for (let k = 0; k < 4; k++) out[k] += sign * right[k]
  })
}

function product(a: Part, b: Part): Part {
  const exponents = a.exponents.map((e, k) => e + b.exponents[k]) as unknown as Exponents
  const [u, v] = [jet(), jet()]
  return folded(exponents, [a, b], (t, out) => {
    a.evaluate(t, u)
    b.evaluate(t, v)
    out[0] = u[0] * v[0]
    out[1] = u[1] * v[0] + u[0] * v[1]
    out[2] = u[2] * v[0] + 2 * u[1] * v[1] + u[0] * v[2]
    out[3] = u[3] * v[0] + 3 * (u[2] * v[1] + u[1] * v[2]) + u[0] * v[3]
  })
}

function power(a: Part, n: number): Part {
  const exponents = a.exponents.map((e) => e * n) as unknown as Exponents
  return outer(a, exponents, (x) => [
    x ** n,
    n === 0 ? 0 : n * x ** (n - 1),
    n === 0 || n === 1 ? 0 : n * (n - 1) * x ** (n - 2),
    n === 0 || n === 1 || n === 2 ? 0 : n * (n - 1) * (n - 2) * x ** (n - 3),
  ])
}

/** f(a), by the chain rule. */
function outer(a: Part, exponents: Exponents, f: Derivatives): Part {
  const u = jet()
  return folded(exponents, [a], (t, out) => {
    a.evaluate(t, u)
    const [y, first, second, third] = f(u[0])
    out[0] = y
    out[1] = first * u[1]
    out[2] = second * u[1] * u[1] + first * u[2]
    out[3] = third * u[1] ** 3 + 3 * second * u[1] * u[2] + first * u[3]
  })
}

/** Value and three derivatives of a function of one number. */
type Derivatives = (x: number) => readonly [number, number, number, number]

interface Known {
  readonly result: Exponents
  /** What it may be taken of, besides a number. */
  readonly of: readonly Exponents[]
  readonly jet: Derivatives
}

/** The derivatives of asin. */
function arc(x: number): [number, number, number] {
  const square = 1 - x * x
  return [square ** -0.5, x * square ** -1.5, (1 + 2 * x * x) * square ** -2.5]
}

const { sin, cos, tan, asin, acos, atan, exp, log, sqrt } = Math

/** Functions that are smooth wherever they are defined: one with a bend has no acceleration there. */
const KNOWN: Readonly<Record<string, Known>> = {
  sin: { result: NUMBER, of: [ANGLE, TIME], jet: (x) => [sin(x), cos(x), -sin(x), -cos(x)] },
  cos: { result: NUMBER, of: [ANGLE, TIME], jet: (x) => [cos(x), -sin(x), -cos(x), sin(x)] },
  tan: {
    result: NUMBER,
    of: [ANGLE, TIME],
    jet: (x) => {
      const [y, first] = [tan(x), 1 + tan(x) ** 2]
      return [y, first, 2 * y * first, 2 * first * (first + 2 * y * y)]
    },
  },
  asin: {
    result: ANGLE,
    of: [],
    jet: (x) => [asin(x), ...arc(x)],
  },
  acos: {
    result: ANGLE,
    of: [],
    jet: (x) => {
      const [first, second, third] = arc(x)
      return [acos(x), -first, -second, -third]
    },
  },
  atan: {
    result: ANGLE,
    of: [],
    jet: (x) => {
      const first = 1 / (1 + x * x)
      return [atan(x), first, -2 * x * first ** 2, (6 * x * x - 2) * first ** 3]
    },
  },
  exp: { result: NUMBER, of: [TIME], jet: (x) => [exp(x), exp(x), exp(x), exp(x)] },
  log: { result: NUMBER, of: [], jet: (x) => [log(x), 1 / x, -1 / (x * x), 2 / x ** 3] },
}

/** Angle of the direction (x, y) to the x axis; with r^2 = x^2 + y^2 its rate is (x y' - y x') / r^2. */
function direction(y: Part, x: Part): Part {
  if (!sameExponents(x.exponents, y.exponents))
    throw new Fault(
      `atan2 takes two of one kind: the first ${named(y.exponents)}, the second ${named(x.exponents)}.`,
    )
  const [u, v] = [jet(), jet()]
  return folded(ANGLE, [y, x], (t, out) => {
    y.evaluate(t, u)
    x.evaluate(t, v)
    const square = u[0] * u[0] + v[0] * v[0]
    out[0] = Math.atan2(u[0], v[0])
    out[1] = (v[0] * u[1] - u[0] * v[1]) / square
    const turning = 2 * (u[0] * u[1] + v[0] * v[1])
    out[2] = (v[0] * u[2] - u[0] * v[2] - out[1] * turning) / square
    const bend = 2 * (u[1] * u[1] + u[0] * u[2] + v[1] * v[1] + v[0] * v[2])
    const change = v[0] * u[3] + v[1] * u[2] - u[0] * v[3] - u[1] * v[2]
    out[3] = (change - 2 * out[2] * turning - out[1] * bend) / square
  })
}

/** Functions of two parts. */
const OF_TWO: Readonly<Record<string, (a: Part, b: Part) => Part>> = {
  hypot: (a, b) => power(sum(product(a, a), product(b, b), 1), 0.5),
  atan2: direction,
}

function applied(name: string, args: readonly Part[]): Part {
  if (Object.hasOwn(OF_TWO, name)) {
    if (args.length !== 2) throw new Fault(`“${name}” takes two, with a comma and a space between them.`)
    return OF_TWO[name](args[0], args[1])
  }
  if (args.length !== 1) throw new Fault(`“${name}” takes one number.`)
  const [a] = args
  if (name === 'sqrt') {
    const exponents = a.exponents.map((e) => e / 2) as unknown as Exponents
    return outer(a, exponents, (x) => [sqrt(x), 0.5 / sqrt(x), -0.25 * x ** -1.5, 0.375 * x ** -2.5])
  }
  if (!Object.hasOwn(KNOWN, name))
    throw new Fault(
      `“${name}” is not a function known here; known are ${[...Object.keys(KNOWN), 'sqrt', ...Object.keys(OF_TWO)].join(', ')}.`,
    )
  const { result, of, jet } = KNOWN[name]
  if (![NUMBER, ...of].some((one) => sameExponents(one, a.exponents)))
    throw new Fault(
      `${name} takes ${of.includes(ANGLE) ? 'an angle' : 'a number'}; what stands in its brackets ${named(a.exponents)}.`,
    )
  return outer(a, result, jet)
}
