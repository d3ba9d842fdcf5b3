/**
 * What is made of other probes by an expression, its derivatives by the chain rule: where one of the others has none, it has none.
 * Every probe that it needs, over other expressions too, is read once.
 * Errors: `probe-expression` for one that cannot be read, of a dimension without a name, or made of itself.
 */
import type { Probe } from '../document/format/probes'
import type { Mechanism } from '../mechanism/compile'
import type { MotionState } from '../mechanism/state'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { dimensionOf, dimensions } from '../units/dimension'
import type { Dimension } from '../units/dimension'
import { jetExpression } from '../units/jet-expression'
import type { Jet } from '../units/jet-expression'
import { quantityOf } from '../units/quantity'
import { defineProbe } from './probe-type'
import type { MeasureOf } from './probe-type'

/** Writes the jet of one probe into its place in `jets`. */
type Step = (state: MotionState, step: number) => void

export const expression = defineProbe({
  kind: 'expression',
  needs: { fields: ['expression'], optional: ['of'], words: 'an expression, and the probes that it names' },
  measure(mechanism, probe, path, measureOf) {
    const program = new Program(mechanism, measureOf)
    const root = program.add(probe, [])
    if (!root.ok) {
      const [problem] = root.problems
      return fail({ ...problem, pointer: `${path}/expression`, ids: [probe.id] })
    }
    const { steps, jets } = program
    const { dimension, place } = root.value
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension },
      read: (state, time, out, at) => {
        for (const step of steps) step(state, time)
        for (let k = 0; k < 3; k++) out[at + k] = jets[place + k]
      },
    })
  },
})

/** Expressions within expressions. */
const DEEPEST = 20

interface Known {
  readonly dimension: Dimension
  /** Where its jet begins. */
  readonly place: number
}

class Program {
  readonly steps: Step[] = []
  /** Three numbers for each probe that is read. */
  readonly jets: number[] = []
  private readonly jet = new Float64Array(3)
  private readonly known = new Map<string, Known>()
  private readonly probes: ReadonlyMap<string, Probe>

  constructor(
    mechanism: Mechanism,
    private readonly measureOf: MeasureOf,
  ) {
    const { probes } = mechanism.geometry.document
    this.probes = new Map(probes.map((probe) => [probe.id, probe]))
  }

  /** @param within ids of the expressions that it is part of */
  add(probe: Probe, within: readonly string[]): Result<Known> {
    const before = this.known.get(probe.id)
    if (before) return succeed(before)
    if (within.length > DEEPEST)
      return fault(
        `“${probe.name}” is part of more than ${DEEPEST} expressions within each other; write it shorter`,
      )
    if (within.includes(probe.id))
      return fault(`“${probe.name}” is made of itself; take it out of its expression`)
    const read = probe.kind === 'expression' ? this.composed(probe, [...within, probe.id]) : this.plain(probe)
    if (!read.ok) return read
    const { dimension, step } = read.value
    const known = { dimension, place: 3 * this.known.size }
    this.steps.push((state, time) => step(state, time, known.place))
    this.known.set(probe.id, known)
    return succeed(known)
  }

  private plain(probe: Probe) {
    const measure = this.measureOf(probe)
    if (!measure.ok) return measure
    const { channel, read } = measure.value
    return succeed({
      dimension: channel.dimension,
      step: (state: MotionState, time: number, place: number) => {
        read(state, time, this.jet, 0)
        this.write(place)
      },
    })
  }

  private composed({ name, expression: text = '', of = [] }: Probe, within: readonly string[]) {
    const jets = new Map<string, Jet>()
    for (const { as, probe } of of) {
      if (isTaken(as)) return fault(`“${as}” is a unit or a number; choose another name`)
      if (jets.has(as)) return fault(`“${as}” is the name of two probes; choose another for one of them`)
      const other = this.add(this.probes.get(probe)!, within)
      if (!other.ok) return other
      jets.set(as, this.jetAt(other.value))
    }
    const names = [...jets.keys()]
    const read = jetExpression(text, {
      jets,
      words: names.length > 0 ? names.join(', ') : 'names of probes',
      example: '2 * beam - 12 mm',
    })
    if (!read.ok) return fault(`${name}: ${read.problems[0].message}`)
    const { exponents, evaluate } = read.value
    const dimension = dimensionOf(exponents)
    if (!dimension) return fault(`${name}: “${text}” has a unit that has no name here`)
    return succeed({
      dimension,
      step: (_: MotionState, __: number, place: number) => {
        evaluate(0, this.jet)
        this.write(place)
      },
    })
  }

  private write(place: number): void {
    // what is divided by zero has no value
    for (let k = 0; k < 3; k++) this.jets[place + k] = Number.isFinite(this.jet[k]) ? this.jet[k] : Number.NaN
  }

  private jetAt({ dimension, place }: Known): Jet {
    const { jets } = this
    return {
      exponents: dimensions[dimension].exponents,
      evaluate: (_, out) => {
        for (let k = 0; k < 3; k++) out[k] = jets[place + k]
        out[3] = Number.NaN
      },
    }
  }
}

/** Whether a name means something of its own; units of what mechanisms have nothing to do with may be names. */
function isTaken(name: string): boolean {
  const unit = quantityOf(`1 ${name}`)
  return name === 'pi' || (unit !== null && !unit.exponents?.some(Number.isNaN))
}

const fault = (message: string) =>
  fail({ code: 'probe-expression', message: message.endsWith('.') ? message : `${message}.` })
