/** A datum whose origin, and axes if asked, follow a path: three or six rows with targets. */
import { IsBoolean, IsIn, IsOptional } from 'class-validator'
import { Driver } from '../../document/format/drivers'
import { NestedList } from '../../document/rules/nested'
import { RefTo } from '../../document/rules/references'
import { IsId } from '../../document/rules/rules'
import { constant } from '../../maths/time-function'
import type { TimeFunction } from '../../maths/time-function'
import { Axis, firstTurnX, secondTurnY, slide, thirdTurnZ } from '../../mechanism/conditions'
import { conditionRow } from '../../mechanism/rows'
import type { Owner } from '../../mechanism/rows'
import { succeed } from '../../result'
import { alongPath } from './along-path'
import { defineDriver } from './driver-type'
import { planLane } from './lane'
import { Move } from '../../document/format/moves'
import type { ResolvedDriver } from './driver-type'

/** A datum follows a path, with or without turning along. Moves say how far along the path it is. */
export class PathDriver extends Driver {
  @IsIn(['path']) kind!: 'path'
  @IsId() @RefTo('datum') datum!: string
  @IsId() @RefTo('path') path!: string
  /** The datum's axes turn with the path: x along it, z with the path's datum. */
  @IsOptional() @IsBoolean() oriented?: boolean
  @NestedList(() => Move, 1000) moves!: Move[]
}

declare module '../../document/format/drivers' {
  interface DriverKinds {
    path: PathDriver
  }
}

/** Errors: those of lanes. */
export const path = defineDriver<PathDriver>({
  kind: 'path',
  fields: PathDriver,
  note: () => 'follows a path',
  resolve(mechanism, driver, place) {
    const followed = mechanism.geometry.paths.get(driver.path)!
    const { source } = mechanism.geometry.datums.get(driver.datum)!
    const plan: ResolvedDriver['plan'] = (from, times, since) =>
      planLane(driver, source.name, from, 'length', times, since)
    const pair = mechanism.pairOf(followed.source.datum, driver.datum)
    const owner: Owner = { kind: 'driver', id: driver.id, name: source.name }
    const conditions = [slide(Axis.X), slide(Axis.Y), slide(Axis.Z), firstTurnX, secondTurnY, thirdTurnZ]
    const rows = conditions
      .slice(0, driver.oriented ? 6 : 3)
      .map((condition) => conditionRow(owner, pair, condition, mechanism.size))
    const following = (course: TimeFunction) => {
      const targets = alongPath(followed, course)
      return rows.map((row, k) => ({ ...row, target: targets[k] }))
    }
    return succeed({
      source: driver,
      pointer: place,
      link: -1,
      rows: following(constant(0)),
      driver: driver.id,
      target: driver.datum,
      targetName: source.name,
      reading: null,
      servo: null,
      plan,
      following,
    })
  },
})
