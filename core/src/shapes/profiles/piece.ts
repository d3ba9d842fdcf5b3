/**
 * A smooth stretch of the outline of a plate: straight, round, or a curve that is given with its derivatives. It is run through with the
 * material on its left, its parameter going from 0 to 1.
 */

export interface Piece {
  /** Writes its place and the first two derivatives by the parameter: x y x' y' x'' y'' [m]. */
  at(u: number, out: Float64Array): void
  /** Chords by which it is drawn. @param chords of a full turn */
  steps(chords: number): number
}

type Point = readonly [number, number]

export function segment([ax, ay]: Point, [bx, by]: Point): Piece {
  const [dx, dy] = [bx - ax, by - ay]
  return {
    at(u, out) {
      out[0] = ax + u * dx
      out[1] = ay + u * dy
      out[2] = dx
      out[3] = dy
      out[4] = out[5] = 0
    },
    steps: () => 1,
  }
}

/** @param sweep from the angle where it starts on: positive where the material is inside [rad] */
export function roundPiece([cx, cy]: Point, radius: number, start: number, sweep: number): Piece {
  return {
    at(u, out) {
      const x = radius * Math.cos(start + u * sweep)
      const y = radius * Math.sin(start + u * sweep)
      out[0] = cx + x
      out[1] = cy + y
      out[2] = -y * sweep
      out[3] = x * sweep
      out[4] = -x * sweep * sweep
      out[5] = -y * sweep * sweep
    },
    steps: (chords) => Math.max(2, Math.ceil((Math.abs(sweep) / (2 * Math.PI)) * chords - 1e-9)),
  }
}

/** An arc between two points. @param bulge tangent of a quarter of its angle, positive to the right of the chord */
export function bulged([px, py]: Point, [qx, qy]: Point, bulge: number): Piece {
  // the centre is beside the middle of the chord
  const beside = (1 / bulge - bulge) / 4
  const [cx, cy] = [(px + qx) / 2 - beside * (qy - py), (py + qy) / 2 + beside * (qx - px)]
  return roundPiece(
    [cx, cy],
    Math.hypot(px - cx, py - cy),
    Math.atan2(py - cy, px - cx),
    4 * Math.atan(bulge),
  )
}

/** Writes a place and its first three derivatives by an angle: x y, x' y', x'' y'', x''' y''' [m]. */
export type Curve = (angle: number, out: Float64Array) => void

/**
 * A stretch of a curve, moved to the inside of its bends by a distance along its normal.
 * Source: do Carmo, Differential Geometry of Curves and Surfaces, section 1.7 (parallel curves).
 * @param from where it begins on the curve, and how far it goes [rad]
 * @param inward [m]
 */
export function curved(curve: Curve, from: number, span: number, inward: number): Piece {
  const jet = new Float64Array(8)
  return {
    at(u, out) {
      curve(from + u * span, jet)
      const x1 = jet[2]
      const y1 = jet[3]
      const x2 = jet[4]
      const y2 = jet[5]
      const square = x1 * x1 + y1 * y1
      const speed = Math.sqrt(square)
      const turning = x1 * y2 - y1 * x2
      const bend = turning / (square * speed)
      const bend1 = (x1 * jet[7] - y1 * jet[6]) / (square * speed) - (3 * bend * (x1 * x2 + y1 * y2)) / square
      const share = 1 - inward * bend
      out[0] = jet[0] - (inward * y1) / speed
      out[1] = jet[1] + (inward * x1) / speed
      out[2] = span * share * x1
      out[3] = span * share * y1
      out[4] = span * span * (share * x2 - inward * bend1 * x1)
      out[5] = span * span * (share * y2 - inward * bend1 * y1)
    },
    steps: (chords) => Math.max(2, Math.ceil((4 * chords * span) / (2 * Math.PI))),
  }
}

/** The same stretch run through the other way. */
export const turnedRound = (piece: Piece): Piece => ({
  at(u, out) {
    piece.at(1 - u, out)
    out[2] = -out[2]
    out[3] = -out[3]
  },
  steps: piece.steps,
})

/** The same stretch mirrored across the x axis, which leaves the material on its right. */
export const acrossX = (piece: Piece): Piece => ({
  at(u, out) {
    piece.at(u, out)
    for (let k = 1; k < 6; k += 2) out[k] = -out[k]
  },
  steps: piece.steps,
})
