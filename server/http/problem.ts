/** Errors as RFC 9457 problem details. Services throw a `ProblemError`; `route` turns it into the answer. */
import { setResponseHeaders, setResponseStatus } from 'h3'
import type { H3Event } from 'h3'
import { discardRest } from './discard'
import type { Problem } from '@ligamen/core'
import { isBusy, isUnreachable } from '../database/faults'

const TITLES: Readonly<Record<number, string>> = {
  400: 'The request cannot be read',
  403: 'That is not allowed',
  404: 'Not found',
  405: 'That method does not apply here',
  409: 'The mechanism has changed meanwhile',
  411: 'The length is missing',
  413: 'The request is too large',
  415: 'That content type is not accepted here',
  421: 'That is not a name of this server',
  422: 'The request breaks a rule',
  428: 'A header is missing',
  429: 'Too many requests',
  500: 'The server failed',
  503: 'That is not possible at the moment',
}

export interface ProblemDetails {
  type: string
  title: string
  status: number
  detail: string
  /** What breaks a rule, and where. */
  problems?: readonly Problem[]
  [extension: string]: unknown
}

export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    detail: string,
    readonly extensions: Readonly<Record<string, unknown>> = {},
    /** The stored document as JSON text, passed on as it is. */
    readonly document?: string,
  ) {
    super(detail)
  }
}

export const notFound = (what: string, id: string): ProblemError =>
  new ProblemError(404, 'not-found', `There is no ${what} with the id “${id}”; it may have been deleted.`)

export const ruleBroken = (problems: readonly Problem[]): ProblemError =>
  new ProblemError(422, 'rule-broken', problems[0]?.message ?? 'The request breaks a rule.', { problems })

const UNREADABLE = {
  'not-json': ['body-not-json', 'The body is not JSON text in UTF-8.'],
  'not-an-object': ['body-not-an-object', 'The body must be a JSON object.'],
  'not-a-patch': ['body-not-a-patch', 'The body must be a JSON Patch: a list of operations.'],
} as const satisfies Readonly<Record<string, readonly [code: string, detail: string]>>

export const unreadable = (fault: keyof typeof UNREADABLE): ProblemError => {
  const [code, detail] = UNREADABLE[fault]
  return new ProblemError(400, code, detail)
}

/** An error as an answer. */
export interface ProblemText {
  readonly status: number
  readonly headers: Readonly<Record<string, string>>
  /** JSON. */
  readonly text: string
}

export function problemText(error: unknown): ProblemText {
  const problem = asProblem(error)
  if (problem.status >= 500) console.error(error)
  const details: ProblemDetails = {
    type: `about:blank#${problem.code}`,
    title: TITLES[problem.status] ?? 'Error',
    status: problem.status,
    detail: problem.message,
    ...problem.extensions,
  }
  const text = JSON.stringify(details)
  const { allow } = problem.extensions
  return {
    status: problem.status,
    headers: {
      'content-type': 'application/problem+json',
      'cache-control': 'no-store',
      ...(AGAIN.has(problem.status) && { 'retry-after': '1' }),
      ...(typeof allow === 'string' && { allow }),
    },
    text: problem.document === undefined ? text : `${text.slice(0, -1)},"document":${problem.document}}`,
  }
}

/** Returns the body as JSON text. What is still to come of the request is read first, so that its sender reads the answer. */
export async function sendProblem(event: H3Event, error: unknown): Promise<string> {
  await discardRest(event.node.req)
  const { status, headers, text } = problemText(error)
  setResponseStatus(event, status)
  setResponseHeaders(event, headers)
  // what was not read of the body must not be taken for the next request
  if (!event.node.req.complete) setResponseHeaders(event, { connection: 'close' })
  return text
}

/** After these it helps to come again. */
const AGAIN = new Set([429, 503])

function asProblem(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error
  if (isBusy(error))
    return new ProblemError(
      503,
      'database-busy',
      'The database took too long; nothing was changed. Try again in a moment.',
    )
  if (isUnreachable(error))
    return new ProblemError(
      503,
      'database-unreachable',
      'The database cannot be reached; nothing was changed. Try again in a moment.',
    )
  return new ProblemError(500, 'server-failed', 'Something failed on the server; nothing was changed.')
}
