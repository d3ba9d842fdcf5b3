/** The measuring rule: two places picked on the model, and what lies between them where the bodies are now. */
import { axisOf, dot, formatQuantity, multiply, norm, originOf, subtract } from '@ligamen/core'
import type { Frame } from '@ligamen/core'
import { usePlacing } from '~/model/pose/usePlacing'
import { usePairPicks } from '~/model/picking/pair-picks'
import type { Candidate } from '~/model/picking/picking'

/** A measured number with its name. */
export interface Measured {
  readonly name: string
  readonly value: string
}

const length = (value: number) => formatQuantity(value, 'mm', 3)

/** What lies between two frames in ground. */
export function between(first: Frame, second: Frame): Measured[] {
  const gap = subtract(originOf(second), originOf(first))
  const [a, b] = [axisOf(first, 2), axisOf(second, 2)]
  const along = dot(gap, a)
  const cosine = Math.min(1, Math.abs(dot(a, b)))
  return [
    { name: 'Distance', value: length(norm(gap)) },
    { name: 'Along x', value: length(gap[0]) },
    { name: 'Along y', value: length(gap[1]) },
    { name: 'Along z', value: length(gap[2]) },
    { name: 'Along the first axis', value: length(along) },
    { name: 'Beside the first axis', value: length(Math.sqrt(Math.max(0, dot(gap, gap) - along * along))) },
    { name: 'Between the axes', value: formatQuantity(Math.acos(cosine), 'deg', 3) },
  ]
}

export const useRuleStore = defineStore('rule', () => {
  const { frames } = usePlacing()
  const picks = usePairPicks('measurement')
  const open = ref(false)

  const inGround = ({ pick, frame }: Candidate): Frame | null => {
    const body = frames.value.get(pick.body)
    return body ? multiply(body, frame) : null
  }
  const measured = computed<Measured[]>(() => {
    const [first, second] = [picks.first.value, picks.second.value]
    const round = [first, second].flatMap((pick, k) =>
      pick?.radius === undefined
        ? []
        : [{ name: `Diameter of the ${k === 0 ? 'first' : 'second'}`, value: length(2 * pick.radius) }],
    )
    const [a, b] = [first && inGround(first), second && inGround(second)]
    return a && b ? [...between(a, b), ...round] : round
  })

  function start() {
    open.value = true
    picks.clear()
    picks.pick('first')
  }
  function end() {
    open.value = false
    picks.clear()
  }
  return { ...picks, open, measured, start, end }
})
