/** Which scenarios masses and loads have a part in. */
import type { Scenario } from './format/scenarios'

/** Whether loads move what no driver prescribes: freely, or from rest to rest. */
export const isMovedByForces = ({ mode }: Pick<Scenario, 'mode'>): boolean =>
  mode === 'free' || mode === 'rest'

/** Whether its motion depends on masses and loads. */
export const needsForces = (scenario: Pick<Scenario, 'mode' | 'startAtRest'>): boolean =>
  isMovedByForces(scenario) || scenario.startAtRest === true
