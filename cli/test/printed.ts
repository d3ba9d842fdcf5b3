/** What commands print, caught instead of shown: anew for each test. */
import { afterEach, beforeEach, vi } from 'vitest'

export const printed = { out: '', faults: '' }

/** Catches it in all tests of a file. */
export function catchPrinted(): void {
  beforeEach(() => {
    Object.assign(printed, { out: '', faults: '' })
    vi.spyOn(process.stdout, 'write').mockImplementation((text) => {
      printed.out += String(text)
      return true
    })
    vi.spyOn(console, 'error').mockImplementation((text) => {
      printed.faults += `${text}\n`
    })
  })
  afterEach(() => vi.restoreAllMocks())
}
