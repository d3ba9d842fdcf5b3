/** Which panels are open over those of the stage, and which tool of each dock. */
export type BuildTab = 'parts' | 'place' | 'datums' | 'files' | 'overlaps'
/** What the left panel of the Prove stage shows. */
export type ProofTab = 'checks' | 'probes' | 'clearance' | 'space' | 'facts' | 'report'
/** What the left panel of the Present stage shows. */
export type PresentTab = 'shots' | 'seen' | 'films' | 'hand-over'
export type ConnectTab = 'joint' | 'mate' | 'relation' | 'contact' | 'spring' | 'poses'

export const usePanelsStore = defineStore('panels', () => {
  const mobility = ref(false)
  const palette = ref(false)
  /** The keys of all actions, to be changed. */
  const keys = ref(false)
  /** The control desk, beside the timing chart. */
  const desk = ref(false)
  const build = ref<BuildTab>('parts')
  const connect = ref<ConnectTab>('joint')
  const proof = ref<ProofTab>('checks')
  const present = ref<PresentTab>('shots')
  return { proof, present, mobility, palette, keys, desk, build, connect }
})
