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
const WARM_UP = 600

/** Median after warming up. */
export function warmMedian(rounds: number, work: () => void): number {
  for (const end = performance.now() + WARM_UP; performance.now() < end;) work()
  return median(rounds, work)
}
