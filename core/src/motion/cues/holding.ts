/**
 * What holds at an instant of a run: the rows of the mechanism without those that cues have suspended, and the bonds of
 * bodies that have been taken over. Cues change rows alone; coordinates and bodies stay what they are.
 */
import type { AnyCue, Stepping } from '../../document/format/cues'
import type { Mechanism } from '../../mechanism/compile'
import { Equations } from '../../mechanism/equations'
import { jointType } from '../../mechanism/joints/registry'
import type { Owner, Row } from '../../mechanism/rows'
import type { MotionState } from '../../mechanism/state'
import { compose, FRAME, identityFrame, inverse, multiply, ORIGIN } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import { turnedAbout } from '../../maths/rigid-motion'
import type { Vector } from '../../maths/vector'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import { formatQuantity } from '../../units/format'
import { actsAtStart } from '../drivers/drivers'
import { parseQuantity } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { conditionRow } from '../../mechanism/rows'
import type { ResolvedDriver } from '../drivers/driver-type'

/** What stands further apart than this (rad, or sizes) cannot be closed again. */
const APART = 1e-6

/** A body carried by another one. */
export interface Bond {
  readonly body: string
  readonly by: string
}

export class Holding {
  /** Ids of joints, mates, relations and drivers. */
  private readonly suspended: Set<string>
  private readonly bonds = new Map<string, { by: string; rows: readonly Row[] }>()
  /** Relations that were closed again elsewhere, with their new constants. */
  private readonly renewed = new Map<string, Row>()

  constructor(
    private readonly mechanism: Mechanism,
    private readonly drivers: readonly ResolvedDriver[],
  ) {
    this.suspended = new Set(mechanism.spareRows.map(({ owner }) => owner.id))
    const { joints } = mechanism.geometry
    for (const { source } of joints) if (source.suspended) this.suspended.add(source.id)
    for (const driver of drivers) if (!actsAtStart(driver)) this.suspended.add(driver.driver)
  }

  get rows(): Row[] {
    const { rows, spareRows } = this.mechanism
    return [
      ...[...rows, ...spareRows].flatMap((row) =>
        this.suspended.has(row.owner.id) ? [] : [this.renewed.get(row.owner.id) ?? row],
      ),
      ...[...this.bonds.values()].flatMap((bond) => bond.rows),
    ]
  }

  get bonded(): Bond[] {
    return [...this.bonds].map(([body, { by }]) => ({ body, by }))
  }

  get suspendedIds(): ReadonlySet<string> {
    return this.suspended
  }

  /** A driver rests when it is suspended, or what it stands on. */
  isActing(driver: string): boolean {
    const { target } = this.drivers.find((known) => known.driver === driver)!
    return !this.suspended.has(driver) && !this.suspended.has(target)
  }

  /**
   * Applies a cue where the mechanism stands; a step moves the coordinates of its body.
   * Errors: `restore-apart`, `take-twice`, `step-held`.
   */
  apply(cue: AnyCue, state: MotionState): Result<null> {
    switch (cue.kind) {
      case 'suspend':
        for (const id of cue.targets) this.suspended.add(id)
        return succeed(null)
      case 'restore':
        return this.restore(cue.targets, state)
      case 'take':
        return this.take(cue.body, cue.by, state)
      case 'release':
        this.bonds.delete(cue.body)
        return succeed(null)
      case 'step':
        return this.step(cue, state)
      default:
        // what is seen changes nothing that holds
        return succeed(null)
    }
  }

  private restore(targets: readonly string[], state: MotionState): Result<null> {
    const { mechanism } = this
    for (const id of targets) {
      this.suspended.delete(id)
      const rows = [...mechanism.rows, ...mechanism.spareRows].filter(({ owner }) => owner.id === id)
      const relation = mechanism.relations.find(({ source }) => source.id === id)
      const equations = new Equations(mechanism, rows)
      equations.placeEveryPair(state)
      if (relation && !relation.absolute) {
        // engaged again, it holds the positions that it finds
        const [row] = rows
        this.renewed.set(id, { ...row, constant: row.constant - equations.value(state, 0) })
        continue
      }
      const gaps = rows.map((row, r) => ({ row, gap: Math.abs(equations.residual(state, r)) }))
      const worst = gaps.reduce((a, b) => (b.gap > a.gap ? b : a), { row: rows[0], gap: 0 })
      if (worst.gap > APART) {
        const unit = worst.row.weight === 1 ? 'deg' : 'mm'
        return fail({
          code: 'restore-apart',
          message: `${worst.row.owner.name} cannot be restored: its datums stand ${formatQuantity(worst.gap / worst.row.weight, unit, 2)} apart (${worst.row.direction}). Bring them together first, or let a body take the other one over where it stands.`,
          ids: [id],
        })
      }
    }
    return succeed(null)
  }

