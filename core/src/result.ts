/**
 * Errors as values: what every fallible function of the core returns.
 *
 * A problem says what is wrong and how to mend it (`message`), for programs (`code`), where in the document
 * (`path`, a JSON pointer) and which entities are concerned (`ids`).
 */
export interface Problem {
  readonly code: string
  readonly message: string
  readonly pointer?: string
  readonly ids?: readonly string[]
  /** What the message says, for programs; which entries there are belongs to the code. */
  readonly data?: Readonly<Record<string, number | string>>
}

/** A value, or the problems why there is none. */
export type Result<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] }

/** What problems say, one sentence after the other. */
export const reasons = (problems: readonly Problem[]): string =>
  problems.map(({ message }) => message).join(' ')

/** A result that is a value. */
export const succeed = <T>(value: T): Result<T> => ({ ok: true, value })

/** A result that is problems. */
export const fail = (...problems: readonly Problem[]): Result<never> => ({ ok: false, problems })
