/** What errors of the database mean. */

const codeOf = (error: unknown): string => String((error as { code?: unknown } | null)?.code ?? '')
const messageOf = (error: unknown): string => String((error as { message?: unknown } | null)?.message ?? '')

/** Another transaction was in the way; trying again helps. */
export const inTheWay = (error: unknown): boolean => /^ER_(LOCK_DEADLOCK|CHECKREAD)$/.test(codeOf(error))

/** The connection ended, or nothing came over it for too long: what was asked last may have been done. */
export const isLost = (error: unknown): boolean =>
  /^(ECONN|EPIPE|ETIMEDOUT|PROTOCOL_CONNECTION_LOST|PROTOCOL_SEQUENCE_TIMEOUT|ER_SERVER_SHUTDOWN|ER_CONNECTION_KILLED)/.test(
    codeOf(error),
  ) || /connection is in closed state/.test(messageOf(error))

/** There is no connection to be had, or none for these users. */
export const isUnreachable = (error: unknown): boolean =>
  isLost(error) ||
  /^(ENOTFOUND|EAI_AGAIN|EHOSTUNREACH|ER_ACCESS_DENIED|ER_DBACCESS_DENIED|ER_BAD_DB|ER_CON_COUNT)/.test(
    codeOf(error),
  ) ||
  (error as { name?: unknown } | null)?.name === 'KnexTimeoutError'

/** It took the database too long, and it has undone what it did. */
export const isBusy = (error: unknown): boolean =>
  /^ER_(LOCK_WAIT_TIMEOUT|STATEMENT_TIMEOUT|QUERY_TIMEOUT|QUERY_INTERRUPTED|LOCK_DEADLOCK|CHECKREAD)/.test(
    codeOf(error),
  )
