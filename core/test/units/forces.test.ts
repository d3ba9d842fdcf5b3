/** Forces, torques, stiffnesses and powers as people write them. */
import { describe, expect, it } from 'vitest'
import { parseQuantity } from '../../src/units/quantity'
import type { Dimension } from '../../src/units/dimension'

describe('quantities of forces', () => {
  it.each<[string, Dimension, number]>([
    ['12 N', 'force', 12],
    ['1.2 kN', 'force', 1200],
    ['3 N m', 'torque', 3],
    ['3 Nm', 'torque', 3],
    ['20 N mm', 'torque', 0.02],
    ['20 Nmm', 'torque', 0.02],
    ['2 Nm/rad', 'angularStiffness', 2],
    ['2*9.81 N * 40 mm', 'torque', 0.7848],
    ['0.4 N/mm', 'stiffness', 400],
    ['0.4 N m/rad', 'angularStiffness', 0.4],
    ['0.1 N m/deg', 'angularStiffness', 18 / Math.PI],
    ['5 N s/m', 'damping', 5],
    ['0.01 N m s/rad', 'angularDamping', 0.01],
    ['2 J', 'energy', 2],
    ['1.5 kW', 'power', 1500],
    ['3 kg m^2', 'inertia', 3],
    ['40 kg mm^2', 'inertia', 4e-5],
    ['7', 'stiffness', 7000],
  ])('%s', (text, dimension, value) => {
    const read = parseQuantity(text, dimension)
    expect(read).toMatchObject({ ok: true })
    if (read.ok) expect(read.value).toBeCloseTo(value, 12)
  })

  it('a force is no torque', () => {
    const read = parseQuantity('3 N', 'torque')
    expect(read.ok ? '' : read.problems[0].message).toContain('is a force, not a torque')
  })
})
