/** What forces need to know of a mechanism in a scenario: its masses and its loads. */
import type { Chain } from '../mechanism/chain'
import type { Mechanism } from '../mechanism/compile'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import type { ImportedMeshes } from '../geometry/imported-meshes'
import { CoordinateLoad } from './loads/coordinate-load'
import type { Loads } from './loads/loads'
import { resolveLoads } from './loads/resolve'
import { bodyMasses, linkMasses } from './masses'
import type { LinkMasses } from './masses'
import { impossibleMasses } from './possible-masses'

export interface Physics {
  readonly masses: LinkMasses
  readonly loads: Loads
}

/** Energies since the start of a free motion [J]. */
export interface Energies {
  readonly kinetic: number
  /** Of weight, springs and stops. */
  readonly stored: number
  /** What friction, damping and impacts took, less what efforts brought in. */
  readonly lost: number
  /** What drivers brought in. */
  readonly driven: number
}

/**
 * Masses and loads of a scenario, made anew for every run.
 * @param index of the scenario in the document
 * Errors: those of the loads, `mass-negative`, `inertia-impossible`.
 */
export function physicsOf(
  mechanism: Mechanism,
  index: number,
  imported: ImportedMeshes = () => undefined,
): Result<Physics> {
  const loads = resolveLoads(mechanism, index)
  if (!loads.ok) return loads
  const bodies = bodyMasses(mechanism, imported)
  const impossible = impossibleMasses(mechanism.geometry, bodies)
  if (impossible.length > 0) return fail(...impossible)
  return succeed(physics(mechanism, linkMasses(mechanism, bodies), loads.value))
}

/** Rotors of motors belong to the masses. */
export function physics(chain: Chain, masses: LinkMasses, loads: Loads): Physics {
  const rotors = new Float64Array(chain.links)
  for (const load of loads.acting)
    if (load instanceof CoordinateLoad && load.coordinate.link >= 0)
      rotors[load.coordinate.link] += load.law.inertia ?? 0
  return { masses: { ...masses, rotors }, loads }
}
