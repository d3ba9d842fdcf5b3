/**
 * From anything to a mechanism document: the rules of the classes, unknown fields refused, then the references.
 * Nothing is repaired silently; every problem names its place by a JSON pointer.
 */
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import { classProblems } from '../rules/check'
import { MechanismDocument } from '../format/mechanism'
import { referenceProblems } from './references'

/** Returns the input itself, typed, when it holds; no instance of a class leaves this function. */
export function validateDocument(input: unknown): Result<MechanismDocument> {
  if (typeof input !== 'object' || input === null || Array.isArray(input)) {
    return fail({
      code: 'document-not-an-object',
      message: 'A mechanism document is a JSON object.',
      pointer: '',
    })
  }
  const problems = classProblems(MechanismDocument, input)
  if (problems.length > 0) return fail(...problems)
  const document = input as MechanismDocument
  const dangling = referenceProblems(document)
  return dangling.length > 0 ? fail(...dangling) : succeed(document)
}
