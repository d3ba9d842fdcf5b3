/** Mechanisms that are open in the stores, as on the screen. */
import { vi } from 'vitest'
import type { MechanismDocument } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'

/** Opens a document and waits for its motion. */
export async function opened(document: MechanismDocument) {
  const mechanism = useMechanismStore()
  await mechanism.open(structuredClone(document))
  await solved()
  return mechanism
}

/** Waits until the motion on screen is that of the document on screen. */
export async function solved() {
  const run = useRunStore()
  await vi.waitFor(
    () => {
      if (run.progress !== null || run.stale || run.partial || (!run.take && !run.problem))
        throw new Error('It is not solved yet.')
    },
    { timeout: 20_000, interval: 5 },
  )
}
