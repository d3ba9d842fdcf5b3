/** Documents for the tests of the app. */
import type { AnyCue, MechanismDocument, Move } from '@ligamen/core'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'

/** The walking beam with its crank led by moves, each half a second long, instead of its motor. */
export function liftedBeam(moves: readonly Partial<Move>[], cues: readonly AnyCue[] = []): MechanismDocument {
  const lane = {
    id: 'lift',
    kind: 'moves' as const,
    joint: 'crank-shaft',
    moves: moves.map((move): Move => ({ duration: '0.5 s', law: 'cycloidal', ...move })),
  }
  const [scenario] = walkingBeam.scenarios
  return { ...walkingBeam, scenarios: [{ ...scenario!, drivers: [lane], cues: [...cues] }] }
}
