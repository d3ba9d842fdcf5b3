/** What a new driver of one value is until somebody says more. */
import type { AnyDriver, CoordinateName } from '@ligamen/core'
import { newSpeed } from './new-move'

/** The ways to drive a value, the most used first. */
export const DRIVER_WAYS = [
  { kind: 'moves', words: 'By moves' },
  { kind: 'motor', words: 'By a motor' },
  { kind: 'sine', words: 'By a sine' },
  { kind: 'acceleration', words: 'By acceleration' },
  { kind: 'function', words: 'By a function of time' },
] as const

export type DriverWay = (typeof DRIVER_WAYS)[number]['kind']

/** What is driven: a freedom of a joint, a mate or the input of a relation. */
type Driven = Partial<CoordinateName> & { mate?: string; relation?: string }

type Unnamed<D> = D extends unknown ? Omit<D, 'id'> : never

export function newDriver(way: DriverWay, driven: Driven, turns: boolean): Unnamed<AnyDriver> {
  switch (way) {
    case 'moves':
      return { kind: way, moves: [], ...driven }
    case 'motor':
      return { kind: way, speed: newSpeed(turns), runUp: '0 s', ...driven }
    case 'sine':
      return { kind: way, amplitude: turns ? '20 deg' : '10 mm', frequency: '0.5 Hz', ...driven }
    case 'function':
      return {
        kind: way,
        position: turns ? '20 deg * sin(180 deg/s * t)' : '10 mm * sin(180 deg/s * t)',
        ...driven,
      }
    case 'acceleration':
      return {
        kind: way,
        startSpeed: turns ? '0 rpm' : '0 mm/s',
        acceleration: turns ? '60 deg/s^2' : '50 mm/s^2',
        ...driven,
      }
  }
}
