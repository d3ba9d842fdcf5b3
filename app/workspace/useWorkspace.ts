/**
 * Opens a mechanism into the stores, with its last take, and with the edits that a crash or a lost connection left in the
 * journal.
 */
import { watchDebounced } from '@vueuse/core'
import { api } from '~/model/document/api'
import { journal } from '~/model/document/journal'
import { storedTakes } from '~/model/run/kept-takes'
import { meshes } from '~/model/meshes/meshes'
import { useRunStore } from '~/model/run/run'
import { useMechanismStore } from '~/model/document/mechanism'
import { useSavingStore } from '~/model/document/saving'
import { useSelectionStore } from '~/model/screen/selection'
import { stageFor, STAGES, useStageStore } from '~/model/screen/stage'
import type { Stage } from '~/model/screen/stage'
import { useVisibilityStore } from '~/model/screen/visibility'

export function useWorkspace(id: string) {
  const mechanism = useMechanismStore()
  const saving = useSavingStore()
  const run = useRunStore()
  const stage = useStageStore()
  const visibility = useVisibilityStore()
  const route = useRoute()
  const project = ref({ id: '', name: '' })
  /** Why the mechanism could not be opened. */
  const failure = ref('')
  const recovered = ref(false)

  async function open() {
    failure.value = ''
    const answer = await api.open(id)
    if (!answer.ok) {
      failure.value = answer.refusal.detail
      return
    }
    const stored = answer.value
    project.value = stored.project
    saving.begin(id, stored)
    visibility.begin(id)
    const left = await journal.read(id).catch(() => undefined)
    const kept = await storedTakes.read(id).catch(() => null)
    await mechanism.open(left?.document ?? stored.document, kept)
    enter()
    if (!left) return
    recovered.value = true
    if (left.revision === stored.revision) saving.noteEdit(left.document)
    else {
      saving.resumeInConflict(left.document, {
        revision: stored.revision,
        changedAt: stored.changedAt,
        theirs: stored.document,
      })
    }
  }

  async function takeTheirs() {
    const theirs = await saving.takeTheirs()
    if (theirs) await mechanism.open(theirs)
  }

  /** Stores our version as a mechanism of its own and returns its id, or null with `failure` told by the bar. */
  async function keepAsCopy(): Promise<string | null> {
    const mine = mechanism.document
    const copy = await api.copyMechanism(id)
    if (!mine || !copy.ok) return null
    const saved = await api.save(copy.value.id, 1, { ...mine, name: `${mine.name} copy` })
    if (!saved.ok) return null
    await saving.takeTheirs()
    return copy.value.id
  }

  /** The stage of the address, else the one that suits what is there. */
  function enter() {
    const asked = route.query.stage as Stage | undefined
    stage.go(asked && STAGES.includes(asked) ? asked : stageFor(mechanism.document))
  }
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
    () => stage.stage,
    (now) => void navigateTo({ query: { ...route.query, stage: now } }, { replace: true }),
  )

  onMounted(() => {
    mechanism.prepare()
    return open()
  })
  onBeforeUnmount(() => {
    void saving.save()
    mechanism.close()
    useSelectionStore().clear()
  })
  return { project, failure, recovered, open, takeTheirs, keepAsCopy }
}