  private take(body: string, by: string, state: MotionState): Result<null> {
    const { mechanism } = this
    const index = (id: string) => mechanism.geometry.bodies.findIndex(({ source }) => source.id === id)
    const [carrier, carried] = [index(by), index(body)]
    const name = mechanism.geometry.bodies[carried].source.name
    const before = this.bonds.get(body)
    if (before) {
      const holder = mechanism.geometry.bodies[index(before.by)].source.name
      return fail({
        code: 'take-twice',
        message: `${name} is carried by ${holder} already; release it first.`,
        ids: [body, before.by],
      })
    }
    const frame = multiply(
      inverse(bodyFrame(mechanism, state, carrier)),
      bodyFrame(mechanism, state, carried),
    )
    const pair = mechanism.pairOn({ body: carrier, frame }, { body: carried, frame: identityFrame() })
    const owner: Owner = { kind: 'joint', id: body, name: `the hold on ${name}` }
    const rows = jointType('rigid')!.closing.map((condition) =>
      conditionRow(owner, pair, condition, mechanism.size),
    )
    this.bonds.set(body, { by, rows })
    return succeed(null)
  }

  /** Only a body with six freedoms of its own can be put elsewhere without moving anything else. */
  private step({ body, by, axis, turn }: Stepping, state: MotionState): Result<null> {
    const { mechanism } = this
    const { bodies } = mechanism.geometry
    const b = bodies.findIndex(({ source }) => source.id === body)
    const last = mechanism.bodyLink[b]
    if (!mechanism.floating.includes(b) || this.bonds.has(body)) {
      return fail({
        code: 'step-held',
        message: `${bodies[b].source.name} is held by a joint or carried, and cannot be put elsewhere; suspend what holds it, or release it.`,
        ids: [body],
      })
    }
    const shift = (by ?? [0, 0, 0]).map((length) => valueOf(length, 'length'))
    const now = bodyFrame(mechanism, state, b)
    const origin: Vector = [now[ORIGIN], now[ORIGIN + 1], now[ORIGIN + 2]]
    const turned = axis ? turnedAbout(origin, unit(axis), valueOf(turn ?? 0, 'angle')) : identityFrame()
    const target = multiply(turned, now)
    for (let k = 0; k < 3; k++) target[ORIGIN + k] += shift[k]
    setFloating(mechanism, state, last, bodyOffset(mechanism, b), target)
    return succeed(null)
  }
}

const valueOf = (quantity: Quantity, dimension: 'length' | 'angle'): number => {
  const read = parseQuantity(quantity, dimension)
  return read.ok ? read.value : 0
}

const unit = ([x, y, z]: readonly [number, number, number]): Vector => {
  const size = Math.hypot(x, y, z)
  return [x / size, y / size, z / size]
}

const bodyOffset = ({ bodyFrame: all }: Mechanism, body: number): Frame =>
  all.slice(FRAME * body, FRAME * body + FRAME)

function bodyFrame(mechanism: Mechanism, { world }: MotionState, body: number): Frame {
  const frame = identityFrame()
  compose(world, FRAME * mechanism.bodyLink[body], mechanism.bodyFrame, FRAME * body, frame, 0)
  return frame
}

/**
 * Sets the six coordinates of a floating body, three slides along x, y and z of its first frame and three turns about
 * x, y and z that follow each other, so that it stands at `target` in ground.
 */
function setFloating(
  mechanism: Mechanism,
  state: MotionState,
  last: number,
  offset: Frame,
  target: Frame,
): void {
  const first = last - 5
  // the first frame stands under the first slide, whose z is the x of that frame
  const base = multiply(
    mechanism.linkFrame.slice(FRAME * first, FRAME * first + FRAME),
    Float64Array.of(0, 0, 1, 1, 0, 0, 0, 1, 0, 0, 0, 0),
  )
  const moved = multiply(inverse(base), multiply(target, inverse(offset)))
  for (let k = 0; k < 3; k++) state.q[first + k] = moved[ORIGIN + k]
  // R = Rx(a) Ry(b) Rz(c); columns are stored one after the other
  state.q[first + 3] = Math.atan2(-moved[7], moved[8])
  state.q[first + 4] = Math.asin(Math.min(1, Math.max(-1, moved[6])))
  state.q[first + 5] = Math.atan2(-moved[3], moved[0])
  state.place(state.all)
}
