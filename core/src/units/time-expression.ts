/** A position written as a function of the time t: "20 mm * sin(180 deg/s * t)", with exact rate and acceleration. */
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { dimensions, sameExponents } from './dimension'
import type { Dimension } from './dimension'
import { jetExpression, named, TIME } from './jet-expression'
import type { Evaluate, Names } from './jet-expression'

/** t is a time with its unit, so 30 deg/s * t is an angle. */
const OF_TIME: Names = {
  jets: new Map([
    [
      't',
      {
        exponents: TIME,
        evaluate(t, out) {
          out[0] = t
          out[1] = 1
          out[2] = 0
          out[3] = 0
        },
      },
    ],
  ]),
  words: 't',
  example: '20 mm * sin(180 deg/s * t)',
}

/** Errors: `expression`, with a sentence that says what cannot be read. */
export function timeExpression(text: string, dimension: Dimension): Result<Evaluate> {
  const read = jetExpression(text, OF_TIME)
  if (!read.ok) return read
  const { exponents, evaluate } = read.value
  const wanted = dimensions[dimension]
  if (sameExponents(exponents, wanted.exponents)) return succeed(evaluate)
  return fail({
    code: 'expression',
    message: `“${text}” ${named(exponents)}, not ${wanted.noun}; multiply by ${wanted.example}.`,
  })
}
