/**
 * What the journal has of a mechanism that this page opens: read before the server is asked, and offered whatever the server
 * answers.
 */
import type { MechanismDocument } from '@ligamen/core'
import { compare } from 'fast-json-patch'
import type { OpenedMechanism } from '~~/shared/api'
import { api } from '~/model/document/api'
import type { Answer } from '~/model/document/api'
import { handOver } from '~/model/document/hand-over'
import { journal } from '~/model/document/journal'
import type { LeftBehind } from '~/model/document/journal'
import { newId } from '~/model/document/new-id'
import { useSavingStore } from '~/model/document/saving'

/** The longest name of a mechanism [characters]. */
const LONGEST_NAME = 120

export function useRecovery(id: string) {
  const saving = useSavingStore()
  /** What was found; null for nothing. */
  const left = shallowRef<LeftBehind | null>(null)
  /** Why our version could not be kept. */
  const fault = ref('')
  // one that was sent and whose answer was lost is not made twice
  const copyId = newId()

  async function look(): Promise<void> {
    try {
      left.value = (await journal.read(id)) ?? null
    } catch {
      left.value = null
      saving.keepsNothing()
    }
  }

  /** Goes on with the edits that were found over what the server has; returns whether they are saved from here. */
  async function resume(stored: OpenedMechanism): Promise<boolean> {
    const entry = left.value?.entry
    if (!entry) return false
    if (compare(stored.document, entry.document).length === 0) {
      await saving.letGo()
      return false
    }
    if (await startsFrom(stored)) {
      saving.noteEdit(entry.document)
      return true
    }
    const { revision, changedAt, document } = stored
    saving.resumeInConflict(entry.document, { revision, changedAt, theirs: document })
    return false
  }

  /** Whether the edits start from what the server has: from that revision, or from the one that their own last save made. */
  async function startsFrom({ revision }: OpenedMechanism): Promise<boolean> {
    const { revision: from, save } = left.value!.entry!
    if (from === revision) return true
    if (save === undefined) return false
    const made = await api.saved(id, save)
    return made.ok && made.value.revision === revision
  }

  /** Stores a version as a mechanism of its own, in its project or, when that is gone, in a new one. Returns its id. */
  async function keepAsNew(
    mine: MechanismDocument,
    project: { id: string; name: string },
  ): Promise<string | null> {
    const document = { ...mine, name: `${mine.name} copy`.slice(0, LONGEST_NAME) }
    const first = await api.bring(project.id, copyId, document)
    const answer =
      first.ok || first.refusal.status !== 404 ? first : await inNewProject(project.name, document)
    fault.value = answer.ok ? '' : answer.refusal.detail
    if (!answer.ok) return null
    await saving.letGo()
    await discard()
    return copyId
  }

  /** The project is taken away again when the mechanism cannot be stored. */
  async function inNewProject(name: string, document: MechanismDocument): Promise<Answer<{ id: string }>> {
    const made = await api.createProject(name || 'Kept edits')
    if (!made.ok) return made
    const answer = await api.bring(made.value.id, copyId, document)
    if (!answer.ok) await api.removeProject(made.value.id)
    return answer
  }

  async function discard(): Promise<void> {
    if (left.value) await journal.discard(left.value).catch(() => undefined)
    left.value = null
  }

  return { left, fault, look, resume, keepAsNew, discard, download: () => left.value && handOver(left.value) }
}
