/**
 * Which meetings push, stick or slide: the complementarity problem of unilateral contact with Coulomb's friction, of accelerations or of
 * rates. Of what may stick there are four unknowns: the normal force, friction both ways, and how fast it slides.
 * Source: Pfeiffer & Glocker, Multibody Dynamics with Unilateral Contacts, sections 5.3 and 8.2; Stewart & Trinkle, An implicit
 * time-stepping scheme for rigid body dynamics with inelastic collisions and Coulomb friction (1996).
 */
import { solveComplementarity } from '../../maths/complementarity'
import type { ContactResponse } from './response'
import { SOFTNESS_OF_CHOICE } from './tolerances'

/** What is asked of one meeting. */
export interface Asked {
  /** Coefficient of friction. */
  readonly coefficient: number
  /** Friction over the normal force of what slides; null of what may stick. */
  readonly slides: number | null
  /** Impulse that it has at least, as after compression. */
  readonly least: number
}

export interface Chosen {
  /** Forces by direction. */
  readonly forces: Float64Array
  /** How fast each would slide against its friction as long as contacts are soft, scaled; 0 for what sticks or was said to slide. */
  readonly loose: Float64Array
}

/** Rounds in which the softness of contacts is taken out of their forces. */
const ROUNDS = 2

const NORMAL = 0
const ALONG = 1
const BACK = 2
const SLIDING = 3

/**
 * @param right changes of gaps and of sliding without the forces, by direction
 * @returns null where the method finds nothing
 */
export function choose(
  response: ContactResponse,
  right: Float64Array,
  asked: readonly Asked[],
): Chosen | null {
  const { n, w, scale } = response
  // every unknown with its direction, its role, and its meeting
  const unknowns: { readonly meeting: number; readonly role: number }[] = []
  asked.forEach(({ slides, coefficient }, meeting) => {
    if (scale[2 * meeting] === 0) return
    unknowns.push({ meeting, role: NORMAL })
    if (slides === null && coefficient > 0 && scale[2 * meeting + 1] > 0)
      for (const role of [ALONG, BACK, SLIDING]) unknowns.push({ meeting, role })
  })
  const size = unknowns.length
  const matrix = new Float64Array(size * size)
  const q = new Float64Array(size)
  /** The direction of what an unknown does, and how much of it. */
  const signOf = (role: number): number => (role === ALONG ? 1 : role === BACK ? -1 : 0)
  const bound = (meeting: number): number =>
    (asked[meeting].coefficient * scale[2 * meeting]) / scale[2 * meeting + 1]
  for (let r = 0; r < size; r++) {
    const { meeting, role } = unknowns[r]
    const row = 2 * meeting + (role === NORMAL ? 0 : 1)
    const sign = role === NORMAL ? 1 : signOf(role)
    q[r] = sign * right[row] * scale[row]
    if (role === SLIDING) q[r] = bound(meeting) * (asked[meeting].least / scale[2 * meeting])
    for (let c = 0; c < size; c++) {
      const other = unknowns[c]
      if (role === SLIDING) {
        if (other.meeting !== meeting || other.role === SLIDING) continue
        matrix[size * r + c] = other.role === NORMAL ? bound(meeting) : -1
      } else if (other.role === SLIDING) {
        if (other.meeting === meeting && role !== NORMAL) matrix[size * r + c] = 1
      } else if (other.role === NORMAL) {
        matrix[size * r + c] = sign * response.toPress(row, other.meeting, asked[other.meeting].slides ?? 0)
      } else matrix[size * r + c] = sign * signOf(other.role) * w[n * row + 2 * other.meeting + 1]
    }
    if (role !== SLIDING) matrix[size * r + r] += SOFTNESS_OF_CHOICE
  }
  // impulses that are there in any case
  asked.forEach(({ least, slides }, meeting) => {
    if (least === 0) return
    for (let r = 0; r < size; r++) {
      const { role } = unknowns[r]
      if (role === SLIDING) continue
      const row = 2 * unknowns[r].meeting + (role === NORMAL ? 0 : 1)
      const sign = role === NORMAL ? 1 : signOf(role)
      q[r] += (sign * response.toPress(row, meeting, slides ?? 0) * least) / scale[2 * meeting]
    }
  })
  let z = solveComplementarity(matrix, q, size)
  const soft = z
  for (let round = 1; z && round < ROUNDS; round++) {
    const before: Float64Array = z
    const harder = q.map(
      (value, r) => value - (unknowns[r].role === SLIDING ? 0 : SOFTNESS_OF_CHOICE * before[r]),
    )
    z = solveComplementarity(matrix, harder, size)
  }
  if (!z) return null
  const forces = new Float64Array(n)
  const loose = new Float64Array(asked.length)
  unknowns.forEach(({ meeting, role }, k) => {
    if (role === SLIDING) loose[meeting] = soft![k]
    else if (role === NORMAL) forces[2 * meeting] += z[k] * scale[2 * meeting]
    else forces[2 * meeting + 1] += signOf(role) * z[k] * scale[2 * meeting + 1]
  })
  asked.forEach(({ least, slides }, meeting) => {
    forces[2 * meeting] += least
    if (slides !== null) forces[2 * meeting + 1] = slides * forces[2 * meeting]
  })
  return { forces, loose }
}
