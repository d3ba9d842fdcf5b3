/**
 * The seven-body mechanism ("Andrews' squeezing mechanism"): seven plane bodies, three loops, a spring and a constant torque.
 * Source: Hairer & Wanner, Solving Ordinary Differential Equations II, section VII.7; numbers from memory.
 */
import { CoordinateLoad } from '../../src/dynamics/loads/coordinate-load'
import { SpringDamper } from '../../src/dynamics/loads/spring-damper'
import type { FreeSolver } from '../../src/dynamics/free-solver'
import { coordinateOf } from '../../src/mechanism/coordinate'
import { letGo, linkOf, loosen, weigh } from '../dynamics/free'
import type { Loose } from '../dynamics/free'
import { Sketch } from '../sketch'
import type { Flat } from '../sketch'

export const START = {
  beta: -0.0617138900142764496358948458001,
  theta: 0,
  gamma: 0.455279819163070380255912382449,
  phi: 0.222668390165885884674473185609,
  delta: 0.48736497954384255022559895353,
  omega: -0.222668390165885884674473185609,
  epsilon: 1.23054744454982119249735015568,
}
const A: Flat = [-0.06934, -0.00227]
const B: Flat = [-0.03635, 0.03273]
const C: Flat = [0.014, 0.072]
const RR = 7e-3
const D = 28e-3
const ZT = 4e-2
const U = 4e-2

const plus = (p: Flat, q: Flat): Flat => [p[0] + q[0], p[1] + q[1]]
/** A vector given along and across a direction. */
const turned = (angle: number, along: number, across: number): Flat => [
  along * Math.cos(angle) - across * Math.sin(angle),
  along * Math.sin(angle) + across * Math.cos(angle),
]

export const squeezer = (options: { accuracy?: number } = {}): FreeSolver => letGo(looseSqueezer(), options)

/** Opened, with its spring and its torque. */
export function looseSqueezer(): Loose {
  const { beta, theta, gamma, phi, delta, omega, epsilon } = START
  const crank = turned(beta, RR, 0)
  const eye = plus(crank, turned(beta + theta, -D, 0))
  const elbow = plus(A, turned(delta, ZT, 0))
  const knee = plus(A, turned(epsilon, 0, -U))
  const sketch = new Sketch()
    .body('k1', 'k2', 'k3', 'k4', 'k5', 'k6', 'k7')
    .hinge('beta', 'ground', 'k1', [0, 0])
    .hinge('theta', 'k1', 'k2', crank)
    .hinge('gamma', 'ground', 'k3', B)
    .hinge('delta', 'ground', 'k5', A)
    .hinge('phi', 'k5', 'k4', elbow)
    .hinge('epsilon', 'ground', 'k7', A)
    .hinge('omega', 'k7', 'k6', knee)
    .hinge('eye3', 'k2', 'k3', eye)
    .hinge('eye4', 'k2', 'k4', eye)
    .hinge('eye6', 'k2', 'k6', eye)
  const bodies: [string, number, number, Flat][] = [
    ['k1', 0.04325, 2.194e-6, turned(beta, 92e-5, 0)],
    ['k2', 0.00365, 4.41e-7, plus(crank, turned(beta + theta, -115e-4, 0))],
    ['k3', 0.02373, 5.255e-6, plus(B, turned(gamma, 1043e-5, -1874e-5))],
    ['k4', 0.00706, 5.667e-7, plus(elbow, turned(phi + delta, 0, -(2e-2 - 1421e-5)))],
    ['k5', 0.0705, 1.169e-5, plus(A, turned(delta, 2308e-5, 916e-5))],
    ['k6', 0.00706, 5.667e-7, plus(knee, turned(omega + epsilon, 2e-2 - 1421e-5, 0))],
    ['k7', 0.05498, 1.912e-5, plus(A, turned(epsilon, -449e-5, -1228e-5))],
  ]
  for (const [id, mass, inertia, [x, y]] of bodies)
    weigh(sketch, id, mass, [x, y, 0], [0, 0, inertia, 0, 0, 0])
  const hook = plus(B, turned(gamma, 2e-2, -18e-3))
  sketch.datum('anchor', 'ground', C).datum('hook', 'k3', hook)
  return loosen(sketch, {
    gravity: [0, 0, 0],
    loads: (mechanism) => [
      new SpringDamper('spring', 'Spring', mechanism.pairOf('anchor', 'hook'), {
        stiffness: 4530,
        freeLength: 7785e-5,
        damping: 0,
      }),
      new CoordinateLoad('motor', 'Motor', mechanism, coordinateOf(mechanism, 'beta', undefined)!, {
        effort: () => 33e-3,
        energy: () => 0,
        loss: (_, rate) => -33e-3 * rate,
      }),
    ],
  })
}

/** The seven angles now. */
export function atEnd({ mechanism, state }: FreeSolver): typeof START {
  const at = (name: keyof typeof START) => START[name] + state.q[linkOf(mechanism, name)]
  return {
    beta: at('beta'),
    theta: at('theta'),
    gamma: at('gamma'),
    phi: at('phi'),
    delta: at('delta'),
    omega: at('omega'),
    epsilon: at('epsilon'),
  }
}
