/** Errors as RFC 9457 problem details. Services throw a `ProblemError`; `route` turns it into the answer. */
import { setResponseHeader, setResponseStatus } from 'h3'
import type { H3Event } from 'h3'
import type { Problem } from '@ligamen/core'

const TITLES: Readonly<Record<number, string>> = {
  400: 'The request cannot be read',
  404: 'Not found',
  405: 'That method does not apply here',
  409: 'The mechanism has changed meanwhile',
  413: 'The request is too large',
  415: 'That content type is not accepted here',
  422: 'The request breaks a rule',
  500: 'The server failed',
  503: 'The database cannot be reached',
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
  ) {
    super(detail)
  }
}

export const notFound = (what: string, id: string): ProblemError =>
  new ProblemError(404, 'not-found', `There is no ${what} with the id “${id}”; it may have been deleted.`)

export const ruleBroken = (problems: readonly Problem[]): ProblemError =>
  new ProblemError(422, 'rule-broken', problems[0]?.message ?? 'The request breaks a rule.', { problems })

export function sendProblem(event: H3Event, error: unknown): ProblemDetails {
  const problem = asProblem(error)
  if (problem.status >= 500) console.error(error)
  setResponseStatus(event, problem.status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  return {
    type: `about:blank#${problem.code}`,
    title: TITLES[problem.status] ?? 'Error',
    status: problem.status,
    detail: problem.message,
    ...problem.extensions,
  }
}

function asProblem(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error
  const code = String((error as { code?: unknown } | null)?.code ?? '')
  const name = (error as { name?: unknown } | null)?.name
  if (
    /^(ECONN|ENOTFOUND|ETIMEDOUT|PROTOCOL_CONNECTION_LOST|ER_ACCESS_DENIED)/.test(code) ||
    name === 'KnexTimeoutError'
  ) {
    return new ProblemError(
      503,
      'database-unreachable',
      'The database cannot be reached; nothing was changed. Try again in a moment.',
    )
  }
  return new ProblemError(500, 'server-failed', 'Something failed on the server; nothing was changed.')
}
