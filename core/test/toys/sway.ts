/** Toy driver: a value that sways about where it starts. */
import { IsIn } from 'class-validator'
import { ValueDriver } from '../../src/document/format/drivers'
import { IsQuantity } from '../../src/document/rules/rules'
import { steady } from '../../src/motion/drivers/driver-type'
import { defineValueDriver } from '../../src/motion/drivers/value-driver'
import { siValue } from '../../src/units/quantity'
import type { Quantity } from '../../src/units/quantity'

class Sway extends ValueDriver {
  @IsIn(['sway']) kind!: 'sway'
  @IsQuantity('angle', 'length') by!: Quantity
  @IsQuantity('time') period!: Quantity
}

declare module '../../src/document/format/drivers' {
  interface DriverKinds {
    sway: Sway
  }
}

export const sway = defineValueDriver<Sway>({
  kind: 'sway',
  fields: Sway,
  note: ({ by }) => `sways by ${by}`,
  plan({ by, period }, { dimension }, from) {
    const reach = siValue(by, dimension)
    const pace = (2 * Math.PI) / siValue(period, 'time')
    return steady((time, out) => {
      out[0] = from + reach * Math.sin(pace * time)
      out[1] = reach * pace * Math.cos(pace * time)
      out[2] = -reach * pace * pace * Math.sin(pace * time)
    })
  },
})
