/** Clearances are measured on triangles and contacts touch by them, which lie beside the document: those of imported parts are sent to the solver. */
import type { MechanismDocument } from '@ligamen/core'
import { meshes } from './meshes'

/** Who measures. */
interface Measuring {
  keepMeshes(meshes: readonly (readonly [string, Float32Array])[]): void
}

/** @param solver the one that is at work; one that is started anew has no triangles */
export function useMeasuredMeshes(
  document: Ref<MechanismDocument | null>,
  solver: () => Measuring | null,
): void {
  const sent = new WeakMap<Measuring, Set<string>>()
  watch([document, meshes.loaded], () => {
    const to = solver()
    if (!to) return
    const known = sent.get(to) ?? new Set<string>()
    sent.set(to, known)
    const here = meshes.atHand(imported(document.value).filter((hash) => !known.has(hash)))
    if (here.length === 0) return
    for (const [hash] of here) known.add(hash)
    to.keepMeshes(here)
  })
}

const imported = (document: MechanismDocument | null): string[] =>
  document?.parts.flatMap(({ mesh }) => mesh ?? []) ?? []
