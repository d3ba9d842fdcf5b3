/** Reading request bodies: counted and timed while they arrive, parsed, and checked against the rules of a class. */
import { getRequestHeader } from 'h3'
import type { H3Event } from 'h3'
import { classProblems } from '@ligamen/core'
import { objectOf } from '../checks/json'
import { BODY_TIME, LARGEST_JSON } from './limits'
import { ProblemError, ruleBroken, unreadable } from './problem'

/**
 * Reads a JSON body as plain data that follows the rules of `type`, unknown fields refused.
 * Errors: those of `readBytes`, 400 not JSON, 422 rules broken.
 */
export async function readBody<T extends object>(event: H3Event, type: new () => T): Promise<T> {
  const body = objectOf(await readBytes(event, 'application/json', LARGEST_JSON))
  if (typeof body === 'string') throw unreadable(body)
  const problems = classProblems(type, body)
  if (problems.length > 0) throw ruleBroken(problems)
  return body as T
}

/**
 * Reads at most `limit` bytes of a content type; the length that is said is that of the body, as HTTP has it.
 * Errors: 415 other content, 413 too large, 408 too slow.
 */
export async function readBytes(event: H3Event, type: string, limit: number): Promise<Buffer> {
  const content = getRequestHeader(event, 'content-type')?.split(';')[0]!.trim().toLowerCase()
  if (content !== type) throw new ProblemError(415, 'content-type', `Send the body as ${type}.`)
  const length = Number(getRequestHeader(event, 'content-length') ?? 0)
  if (length > limit) throw tooLarge(limit)
  const patience = BODY_TIME.any + length * BODY_TIME.perByte
  const request = event.node.req
  const timer = setTimeout(() => request.destroy(tooSlow()), patience * 1000)
  const chunks: Buffer[] = []
  try {
    for await (const chunk of request as AsyncIterable<Buffer>) {
      chunks.push(chunk)
    }
  } finally {
    clearTimeout(timer)
  }
  return Buffer.concat(chunks)
}

const tooLarge = (limit: number): ProblemError =>
  new ProblemError(413, 'body-too-large', `The body is larger than ${Math.round(limit / 1024)} KiB.`)
const tooSlow = (): ProblemError => new ProblemError(408, 'body-too-slow', 'The body came too slowly.')
