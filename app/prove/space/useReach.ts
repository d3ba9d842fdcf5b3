/** The reach of a datum while joints go through ranges: what is asked, and what was found of which mechanism. */
import { useMechanismStore } from '~/model/document/mechanism'
import type { ReachFound } from '~/workers/space/protocol'
import { askedRanges } from './ranges'
import type { Range } from './ranges'
import type { Ask } from './useSpaceWorker'

interface Found {
  readonly name: string
  readonly reached: ReachFound
  readonly of: unknown
}

export function useReach(ask: Ask) {
  const mechanism = useMechanismStore()
  const form = reactive<{ datum: string; ranges: Range[] }>({ datum: '', ranges: [] })
  const found = shallowRef<Found | null>(null)

  async function find() {
    const { document } = mechanism
    if (!document) return
    const { datum, ranges } = form
    const answer = await ask({
      type: 'reach',
      document: JSON.parse(JSON.stringify(document)),
      datum,
      ranges: askedRanges(ranges),
    })
    if (answer?.type === 'reached')
      found.value = { name: mechanism.nameOf(datum), reached: answer.reached, of: document }
  }
  function clear() {
    found.value = null
    Object.assign(form, { datum: '', ranges: [] })
  }

  return {
    form,
    found,
    isOld: computed(() => found.value !== null && found.value.of !== mechanism.document),
    find,
    clear,
  }
}
