/** The pair of bodies that is looked at: going to its worst place, leaving it out, measuring it, making a check of it. */
import {
  addCheck,
  addProbe,
  dimensions,
  formatQuantity,
  ignorePair,
  lookAtPair,
  namePair,
  reasons,
  unnamePair,
} from '@ligamen/core'
import type { MechanismDocument, PairClearance } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { usePanelsStore } from '~/model/screen/panels'
import { useSelectionStore } from '~/model/screen/selection'
import { keyOf, useClearanceStore } from './clearance'
import { worstTime } from './clearance-words'

export function usePairs() {
  const mechanism = useMechanismStore()
  const playback = usePlaybackStore()
  const selection = useSelectionStore()
  const clearance = useClearanceStore()
  const fault = ref('')
  const namesOf = ({ a, b }: Pick<PairClearance, 'a' | 'b'>) =>
    `${mechanism.nameOf(a)} – ${mechanism.nameOf(b)}`

  async function edit(words: string, change: (draft: MechanismDocument) => void): Promise<boolean> {
    const refused = await mechanism.edit(words, change)
    fault.value = reasons(refused)
    return refused.length === 0
  }

  return {
    fault,
    namesOf,
    /** Looks at a pair, at its worst place; once more looks away. */
    choose(pair: PairClearance) {
      const key = keyOf(pair)
      clearance.chosen = clearance.chosen === key ? null : key
      if (clearance.chosen === null) return
      selection.selectAll([pair.a, pair.b].map((id) => ({ kind: 'body' as const, id })))
      playback.goTo(worstTime(pair))
    },
    ignore(pair: PairClearance) {
      clearance.chosen = null
      return edit(`Leave ${namesOf(pair)} out`, (draft) => ignorePair(draft, pair.a, pair.b))
    },
    lookAgain: (a: string, b: string) =>
      edit(`Look at ${namesOf({ a, b })} again`, (draft) => lookAtPair(draft, a, b)),
    lookOnly: (a: string, b: string) =>
      edit(`Look only at ${namesOf({ a, b })}`, (draft) => namePair(draft, a, b)),
    noLongerOnly: (a: string, b: string) =>
      edit(`No longer only ${namesOf({ a, b })}`, (draft) => unnamePair(draft, a, b)),
    async measure({ a, b }: PairClearance) {
      const name = `Clearance of ${mechanism.nameOf(a)} and ${mechanism.nameOf(b)}`.slice(0, 110)
      let id = ''
      const isMade = await edit(`Measure ${name}`, (draft) => {
        id = addProbe(draft, { kind: 'clearance', name, body: a, other: b })
      })
      if (!isMade) return
      usePanelsStore().proof = 'probes'
      selection.select('probe', id)
    },
    async check({ a, b, nearest }: PairClearance) {
      const name = `${mechanism.nameOf(a)} clear of ${mechanism.nameOf(b)}`.slice(0, 110)
      const found = nearest?.distance ?? 0
      const { unit } = dimensions.length
      const lower = found > 0 ? { lower: formatQuantity(found, unit, 2) } : {}
      let id = ''
      const isMade = await edit(`New check ${name}`, (draft) => {
        id = addCheck(draft, { kind: 'clear', name, body: a, other: b, ...lower })
      })
      if (!isMade) return
      usePanelsStore().proof = 'checks'
      selection.select('check', id)
    },
  }
}
