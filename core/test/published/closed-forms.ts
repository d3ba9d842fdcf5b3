/** Closed forms that the published checks compare with. Triples are value, first and second derivative. */
export type Jet = readonly [number, number, number]

/**
 * Crank-rocker four-bar in its open configuration: ground d along x, crank a, coupler b, rocker c.
 * Position by the diagonal from crank end to rocker pivot and the law of cosines; rates from the loop equations
 * a e^(i crank) + b e^(i coupler) = d + c e^(i rocker), differentiated once and twice.
 */
export function fourBar(
  d: number,
  a: number,
  b: number,
  c: number,
  crank: Jet,
): { coupler: Jet; rocker: Jet } {
  const [t, dt, ddt] = crank
  const bx = a * Math.cos(t)
  const by = a * Math.sin(t)
  const diagonal = Math.hypot(d - bx, by)
  const direction = Math.atan2(-by, d - bx)
  const u = direction + Math.acos((b * b + diagonal * diagonal - c * c) / (2 * b * diagonal))
  const v = Math.atan2(by + b * Math.sin(u), bx + b * Math.cos(u) - d)
  const sine = Math.sin(v - u)
  const du = (a * dt * Math.sin(t - v)) / (b * sine)
  const dv = (a * dt * Math.sin(t - u)) / (c * sine)
  const ddu =
    (a * ddt * Math.sin(t - v) +
      a * dt * dt * Math.cos(t - v) +
      b * du * du * Math.cos(u - v) -
      c * dv * dv) /
    (b * sine)
  const ddv =
    (a * ddt * Math.sin(t - u) +
      a * dt * dt * Math.cos(t - u) +
      b * du * du -
      c * dv * dv * Math.cos(v - u)) /
    (c * sine)
  return { coupler: [u, du, ddu], rocker: [v, dv, ddv] }
}

/** In-line slider-crank: crank r, rod l, slide along x; `zero` is added to the distance r cos + l cos. */
export function sliderCrank(r: number, l: number, crank: Jet, zero: number): Jet {
  const [t, dt, ddt] = crank
  const s = r * Math.sin(t)
  const ds = r * Math.cos(t) * dt
  const dds = r * (Math.cos(t) * ddt - Math.sin(t) * dt * dt)
  const w = Math.sqrt(l * l - s * s)
  const dw = (-s * ds) / w
  const ddw = -(ds * ds + s * dds + dw * dw) / w
  return [
    r * Math.cos(t) + w + zero,
    -r * Math.sin(t) * dt + dw,
    -r * (Math.sin(t) * ddt + Math.cos(t) * dt * dt) + ddw,
  ]
}

export const plus = ([value, rate, acceleration]: Jet, offset: number): Jet => [
  value + offset,
  rate,
  acceleration,
]

/**
 * Rocker of an antiparallelogram: ground and coupler d, crank and rocker a < d.
 * |a e^(i crank) - d - a e^(i rocker)| = d splits into the parallelogram and
 * tan(rocker / 2) = -k tan(crank / 2) with k = (d + a) / (d - a), here without the jumps of the tangent.
 */
export function antiparallelogram(d: number, a: number, [t, dt, ddt]: Jet): Jet {
  const k = (d + a) / (d - a)
  const [s, c] = [Math.sin(t / 2), Math.cos(t / 2)]
  const span = c * c + k * k * s * s
  const slope = -k / span
  const bend = (k * (k * k - 1) * s * c) / (span * span)
  return [-t - 2 * Math.atan2((k - 1) * s * c, c * c + k * s * s), slope * dt, slope * ddt + bend * dt * dt]
}

/**
 * Rocker of a deltoid: ground and crank a, coupler and rocker c > a. The crank's end is 2 a sin(crank / 2) from the
 * rocker's pivot in the direction (crank + 180 deg) / 2, counted negative once the crank has gone round.
 * @param side 1 for the kite, -1 for the antiparallel deltoid
 */
export function deltoid(a: number, c: number, side: 1 | -1, [t, dt, ddt]: Jet): Jet {
  const s = (a / c) * Math.sin(t / 2)
  const ds = (a / (2 * c)) * Math.cos(t / 2)
  const w = Math.sqrt(1 - s * s)
  const slope = 1 / 2 + (side * ds) / w
  const bend = side * (-s / (4 * w) + (s * ds * ds) / w ** 3)
  const value = side === 1 ? t / 2 + Math.asin(s) : Math.PI + t / 2 - Math.asin(s)
  return [value, slope * dt, slope * ddt + bend * dt * dt]
}
