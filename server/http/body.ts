/** Reading request bodies: counted while they arrive, parsed, and checked against the rules of a class. */
import { getRequestHeader } from 'h3'
import type { H3Event } from 'h3'
import { classProblems } from '@ligamen/core'
import { ProblemError, ruleBroken } from './problem'

/** The largest JSON body [bytes]. */
const LARGEST_JSON = 8 * 1024 * 1024

/**
 * Reads a JSON body as plain data that follows the rules of `type`, unknown fields refused.
 * Errors: 415 other content, 413 too large, 400 not JSON, 422 rules broken.
 */
export async function readBody<T extends object>(event: H3Event, type: new () => T): Promise<T> {
  const body = await readJson(event)
  if (typeof body !== 'object' || body === null || Array.isArray(body)) {
    throw new ProblemError(400, 'body-not-an-object', 'The body must be a JSON object.')
  }
  const problems = classProblems(type, body)
  if (problems.length > 0) throw ruleBroken(problems)
  return body as T
}

async function readJson(event: H3Event): Promise<unknown> {
  const content = getRequestHeader(event, 'content-type') ?? ''
  if (!/^application\/json\b/i.test(content)) {
    throw new ProblemError(415, 'content-type', 'Send the body as application/json.')
  }
  const bytes = await readBytes(event, LARGEST_JSON)
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes))
  } catch {
    throw new ProblemError(400, 'body-not-json', 'The body is not JSON text in UTF-8.')
  }
}

/** Reads at most `limit` bytes; refuses more without keeping them. */
export async function readBytes(event: H3Event, limit: number): Promise<Buffer> {
  const tooLarge = () =>
    new ProblemError(413, 'body-too-large', `The body is larger than ${Math.round(limit / 1024)} KiB.`)
  if (Number(getRequestHeader(event, 'content-length') ?? 0) > limit) throw tooLarge()
  const chunks: Buffer[] = []
  let size = 0
  for await (const chunk of event.node.req as AsyncIterable<Buffer>) {
    size += chunk.length
    if (size > limit) throw tooLarge()
    chunks.push(chunk)
  }
  return Buffer.concat(chunks)
}
