/** Facts: what a take shows without being asked, each as a sentence with the instant to look at. */
import type { AnyDriver } from '../../document/format/drivers'
import type { Evidence } from '../check-type'

export interface Fact {
  readonly kind: 'turn' | 'four-bar' | 'ratio' | 'quick-return' | 'dwell' | 'end' | 'limit'
  readonly sentence: string
  /** Where to look [s]; null for what holds all the time. */
  readonly time: number | null
  /** The joint that it is about, by id; null for none. */
  readonly joint: string | null
}

/** Joints that a driver of the take's scenario prescribes, by id. */
export function drivenJoints({ document, take }: Evidence): Set<string> {
  const scenario = document.scenarios.find(({ id }) => id === take.scenario)
  const joints = (scenario?.drivers ?? []).map((driver: AnyDriver) =>
    'joint' in driver ? driver.joint : undefined,
  )
  return new Set(joints.filter((id) => id !== undefined))
}

/** "1.204 s" */
export const secondsOf = (time: number): string => `${time.toFixed(3)} s`
