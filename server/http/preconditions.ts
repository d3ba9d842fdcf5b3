/**
 * What a save says in its headers, so that its body is the document, or the patch, alone: the revision that it was made from
 * (`If-Match`, RFC 9110) and an id of its own (`Idempotency-Key`), by which it is known when it comes again.
 */
import { getRequestHeader } from 'h3'
import type { H3Event } from 'h3'
import { ProblemError } from './problem'

export interface SaveHead {
  readonly revision: number
  readonly save: string
}

const REVISION = /^"?([1-9]\d{0,8})"?$/
const SAVE = /^[0-9a-f-]{36}$/

/** Errors: 428 when one is missing, 400 when one cannot be read. */
export function saveHead(event: H3Event): SaveHead {
  const revision = header(event, 'if-match', 'the revision that it was made from, such as "7"').match(
    REVISION,
  )
  if (!revision) throw unreadable('If-Match must be a revision such as "7".')
  const save = header(event, 'idempotency-key', 'an id of its own, a UUID')
  if (!SAVE.test(save)) throw unreadable('Idempotency-Key must be a UUID in small letters.')
  return { revision: Number(revision[1]), save }
}

function header(event: H3Event, name: string, meaning: string): string {
  const value = getRequestHeader(event, name)
  if (value !== undefined) return value
  throw new ProblemError(428, 'header-missing', `A save needs the header ${name}: ${meaning}.`)
}

const unreadable = (detail: string) => new ProblemError(400, 'header-unreadable', detail)
