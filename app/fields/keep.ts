/** Commits of fields that nothing can refuse. */
import type { Problem } from '@ligamen/core'

export const keep =
  <T>(set: (value: T) => void) =>
  (value: T): Promise<readonly Problem[]> => {
    set(value)
    return Promise.resolve([])
  }
