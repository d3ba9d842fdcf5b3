/**
 * The JSON Schema of a mechanism document, made from the rules of its classes: what a rule checks beyond a schema's reach
 * (units, references) is said in its description.
 */
import { MechanismDocument } from '../format/mechanism'
import { fieldsOf } from '../rules/check'
import type { Field } from '../rules/check'
import type { Constructor, NestedType } from '../rules/nested'

export type Schema = Readonly<Record<string, unknown>>

const QUANTITY: Schema = {
  description: 'A number of SI units, or text with a unit such as "40 mm".',
  type: ['number', 'string'],
}
const NUMBER: Schema = { type: 'number' }
const list = (items: Schema, least: number, most: number): Schema => ({
  type: 'array',
  items,
  minItems: least,
  maxItems: most,
})

/** Schemas of the rules by their names. */
const RULES: Readonly<Record<string, (constraints: readonly unknown[]) => Schema>> = {
  isString: () => ({ type: 'string' }),
  isNotEmpty: () => ({ minLength: 1 }),
  maxLength: ([most]) => ({ maxLength: most }),
  matches: ([pattern]) => ({ type: 'string', pattern: (pattern as RegExp).source }),
  isBoolean: () => ({ type: 'boolean' }),
  isInt: () => ({ type: 'integer' }),
  min: ([least]) => ({ minimum: least }),
  max: ([most]) => ({ maximum: most }),
  isIn: ([values]) => ({ enum: values }),
  isKindOf: ([kinds]) => ({ enum: (kinds as () => readonly string[])() }),
  equals: ([value]) => ({ const: value }),
  isArray: () => ({ type: 'array' }),
  isHexColor: () => ({ type: 'string', pattern: '^#?([0-9a-fA-F]{3,4}|[0-9a-fA-F]{6}|[0-9a-fA-F]{8})$' }),
  isQuantity: () => QUANTITY,
  isSpan: () => ({
    description: 'A time in seconds, text with a unit such as "0.4 s", or a share such as "20 %".',
    type: ['number', 'string'],
  }),
  isNumber: () => NUMBER,
  isPoint: () => list(QUANTITY, 3, 3),
  isAcceleration: () => list(QUANTITY, 3, 3),
  isOrientation: () => list(NUMBER, 4, 4),
  isDirection: () => list(NUMBER, 3, 3),
  isInertia: () => list(NUMBER, 6, 6),
  isRatio: () => ({ type: 'number', not: { const: 0 } }),
  areDimensions: () => ({ type: 'object', additionalProperties: QUANTITY }),
  areOptions: () => ({ type: 'object', additionalProperties: { type: 'string' } }),
  arePoints: ([least, most]) => list(list(QUANTITY, 3, 3), least as number, most as number),
  areTimedValues: ([least, most]) => list(list(QUANTITY, 2, 3), least as number, most as number),
  arePairs: ([least, most]) => list(list(QUANTITY, 2, 2), least as number, most as number),
  areRisingPairs: ([least, most]) => list(list(NUMBER, 2, 2), least as number, most as number),
  areQuantities: ([most]) => list(QUANTITY, 0, most as number),
  areIds: () => ({ type: 'array', items: { type: 'string' }, uniqueItems: true }),
}

/** The schema of the whole document, with a definition for each of its classes. */
export function documentSchema(): Schema {
  const definitions: Record<string, Schema> = {}
  const root = define(MechanismDocument, definitions)
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Ligamen mechanism document, version 1',
    ...root,
    $defs: definitions,
  }
}

function define(type: Constructor, definitions: Record<string, Schema>): Schema {
  const properties: Record<string, Schema> = {}
  const required: string[] = []
  for (const [name, field] of fieldsOf(type)) {
    properties[name] = fieldSchema(field, definitions)
    if (!field.optional) required.push(name)
  }
  return { type: 'object', properties, required, additionalProperties: false }
}

function fieldSchema({ rules, nesting }: Field, definitions: Record<string, Schema>): Schema {
  const own: Record<string, unknown> = {}
  for (const { name, constraints } of rules) {
    const schema = RULES[name]
    if (!schema) throw new Error(`The rule ${name} has no JSON Schema; add it to document/schema.ts.`)
    Object.assign(own, schema(constraints))
  }
  if (!nesting) return own
  const entry = reference(nesting.type(), definitions)
  return nesting.most === null ? entry : { type: 'array', items: entry, maxItems: nesting.most }
}

function reference(type: NestedType, definitions: Record<string, Schema>): Schema {
  if (typeof type !== 'function') {
    return { oneOf: Object.values(type).map((kind) => reference(kind, definitions)) }
  }
  if (!definitions[type.name]) {
    // noted before it is made, for classes that hold themselves
    definitions[type.name] = {}
    definitions[type.name] = define(type, definitions)
  }
  return { $ref: `#/$defs/${type.name}` }
}
