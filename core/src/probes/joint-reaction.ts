/** Components of what the two bodies of a joint do to each other, for the probes of its force and moment. */
import type { Probe } from '../document/format/probes'
import type { AllReactions } from '../dynamics/all-reactions'
import type { ForceReader } from '../dynamics/force-reader'
import { directionInGround } from '../dynamics/loads/points'
import type { Mechanism } from '../mechanism/compile'
import type { MotionState } from '../mechanism/state'
import type { Measure } from '../motion/take'
import { succeed } from '../result'
import type { Problem, Result } from '../result'
import { listed } from '../wording'
import { unknown, unsuited } from './probe-type'

const MOMENT = 0
const FORCE = 3

/**
 * What the first body of a joint does to the second at the joint's first datum: along an axis of the datum `from`, else of the joint's
 * first datum; its size where no axis is named. Error: `probe-freedom` where both bodies move as one.
 */
export function reactionOf(
  mechanism: Mechanism,
  probe: Probe,
  path: string,
  forces: ForceReader | null,
  part: 'force' | 'moment',
): Result<Measure> {
  const joint = mechanism.geometry.joints.findIndex(({ source }) => source.id === probe.joint)
  const { type, idle, from, source } = mechanism.geometry.joints[joint]
  if (type.freedoms.length === 0 || idle)
    return unsuited(
      probe,
      `${path}/joint`,
      `${source.name} makes its bodies one, so that what passes through it cannot be told; measure a joint that moves.`,
    )
  const first = part === 'force' ? FORCE : MOMENT
  const { linkB, frameB } = mechanism.pairOf(null, probe.from ?? from.source.id)
  const axis = probe.along === undefined ? -1 : 'xyz'.indexOf(probe.along)
  const onLink = [0, 1, 2].map((k) => frameB[3 * axis + k]) as [number, number, number]
  const direction = new Float64Array(3)
  const valueOf = (state: MotionState, reactions: AllReactions): number => {
    const { wrenches } = reactions
    const at = 6 * joint + first
    if (axis < 0) return Math.hypot(wrenches[at], wrenches[at + 1], wrenches[at + 2])
    directionInGround(state, linkB, onLink, direction)
    return [0, 1, 2].reduce((sum, k) => sum + direction[k] * wrenches[at + k], 0)
  }
  /** Components that are not unique, and whether one of them carries something. */
  let doubtful: Float64Array[] | null = null
  let sharing: readonly string[] = []
  return succeed({
    channel: { key: probe.id, name: probe.name, dimension: part === 'force' ? 'force' : 'torque' },
    read(state, _, out, at) {
      unknown(out, at)
      const reactions = forces?.reactionsOf(state)
      if (!reactions) return
      out[at] = valueOf(state, reactions)
      if (sharing.length > 0) return
      doubtful ??= (axis < 0 ? [0, 1, 2].map((k) => unit(first + k)) : [along(first, direction)]).filter(
        (one) => !reactions.isUnique(joint, one),
      )
      if (doubtful.some((one) => reactions.carries(joint, one))) sharing = reactions.sharing(joint)
    },
    note: () => (sharing.length > 0 ? shared(probe, source.name, sharing, path) : null),
  })
}

const unit = (k: number): Float64Array => Float64Array.from({ length: 6 }, (_, i) => (i === k ? 1 : 0))

function along(first: number, direction: Float64Array): Float64Array {
  const out = new Float64Array(6)
  out.set(direction, first)
  return out
}

/** Code: `reaction-shared`. */
const shared = (probe: Probe, name: string, others: readonly string[], pointer: string): Problem => ({
  code: 'reaction-shared',
  message: `${probe.name}: ${name} carries this together with ${listed(others)}; rigid bodies do not determine how it is shared. Shown is the smallest share that fits. To make it definite, replace one of these joints by one with more freedoms.`,
  pointer,
  ids: [probe.id, probe.joint!],
})
