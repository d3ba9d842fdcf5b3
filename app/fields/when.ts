/** When something changed, as people say it: “just now”, “5 minutes ago”, “yesterday”, then the date. */
const STEPS: readonly [limit: number, unit: Intl.RelativeTimeFormatUnit, size: number][] = [
  [3600, 'minute', 60],
  [86_400, 'hour', 3600],
  [7 * 86_400, 'day', 86_400],
]

export function when(iso: string, now: Date): string {
  const seconds = (now.getTime() - new Date(iso).getTime()) / 1000
  if (seconds < 60) return 'just now'
  const words = new Intl.RelativeTimeFormat('en', { numeric: 'auto' })
  for (const [limit, unit, size] of STEPS) {
    if (seconds < limit) return words.format(-Math.floor(seconds / size), unit)
  }
  return new Date(iso).toLocaleDateString('en', { year: 'numeric', month: 'short', day: 'numeric' })
}
