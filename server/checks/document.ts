/**
 * Checking what is to be stored: from bytes to the text of a document that passed every check. It costs as much as it likes, so
 * it runs in a thread; see pool.ts.
 */
import { compileDocument } from '@ligamen/core'
import type { Problem } from '@ligamen/core'
// the whole of it, since Node finds no names in it
import jsonPatch from 'fast-json-patch'
import { LARGEST_JSON } from '../http/limits'
import { objectOf, valueOf } from './json'
import { packedLength, unpack } from './packing'
import { operationsOf } from './patch-body'
import { storedAs } from './stored'
import type { CheckedDocument } from './stored'

/** A whole document, or with `stored` a patch (RFC 6902) of that document; JSON in UTF-8. */
export interface CheckJob {
  readonly bytes: Uint8Array
  /** Packed; see packing.ts. */
  readonly stored?: Uint8Array
}

export type Fault = 'not-json' | 'not-an-object' | 'not-a-patch' | 'rules'

export type Checked =
  | ({ readonly ok: true } & CheckedDocument)
  | { readonly ok: false; readonly fault: Fault; readonly problems: readonly Problem[] }

export function check(job: CheckJob): Checked {
  const found = job.stored === undefined ? wholeOf(job.bytes) : patched(job.bytes, job.stored)
  if (!found.ok) return found
  const compiled = compileDocument(found.document)
  if (!compiled.ok) return refused('rules', compiled.problems)
  const stored = storedAs(compiled.value.document)
  return packedLength(stored.packed) > LARGEST_JSON ? refused('rules', [TOO_LONG]) : { ok: true, ...stored }
}

type Found = { readonly ok: true; readonly document: unknown } | Extract<Checked, { ok: false }>

const refused = (fault: Fault, problems: readonly Problem[] = []) => ({ ok: false, fault, problems }) as const

const TOO_LONG: Problem = {
  code: 'document-too-long',
  message: `The mechanism would be longer than ${LARGEST_JSON / 1024} KiB.`,
}

function wholeOf(bytes: Uint8Array): Found {
  const document = objectOf(bytes)
  return typeof document === 'string' ? refused(document) : { ok: true, document }
}

function patched(bytes: Uint8Array, stored: Uint8Array): Found {
  const patch = valueOf(bytes)
  if (patch === undefined) return refused('not-json')
  if (!Array.isArray(patch)) return refused('not-a-patch')
  const operations = operationsOf(patch)
  if ('problems' in operations) return refused('rules', operations.problems)
  let document: unknown = JSON.parse(unpack(stored))
  for (const [k, operation] of operations.entries()) {
    try {
      document = jsonPatch.applyOperation(document, operation, true).newDocument
    } catch {
      const message = 'The patch does not fit the stored mechanism: its path leads nowhere.'
      return refused('rules', [{ code: 'patch-unfitting', message, pointer: `/${k}` }])
    }
  }
  return { ok: true, document }
}
