/**
 * The seven-body mechanism by its reduced equation in the crank angle, written by hand: three dyads closed by circles, first and second
 * derivatives by the crank angle, M beta'' + H beta'^2 = torque + spring. Data as in core/test/published/squeezer.ts.
 */
import { Dop853 } from '../src/maths/ode/dop853'
import { START } from '../test/published/squeezer'

const [AX, AY, BX, BY, CX, CY] = [-0.06934, -0.00227, -0.03635, 0.03273, 0.014, 0.072]
const [RR, D, SS, E, ZT, ZF, U] = [7e-3, 28e-3, 35e-3, 2e-2, 4e-2, 2e-2, 4e-2]
const [STIFFNESS, RELAXED, TORQUE] = [4530, 7785e-5, 33e-3]

/** Two bars in a row from a base to a point: directions, and derivatives of their angles. */
class Dyad {
  ux = 0
  uy = 0
  vx = 0
  vy = 0
  a1 = 0
  b1 = 0
  a2 = 0
  b2 = 0

  constructor(
    private readonly first: number,
    private readonly second: number,
  ) {}

  /** @param x, y of the point from the base, and its first and second derivatives */
  close(x: number, y: number, x1: number, y1: number, x2: number, y2: number): void {
    const { first: l, second: k } = this
    const square = x * x + y * y
    const far = Math.sqrt(square)
    const c = (square + l * l - k * k) / (2 * far * l)
    const s = Math.sqrt(1 - c * c)
    const ux = (x * c - y * s) / far
    const uy = (y * c + x * s) / far
    const vx = (x - l * ux) / k
    const vy = (y - l * uy) / k
    const sin = ux * vy - uy * vx
    const a1 = (x1 * vx + y1 * vy) / (l * sin)
    const b1 = -(x1 * ux + y1 * uy) / (k * sin)
    const px = x2 + l * a1 * a1 * ux + k * b1 * b1 * vx
    const py = y2 + l * a1 * a1 * uy + k * b1 * b1 * vy
    this.a2 = (px * vx + py * vy) / (l * sin)
    this.b2 = -(px * ux + py * uy) / (k * sin)
    this.a1 = a1
    this.b1 = b1
    this.ux = ux
    this.uy = uy
    this.vx = vx
    this.vy = vy
  }
}

/** Sums of the reduced equation. */
class Sums {
  inertia = 0
  bend = 0

  /** A body that hangs on a point with derivatives, turned to (ux, uy), its centre at (x, y) on it. */
  add(
    mass: number,
    inertia: number,
    x1: number,
    y1: number,
    x2: number,
    y2: number,
    ux: number,
    uy: number,
    a1: number,
    a2: number,
    x: number,
    y: number,
  ): void {
    const rx = x * ux - y * uy
    const ry = x * uy + y * ux
    const vx = x1 - a1 * ry
    const vy = y1 + a1 * rx
    const ax = x2 - a2 * ry - a1 * a1 * rx
    const ay = y2 + a2 * rx - a1 * a1 * ry
    this.inertia += mass * (vx * vx + vy * vy) + inertia * a1 * a1
    this.bend += mass * (vx * ax + vy * ay) + inertia * a1 * a2
  }
}

/** The crank angle at an instant [rad], from the start of the test set. */
export function sevenBodiesByHand(end: number, relative: number): number {
  const [eye, elbow, knee, sums] = [new Dyad(D, SS), new Dyad(ZT, E), new Dyad(ZF, U), new Sums()]
  const acceleration = (beta: number, rate: number): number => {
    const c = Math.cos(beta)
    const s = Math.sin(beta)
    eye.close(RR * c - BX, RR * s - BY, -RR * s, RR * c, -RR * c, -RR * s)
    const { vx, vy, b1, b2 } = eye
    const x1 = -SS * b1 * vy
    const y1 = SS * b1 * vx
    const x2 = -SS * (b2 * vy + b1 * b1 * vx)
    const y2 = SS * (b2 * vx - b1 * b1 * vy)
    const px = BX + SS * vx - AX
    const py = BY + SS * vy - AY
    elbow.close(px, py, x1, y1, x2, y2)
    knee.close(px, py, x1, y1, x2, y2)
    sums.inertia = sums.bend = 0
    sums.add(0.04325, 2.194e-6, 0, 0, 0, 0, c, s, 1, 0, 92e-5, 0)
    sums.add(0.00365, 4.41e-7, -RR * s, RR * c, -RR * c, -RR * s, eye.ux, eye.uy, eye.a1, eye.a2, -115e-4, 0)
    sums.add(0.02373, 5.255e-6, 0, 0, 0, 0, -vy, vx, b1, b2, 1043e-5, -1874e-5)
    sums.add(0.0705, 1.169e-5, 0, 0, 0, 0, elbow.ux, elbow.uy, elbow.a1, elbow.a2, 2308e-5, 916e-5)
    const ex1 = -ZT * elbow.a1 * elbow.uy
    const ey1 = ZT * elbow.a1 * elbow.ux
    const ex2 = -ZT * (elbow.a2 * elbow.uy + elbow.a1 ** 2 * elbow.ux)
    const ey2 = ZT * (elbow.a2 * elbow.ux - elbow.a1 ** 2 * elbow.uy)
    const off = -(E - 1421e-5)
    sums.add(0.00706, 5.667e-7, ex1, ey1, ex2, ey2, -elbow.vy, elbow.vx, elbow.b1, elbow.b2, 0, off)
    sums.add(0.05498, 1.912e-5, 0, 0, 0, 0, -knee.vy, knee.vx, knee.b1, knee.b2, -449e-5, -1228e-5)
    const kx1 = -U * knee.b1 * knee.vy
    const ky1 = U * knee.b1 * knee.vx
    const kx2 = -U * (knee.b2 * knee.vy + knee.b1 ** 2 * knee.vx)
    const ky2 = U * (knee.b2 * knee.vx - knee.b1 ** 2 * knee.vy)
    sums.add(0.00706, 5.667e-7, kx1, ky1, kx2, ky2, knee.ux, knee.uy, knee.a1, knee.a2, -off, 0)
    const hx = 2e-2 * -vy + 18e-3 * vx
    const hy = 2e-2 * vx + 18e-3 * vy
    const [dx, dy] = [BX + hx - CX, BY + hy - CY]
    const long = Math.sqrt(dx * dx + dy * dy)
    const pull = (-STIFFNESS * (long - RELAXED)) / long
    const spring = pull * b1 * (dy * hx - dx * hy)
    return (TORQUE + spring - sums.bend * rate * rate) / sums.inertia
  }
  const ode = new Dop853(
    2,
    (_, y, out, at) => {
      out[at] = y[1]
      out[at + 1] = acceleration(y[0], y[1])
      return true
    },
    { relative, absolute: new Float64Array(2).fill(relative / 10) },
  )
  ode.y[0] = START.beta
  ode.start(0)
  while (ode.time < end) if (ode.step(end)) throw new Error('The seven bodies failed.')
  return ode.y[0]
}
