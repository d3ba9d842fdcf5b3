/** The kinds of driver. A new one adds its line here. */
import { addDriverClass } from '../../document/format/drivers'
import { acceleration } from './acceleration'
import type { DriverType } from './driver-type'
import { functionOfTime } from './function'
import { motor } from './motor'
import { moves } from './moves'
import { path } from './path'
import { sine } from './sine'
import { values } from './values'
import type { AnyDriver } from '../../document/format/drivers'

const types = new Map<string, DriverType<AnyDriver>>()

/** Adds a kind to the format and to what can be solved. */
export function addDriverType<D extends AnyDriver>(type: DriverType<D>): void {
  types.set(type.kind, type as unknown as DriverType<AnyDriver>)
  addDriverClass(type.kind, type.fields)
}

addDriverType(motor)
addDriverType(acceleration)
addDriverType(sine)
addDriverType(functionOfTime)
addDriverType(moves)
addDriverType(values)
addDriverType(path)

/** @param kind of a validated driver */
export const driverType = (kind: string): DriverType<AnyDriver> => types.get(kind)!

/** How a driver drives, in a few words. */
export const driverNote = (driver: AnyDriver): string => driverType(driver.kind).note(driver)
