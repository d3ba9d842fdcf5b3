/**
 * The rows that are active at an instant of a run: those of the mechanism without those that cues have suspended, and the
 * bonds of bodies that have been taken over. Cues change rows alone; coordinates and bodies stay what they are.
 */
import { areDeep, leastGap } from '../../contact/facts'
import { everyContactPair, pairsOfContact } from '../../contact/pairs'
import type { ContactPair } from '../../contact/contact-pair'
import { Equations } from '../../mechanism/equations'
import type { Mechanism } from '../../mechanism/compile'
import { jointType } from '../../mechanism/joints/registry'
import { conditionRow } from '../../mechanism/rows'
import type { Owner, Row } from '../../mechanism/rows'
import type { MotionState } from '../../mechanism/state'
import { identityFrame, inverse, multiply } from '../../maths/frame'
import { fail, succeed } from '../../result'
import type { Problem, Result } from '../../result'
import { formatQuantity } from '../../units/format'
import { actsAtStart } from '../drivers/drivers'
import type { ResolvedDriver } from '../drivers/driver-type'
import { bodyFrame } from '../../mechanism/body-poses'
import { APART } from '../tolerances'

/** A body carried by another one. */
export interface Bond {
  readonly body: string
  readonly by: string
}

export class ActiveRows {
  /** Ids of joints, mates, relations, contacts and drivers. */
  private readonly suspended: Set<string>
  private readonly bonds = new Map<string, { by: string; rows: readonly Row[] }>()
  /** Relations that were closed again elsewhere, with their new constants. */
  private readonly renewed = new Map<string, Row>()

  constructor(
    readonly mechanism: Mechanism,
    private readonly drivers: readonly ResolvedDriver[],
  ) {
    this.suspended = new Set(mechanism.spareRows.map(({ owner }) => owner.id))
    const { joints } = mechanism.geometry
    for (const { id, suspended } of mechanism.geometry.document.contacts ?? [])
      if (suspended) this.suspended.add(id)
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

  /** Outlines that may touch now. */
  get pairs(): ContactPair[] {
    return everyContactPair(this.mechanism).filter(({ contact }) => !this.suspended.has(contact.id))
  }

  get bonded(): Bond[] {
    return [...this.bonds].map(([body, { by }]) => ({ body, by }))
  }

  get suspendedIds(): ReadonlySet<string> {
    return this.suspended
  }

  /** A driver rests when it is suspended, or what it acts on. */
  isActing(driver: string): boolean {
    const { target } = this.drivers.find((known) => known.driver === driver)!
    return !this.suspended.has(driver) && !this.suspended.has(target)
  }

  isBonded(body: string): boolean {
    return this.bonds.has(body)
  }

  suspend(ids: readonly string[]): void {
    for (const id of ids) this.suspended.add(id)
  }

  /** Errors: `restore-apart`, `restore-overlaps`. */
  restore(targets: readonly string[], state: MotionState): Result<null> {
    const { mechanism } = this
    for (const id of targets) {
      this.suspended.delete(id)
      const overlap = this.overlapOf(id, state)
      if (overlap) return fail(overlap)
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

  /** Why a contact cannot be restored: what overlaps would be thrown apart. */
  private overlapOf(id: string, state: MotionState): Problem | null {
    const { mechanism } = this
    const mine = pairsOfContact(mechanism, id)
    const gap = Math.min(...mine.map((pair) => leastGap(pair, state) ?? Infinity))
    const isDeep = mine.some((pair) => areDeep(pair, state))
    if (!(gap < -APART) && !isDeep) return null
    const how = isDeep ? 'lie deep in each other' : `overlap by ${formatQuantity(-gap, 'mm', 3)}`
    return {
      code: 'restore-overlaps',
      message: `${mine[0].contact.name} cannot be restored: its bodies ${how}. Restore it while they are apart.`,
      ids: [id],
    }
  }

  /** Binds a body to another one where both are. Error: `take-twice`. */
  bind(body: string, by: string, state: MotionState): Result<null> {
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

  release(body: string): void {
    this.bonds.delete(body)
  }
}
