/** Which way a scenario takes at a change point. */
import type { Scenario, WayChoice } from './format/scenarios'

/** Sets the way at the change point of a joint; the first way needs no word, unless the motion starts there. */
export function takeWay(scenario: Scenario, { joint, count, way }: WayChoice, isStart: boolean): void {
  const others = (scenario.ways ?? []).filter((choice) => choice.joint !== joint || choice.count !== count)
  const ways = way === 'second' || isStart ? [...others, { joint, count, way }] : others
  if (ways.length > 0) scenario.ways = ways
  else delete scenario.ways
}
