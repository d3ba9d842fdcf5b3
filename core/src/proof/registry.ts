/** The kinds of check. A new one adds its line here. */
import { addCheckNeeds } from '../document/format/checks'
import type { CheckType } from './check-type'
import { agrees } from './checks/agrees'
import { band } from './checks/band'
import { clear } from './checks/clear'
import { completes } from './checks/completes'
import { jointRates } from './checks/joint-rates'
import { limits } from './checks/limits'
import { mobility } from './checks/mobility'
import { reach } from './checks/reach'
import { redundancy } from './checks/redundancy'
import { statistic } from './checks/statistic'

const types = new Map<string, CheckType>()

for (const type of [
  band,
  clear,
  reach,
  statistic,
  limits,
  jointRates,
  completes,
  mobility,
  redundancy,
  agrees,
]) {
  types.set(type.kind, type)
  addCheckNeeds(type.kind, type.needs)
}

/** @param kind of a validated check */
export const checkType = (kind: string): CheckType => types.get(kind)!

export const checkKinds = (): string[] => [...types.keys()]
