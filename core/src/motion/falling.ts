/** Bodies that fall and fall, since nothing is under them. */
import { FRAME, ORIGIN } from '../maths/frame'
import type { Physics } from '../dynamics/physics'
import type { Mechanism } from '../mechanism/compile'
import type { MotionState } from '../mechanism/state'
import type { Problem } from '../result'
import { formatQuantity } from '../units/format'
import { listed } from '../wording'
import { FALLS_AWAY } from './tolerances'

export class FallWatch {
  private readonly weight: number
  /** Height of each link where it was looked at first [m]. */
  private heights: Float64Array | null = null
  private readonly told = new Set<number>()

  constructor(
    private readonly mechanism: Mechanism,
    private readonly physics: Physics,
  ) {
    this.weight = Math.hypot(...physics.loads.gravity)
  }

  /** Looks at the present motion; returns what has fallen far since the start. Code: `falls-away`. */
  look(state: MotionState, time: number): Problem[] {
    if (this.weight === 0) return []
    const { mechanism, physics, told } = this
    this.heights ??= Float64Array.from({ length: mechanism.links }, (_, link) => this.heightOf(state, link))
    const { heights } = this
    const far = FALLS_AWAY * mechanism.size
    const fallen = physics.masses.heavy.filter(
      (link) => !told.has(link) && heights[link] - this.heightOf(state, link) > far,
    )
    if (fallen.length === 0) return []
    for (const link of fallen) told.add(link)
    const bodies = mechanism.geometry.bodies.filter((_, k) => fallen.includes(mechanism.bodyLink[k]))
    const names = bodies.map(({ source }) => source.name)
    return [
      {
        code: 'falls-away',
        message: `At ${time.toFixed(3)} s ${listed(names)} ${names.length > 1 ? 'have' : 'has'} fallen by more than ${formatQuantity(far, 'm', 3)}, and nothing is underneath. Join ${names.length > 1 ? 'them' : 'it'} to what holds, or give a contact with what carries.`,
        ids: bodies.map(({ source }) => source.id),
        data: { time },
      },
    ]
  }

  /** Against gravity [m]. */
  private heightOf({ world }: MotionState, link: number): number {
    const at = FRAME * link + ORIGIN
    const [x, y, z] = this.physics.loads.gravity
    return -(x * world[at] + y * world[at + 1] + z * world[at + 2]) / this.weight
  }
}
