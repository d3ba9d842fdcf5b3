/**
 * From anything to a mechanism document: the rules of the classes, unknown fields refused, then the references.
 * Nothing is repaired silently; every problem names its place by a JSON pointer.
 */
import { plainToInstance } from 'class-transformer'
import { validateSync } from 'class-validator'
import type { ValidationError } from 'class-validator'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { MechanismDocument } from './mechanism'
import { referenceProblems } from './references'

/** Returns the input itself, typed, when it holds; no instance of a class leaves this function. */
export function validateDocument(input: unknown): Result<MechanismDocument> {
  if (typeof input !== 'object' || input === null || Array.isArray(input)) {
    return fail({
      code: 'document-not-an-object',
      message: 'A mechanism document is a JSON object.',
      path: '',
    })
  }
  const problems = classProblems(MechanismDocument, input)
  if (problems.length > 0) return fail(...problems)
  const document = input as MechanismDocument
  const dangling = referenceProblems(document)
  return dangling.length > 0 ? fail(...dangling) : succeed(document)
}

/** Checks plain input against the rules of a class; unknown fields are problems. */
export function classProblems<T extends object>(type: new () => T, input: object): Problem[] {
  const instance = plainToInstance(type, input)
  const errors = validateSync(instance, {
    whitelist: true,
    forbidNonWhitelisted: true,
    forbidUnknownValues: true,
  })
  return errors.flatMap((error) => flattened(error, '', []))
}

function flattened(error: ValidationError, path: string, ids: readonly string[]): Problem[] {
  const here = `${path}/${error.property.replace(/~/g, '~0').replace(/\//g, '~1')}`
  const own = (error.value as { id?: unknown } | null | undefined)?.id
  const chain = typeof own === 'string' ? [...ids, own] : ids
  const mine = Object.entries(error.constraints ?? {}).map(([rule, text]) => ({
    code: rule === 'whitelistValidation' ? 'field-unknown' : 'field-invalid',
    message:
      rule === 'whitelistValidation' ? `The field “${error.property}” is not known here.` : sentence(text),
    path: here,
    ids: chain,
  }))
  return [...mine, ...(error.children ?? []).flatMap((child) => flattened(child, here, chain))]
}

const sentence = (text: string): string => (text.endsWith('.') ? text : `${text}.`)
