/** A cart on two driven wheels: rolling by contact and friction leads as far as rolling by a relation, as long as friction does. */
import { describe, expect, it } from 'vitest'
import { weigh } from './free'
import { Sketch } from '../sketch'

const [RADIUS, BASE, G] = [0.03, 0.16, 9.81]

/** @param speed of the driven wheel, from a stand in half a second [rad/s] */
function cart(speed: number, by: 'contact' | 'relation', friction = 0.7): Sketch {
  const sketch = new Sketch(2, 30)
    .part('floor', 'box', 'ground', [0, -0.1], { width: '8 m', depth: '200 mm', height: '400 mm' })
    .body('cart', 'front', 'rear')
  if (by === 'contact') sketch.join('planar', 'free', 'ground', 'cart', [0, RADIUS])
  else sketch.slide('way', 'ground', 'cart', [0, RADIUS, 0], [1, 0, 0])
  weigh(sketch, 'cart', 3, [0, 0.05, 0], [0, 0, 0.02, 0, 0, 0])
  for (const [id, x] of [['front', BASE / 2] as const, ['rear', -BASE / 2] as const]) {
    sketch
      .part(`${id}-disc`, 'cylinder', id, [x, RADIUS], { diameter: 2 * RADIUS, length: '20 mm' })
      .hinge(`${id}-axle`, 'cart', id, [x, RADIUS])
    weigh(sketch, id, 0.2, [x, RADIUS, 0], [0, 0, 1e-4, 0, 0, 0])
    if (by === 'contact') sketch.contact(`${id}-tread`, 'ground', id, { friction })
    else sketch.pair('rack', `${id}-rolls`, `${id}-axle`, 'way', { diameter: 2 * RADIUS })
  }
  const [scenario] = sketch.document.scenarios
  Object.assign(scenario, { mode: 'free', gravity: [0, -G, 0] })
  sketch.motor('rear-axle', speed)
  Object.assign(scenario.drivers[0]!, { runUp: '0.5 s' })
  return sketch
}

describe.each([20, -20])('a cart whose wheel turns at %d rad/s', (speed) => {
  const rolls = cart(speed, 'contact').solve()
  const related = cart(speed, 'relation').solve()

  it('goes as far by contact as by a relation, and its other wheel turns along', () => {
    for (let frame = 0; frame < rolls.take.frames; frame++) {
      const turned = rolls.joint('rear-axle', frame)[0]
      expect(rolls.joint('free/x', frame)[0]).toBeCloseTo(-RADIUS * turned, 9)
      expect(Math.abs(rolls.joint('free/x', frame)[0])).toBeCloseTo(
        Math.abs(related.joint('way', frame)[0]),
        9,
      )
      expect(rolls.joint('front-axle', frame)[0]).toBeCloseTo(turned, 7)
      expect(Math.abs(rolls.joint('free/y', frame)[0])).toBeLessThan(1e-11)
    }
  })

  it('falls behind where friction is too weak to start it, and catches up no more', () => {
    const slips = cart(speed, 'contact', 0.05).solve()
    const last = slips.take.frames - 1
    const [far] = slips.joint('free/x', last)
    expect(Math.sign(far)).toBe(-Math.sign(speed))
    expect(Math.abs(far)).toBeLessThan(0.95 * Math.abs(rolls.joint('free/x', last)[0]))
  })
})
