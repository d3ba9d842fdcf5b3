/** Picking datums on the model: who wants the next pick, and what the pointer offers. */
import { midwayOf } from './midway'
import { namedDatumsOf } from '~/model/picking/named-datums'
import type { NamedDatum } from '~/model/picking/named-datums'
import { useMechanismStore } from '../document/mechanism'

/** A place that can be picked, by name or by pointing. */
export type Candidate = NamedDatum

interface Wanted {
  /** "Second pick of the joint". */
  readonly what: string
  readonly take: (pick: Candidate) => void
}

export const usePickingStore = defineStore('picking', () => {
  const mechanism = useMechanismStore()
  /** Datums that the parts offer by name, worked out once for all fields that list them. */
  const named = computed<readonly Candidate[]>(() => {
    const { document } = mechanism
    return document ? document.bodies.flatMap((body) => namedDatumsOf(document, body)) : []
  })
  const wanted = shallowRef<Wanted | null>(null)
  const offered = shallowRef<Candidate | null>(null)
  /** Why the place under the pointer gives no datum. */
  const refusal = ref('')
  /** Frames that are marked on the model: what the open maker has picked. */
  const picked = shallowRef<readonly Candidate[]>([])
  /** Two faces are picked, and the place midway between them counts. */
  const midway = ref(false)
  const face = shallowRef<Candidate | null>(null)

  function want(what: string, take: (pick: Candidate) => void) {
    wanted.value = { what, take }
    face.value = null
  }
  function stop() {
    wanted.value = null
    offered.value = null
    face.value = null
    refusal.value = ''
  }
  /** A pick is made; of two faces it is the place midway that counts. */
  function give(found: Candidate) {
    if (!midway.value) {
      wanted.value?.take(found)
      return
    }
    if (!face.value) {
      face.value = found
      return
    }
    const between = midwayOf(face.value, found)
    face.value = null
    if (between.ok) wanted.value?.take(between.value)
    else refusal.value = between.problems[0]!.message
  }
  return { named, give, wanted, offered, refusal, picked, midway, face, want, stop }
})
