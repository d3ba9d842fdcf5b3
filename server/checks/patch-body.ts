/** What a patch may hold (RFC 6902). Moving and copying are left out: a few copies of copies grow without end. */
import { classProblems } from '@ligamen/core'
import type { Problem } from '@ligamen/core'
import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import type { Operation } from 'fast-json-patch'

const MOST_OPERATIONS = 50_000
const OPERATIONS = ['add', 'remove', 'replace', 'test']

class PatchOperation {
  @IsIn(OPERATIONS, { message: `op must be one of ${OPERATIONS.join(', ')}` }) op!: string
  @IsString({ message: 'path must be text' })
  @MaxLength(1000, { message: 'path must have at most 1000 characters' })
  path!: string
  @IsOptional() value?: unknown
}

/** The operations of a patch, or what is wrong with them; the pointers are into the patch. */
export function operationsOf(patch: readonly unknown[]): readonly Operation[] | { problems: Problem[] } {
  const wrong = (message: string, pointer: string) => ({
    problems: [{ code: 'patch-unfitting', message, pointer }],
  })
  if (patch.length > MOST_OPERATIONS) return wrong(`A patch has at most ${MOST_OPERATIONS} operations.`, '')
  for (const [k, operation] of patch.entries()) {
    if (typeof operation !== 'object' || operation === null)
      return wrong('An operation must be an object.', `/${k}`)
    const problems = classProblems(PatchOperation, operation)
    if (problems.length > 0)
      return { problems: problems.map((one) => ({ ...one, pointer: `/${k}${one.pointer ?? ''}` })) }
  }
  return patch as readonly Operation[]
}
