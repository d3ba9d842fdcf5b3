/** Positions at rest: found from any start, told stable or not, and told where there is none. */
import { describe, expect, it } from 'vitest'
import { findRest } from '../../src/dynamics/rest'
import { SpringDamper } from '../../src/dynamics/loads/spring-damper'
import { restOf as restOfScenario } from '../../src/model/rest'
import { Sketch } from '../sketch'
import { G, linkOf, loosen, rod, weigh } from './free'
import type { Loose } from './free'
import { randomLoop, randomTree } from './random-mechanisms'

const restOf = (
  { model, physics }: Loose,
  at: Readonly<Record<string, number>> = {},
  held: readonly string[] = [],
) => {
  const { mechanism, home } = model
  const q = home.slice()
  for (const [joint, value] of Object.entries(at)) q[linkOf(mechanism, joint)] = value
  const rest = findRest(mechanism, physics, q, { links: held.map((joint) => linkOf(mechanism, joint)) })
  if (!rest.ok) throw new Error(rest.problems[0].message)
  return { ...rest.value, of: (joint: string) => rest.value.q[linkOf(mechanism, joint)] }
}

const arm = () =>
  rod(new Sketch().body('arm').hinge('pin', 'ground', 'arm', [0, 0]), 'arm', 2, [0, 0, 0], [0.3, 0, 0])

describe('rest', () => {
  it.each([0, 1, -2, 1.5])('a rod comes to hang straight down from %f rad', (start) => {
    const rest = restOf(loosen(arm()), { pin: start })
    expect(Math.cos(rest.of('pin') + Math.PI / 2)).toBeCloseTo(1, 12)
    expect(rest.kind).toBe('stable')
  })

  it('one that stands on its head is at rest, and told unstable', () => {
    const rest = restOf(loosen(arm()), { pin: Math.PI / 2 })
    expect(rest.of('pin')).toBeCloseTo(Math.PI / 2, 12)
    expect(rest.kind).toBe('unstable')
  })

  it('an arm balanced by a spring at every angle is indifferent', () => {
    const sketch = arm().datum('hook', 'ground', [0, 0.15]).datum('eye', 'arm', [0.1, 0])
    const stiffness = (2 * G * 0.15) / (0.15 * 0.1)
    const rest = restOf(
      loosen(sketch, {
        loads: (mechanism) => [
          new SpringDamper('s', 'S', mechanism.pairOf('hook', 'eye'), {
            stiffness,
            damping: 0,
            freeLength: 0,
          }),
        ],
      }),
      { pin: 0.4 },
    )
    expect(rest.of('pin')).toBeCloseTo(0.4, 9)
    expect(rest.kind).toBe('indifferent')
  })

  it('a mass on a spring sags by its weight over the stiffness', () => {
    const sketch = new Sketch().body('block').slide('rail', 'ground', 'block', [0, 0, 0], [0, 1, 0])
    weigh(sketch, 'block', 0.5, [0, 0, 0], [0, 0, 0, 0, 0, 0])
    sketch.datum('ceiling', 'ground', [0, 0.2]).datum('eye', 'block', [0, 0])
    const rest = restOf(
      loosen(sketch, {
        loads: (mechanism) => [
          new SpringDamper('s', 'S', mechanism.pairOf('ceiling', 'eye'), {
            stiffness: 100,
            damping: 0,
            freeLength: 0.2,
          }),
        ],
      }),
    )
    expect(rest.of('rail')).toBeCloseTo((-0.5 * G) / 100, 12)
  })

  it('a limit carries what leans on it', () => {
    const sketch = arm()
    sketch.document.joints[0].freedoms = [{ name: 'angle', lower: '-40 deg' }]
    expect(restOf(loosen(sketch)).of('pin')).toBeCloseTo((-40 * Math.PI) / 180, 9)
  })

  it('what a driver holds stays, and the rest hangs from it', () => {
    const sketch = arm().body('fore').hinge('elbow', 'arm', 'fore', [0.3, 0])
    rod(sketch, 'fore', 1, [0.3, 0, 0], [0.5, 0, 0])
    const rest = restOf(loosen(sketch), { pin: 0.7 }, ['pin'])
    expect(rest.of('pin')).toBe(0.7)
    expect(Math.cos(rest.of('elbow') + 0.7 + Math.PI / 2)).toBeCloseTo(1, 12)
  })

  it.each([11, 222, 3333])('random trees and loops come to rest where nothing wants to move (%i)', (seed) => {
    for (const sketch of [randomLoop(seed), randomTree(seed, 3)]) {
      for (const joint of sketch.document.joints)
        if (joint.kind === 'prismatic') joint.freedoms = [{ name: 's', lower: '-30 mm', upper: '30 mm' }]
      const rest = restOf(loosen(sketch))
      expect(rest.kind).not.toBe('unstable')
    }
  })

  it('what falls for ever is named', () => {
    const sketch = weigh(new Sketch().body('packet'), 'packet', 0.01, [0, 0, 0], [1e-6, 1e-6, 1e-6, 0, 0, 0])
    expect(() => restOf(loosen(sketch))).toThrow('packet moves on and on')
  })
})

describe('rest with what resists motion', () => {
  it('is found where damping and a motor line would make the way there long', () => {
    // a motor of 8 N m at the joint winds up a spring, against a band, through grease as stiff as tar
    const sketch = new Sketch().body('drum').hinge('axle', 'ground', 'drum', [0, 0])
    weigh(sketch, 'drum', 0.1, [0, 0, 0], [1e-4, 1e-4, 1e-4, 0, 0, 0])
    const [scenario] = sketch.document.scenarios
    scenario.mode = 'rest'
    scenario.loads = [
      { id: 'm', name: 'M', kind: 'motor-line', joint: 'axle', stall: 0.4, noLoad: 314, ratio: 20 },
      { id: 's', name: 'S', kind: 'joint-spring', joint: 'axle', stiffness: 0.5, damping: 3 },
    ] as never
    const found = restOfScenario(sketch.open(), 'run')
    expect(found.ok && found.value.kind).toBe('stable')
    if (found.ok) expect(found.value.values[0]).toBeCloseTo(16, 8)
  })
})
