/** Kinds of check and what was found, in words. */
import type { CheckResult } from '@ligamen/core'
import { display } from '~/fields/display'

/** What a person chooses from. */
export const CHECK_WORDS: Readonly<Record<string, string>> = {
  band: 'A probe stays within a band',
  clear: 'Nothing overlaps, or a clearance is kept',
  reach: 'A probe reaches a value in time',
  statistic: 'Maximum, mean, RMS or period of a probe',
  limits: 'No joint comes to a limit',
  'joint-rates': 'A joint keeps its speed, acceleration or jerk',
  completes: 'The motion goes through to its end',
  mobility: 'The mobility is a number',
  redundancy: 'Nothing is redundant but what is listed',
  agrees: 'The run agrees with a reference curve',
}

/** "+3.1 mm", "−1.2 mm"; empty where nothing is measured. */
export function marginWords({ margin, dimension }: Pick<CheckResult, 'margin' | 'dimension'>): string {
  if (margin === null || dimension === null) return ''
  const text = display(margin, dimension, 0)
  return margin > 0 ? `+${text}` : text
}
