/** A click on the arrow of the selected joint turns its motor round, while the Drive stage is open. */
import { useMechanismStore } from '~/model/document/mechanism'
import { useGesturesStore } from '~/view/pointer/gestures'
import { useScenarioEdits } from '~/timing/useScenarioEdits'

export function useMotorFlip() {
  const mechanism = useMechanismStore()
  const gestures = useGesturesStore()
  const edits = useScenarioEdits()

  /** False when the joint has no motor. */
  function flip(joint: string): boolean {
    const motor = mechanism.scenario?.drivers.find((d) => d.kind === 'motor' && d.joint === joint)
    if (!motor) return false
    void edits.alterMotor(`${mechanism.nameOf(joint)}: flip direction`, motor.id, (own) => {
      own.reversed = !own.reversed
    })
    return true
  }

  onMounted(() => gestures.handle({ jointAgain: flip }))
  onBeforeUnmount(() => gestures.handle({ jointAgain: () => false }))
}
