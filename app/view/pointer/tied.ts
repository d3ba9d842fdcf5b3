/** Which bodies hang together, by joints and rigid groups. */
import type { ModelReport } from '@ligamen/core'

/** The bodies that hang together with one, or null when something of them stays still. @param rigid bodies that are one */
export function floatingWith(
  report: ModelReport,
  still: ReadonlySet<string>,
  body: string,
  rigid: readonly (readonly string[])[] = [],
): ReadonlySet<string> | null {
  const tied = new Map<string, string[]>()
  const tie = (a: string, b: string) => tied.set(a, [...(tied.get(a) ?? []), b])
  for (const { id, from, to } of report.joints) {
    if (report.states[id] === 'suspended') continue
    tie(from, to)
    tie(to, from)
  }
  for (const [first, ...others] of rigid)
    for (const other of others) {
      tie(first!, other)
      tie(other, first!)
    }
  const seen = new Set([body])
  const waiting = [body]
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    if (still.has(id)) return null
    for (const next of tied.get(id) ?? []) {
      if (seen.has(next)) continue
      seen.add(next)
      waiting.push(next)
    }
  }
  return seen
}
