/** Timing: medians of many rounds, in microseconds. */

/** Median duration of a piece of work [us]. */
export function median(rounds: number, work: () => void): number {
  const times: number[] = []
  for (let k = 0; k < rounds; k++) {
    const began = performance.now()
    work()
    times.push(1000 * (performance.now() - began))
  }
  return times.sort((a, b) => a - b)[rounds >> 1]
}

/** How long work is repeated before it is timed, so that it runs as compiled code [ms]. */
const WARM_UP = 1000

/** Median after warming up. */
export function warmMedian(rounds: number, work: () => void): number {
  for (const end = performance.now() + WARM_UP; performance.now() < end;) work()
  return median(rounds, work)
}

/**
 * How many times as long one piece of work takes as another: both are timed in turns, so that a machine whose speed
 * wanders is the same for both, and the middle of the ratios speaks.
 */
export function timesAsLong(rounds: number, work: () => void, other: () => void): number {
  warmMedian(1, work)
  warmMedian(1, other)
  const ratios: number[] = []
  for (let k = 0; k < rounds; k++) ratios.push(median(1, work) / median(1, other))
  return ratios.sort((a, b) => a - b)[rounds >> 1]
}
