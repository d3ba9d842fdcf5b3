/**
 * Opens a mechanism into the stores, with its last take, and with the edits that a crash or a lost connection left in the
 * journal.
 */
import { watchDebounced } from '@vueuse/core'
import type { MechanismDocument } from '@ligamen/core'
import { api } from '~/model/document/api'
import { NO_EDITS } from '~/model/document/edit-history'
import { keptEdits } from '~/model/document/kept-edits'
import { storedTakes } from '~/model/run/kept-takes'
import { meshes } from '~/model/meshes/meshes'
import { useRunStore } from '~/model/run/run'
import { useMechanismStore } from '~/model/document/mechanism'
import { useSavingStore } from '~/model/document/saving'
import { useSelectionStore } from '~/model/screen/selection'
import { stageFor, STAGES, useStageStore } from '~/model/screen/stage'
import type { Stage } from '~/model/screen/stage'
import { useVisibilityStore } from '~/model/screen/visibility'
import { useRecovery } from './useRecovery'

export function useWorkspace(id: string) {
  const mechanism = useMechanismStore()
  const saving = useSavingStore()
  const stage = useStageStore()
  const visibility = useVisibilityStore()
  const route = useRoute()
  const project = ref({ id: '', name: '' })
  /** Why the mechanism could not be opened. */
  const failure = ref('')
  const recovered = ref(false)
  const recovery = useRecovery(id)

  async function open() {
    failure.value = ''
    recovered.value = false
    await recovery.look()
    const answer = await api.open(id)
    if (!answer.ok) {
      failure.value = answer.refusal.detail
      return
    }
    const stored = answer.value
    project.value = stored.project
    saving.begin(stored)
    await show(recovery.left.value?.entry?.document ?? stored.document)
    recovered.value = await recovery.resume(stored)
  }

  /** Opens the edits that were found, without the server. */
  async function openKept() {
    const entry = recovery.left.value?.entry
    if (!entry) return
    failure.value = ''
    project.value = { ...(entry.project ?? { id: '', name: '' }) }
    saving.beginApart(id, entry.revision, project.value)
    await show(entry.document)
    saving.noteEdit(entry.document)
  }

  async function show(document: MechanismDocument) {
    visibility.begin(id)
    const kept = await storedTakes.read(id).catch(() => null)
    await mechanism.open(document, kept, await keptEdits.read(id, document).catch(() => NO_EDITS))
    enter()
  }

  async function takeTheirs() {
    const theirs = await saving.takeTheirs()
    if (theirs) await mechanism.open(theirs)
  }

  /** Stores our version as a mechanism of its own, and goes there. */
  async function keepAsNew() {
    const entry = recovery.left.value?.entry
    const mine = mechanism.document ?? entry?.document
    if (!mine) return
    const belongs = mechanism.document ? project.value : (entry?.project ?? project.value)
    const made = await recovery.keepAsNew(mine, { ...belongs })
    if (made) await navigateTo(`/mechanisms/${made}`)
  }

  /** The stage of the address, else the one that suits what is there. */
  function enter() {
    const asked = route.query.stage as Stage | undefined
    stage.enter(asked && STAGES.includes(asked) ? asked : stageFor(mechanism.document))
  }
  useKeeping(id)
  watch(
    () => stage.stage,
    (now) => void navigateTo({ query: { ...route.query, stage: now } }, { replace: true }),
  )

  onMounted(() => {
    stage.begin()
    mechanism.prepare()
    return open()
  })
  onBeforeUnmount(() => {
    void saving.save()
    mechanism.close()
    useSelectionStore().clear()
  })
  return { project, failure, recovered, recovery, open, openKept, takeTheirs, keepAsNew }
}

/** Keeps what a reload should find again: the newest take, and the edits that can be undone. */
function useKeeping(id: string) {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  watch(
    () => mechanism.document,
    (document) => document && void meshes.bring(document),
  )
  // the last take is stored when nothing newer has come for a while
  watchDebounced(
    () => run.newest,
    (newest) => newest && void storedTakes.write(id, newest).catch(() => undefined),
    { debounce: 1500 },
  )
  watch(
    () => mechanism.history,
    (history) => {
      const { document } = mechanism
      if (document) void keptEdits.write(id, document, history).catch(() => undefined)
    },
  )
}
