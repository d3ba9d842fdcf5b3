/** Calls after a delay [ms]; returns how to call it off. */
export function later(delay: number, work: () => void): () => void {
  const timer = setTimeout(work, delay)
  return () => clearTimeout(timer)
}
