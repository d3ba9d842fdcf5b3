/** Meshes of revolution about z: a closed profile turned round, and round bars whose radius changes round and along. */
import { bends, CREASE, MeshBuilder } from './mesh'
import type { Mesh, Outline } from './mesh'

/** Turns a profile r0, z0, r1, z1 ... (counter-clockwise in the r-z plane, r not negative) about the z axis. */
export function revolve(profile: Outline, chords: number): Mesh {
  const out = new MeshBuilder()
  const n = profile.length / 2
  const { direction, bend } = bends(profile)
  const sharp = (i: number) => Math.abs(bend[i]) > CREASE
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n
    const start = sharp(i) ? direction[i] : direction[i] - bend[i] / 2
    const end = sharp(j) ? direction[i] : direction[i] + bend[j] / 2
    // a point on the axis has no ring
    const ends = [
      { r: profile[2 * i], z: profile[2 * i + 1], nr: Math.sin(start), nz: -Math.cos(start) },
      { r: profile[2 * j], z: profile[2 * j + 1], nr: Math.sin(end), nz: -Math.cos(end) },
    ]
    for (let k = 0; k < chords; k++) {
      const turn = [(2 * Math.PI * k) / chords, (2 * Math.PI * ((k + 1) % chords)) / chords]
      const corner = (e: number, t: number) => {
        const { r, z, nr, nz } = ends[e]
        const [c, s] = [Math.cos(turn[t]), Math.sin(turn[t])]
        out.positions.push(r * c, r * s, z)
        out.normals.push(nr * c, nr * s, nz)
      }
      if (ends[0].r > 0) [[0, 0], [0, 1], [1, 1]].forEach(([e, t]) => corner(e, t)) // prettier-ignore
      if (ends[1].r > 0) [[0, 0], [1, 1], [1, 0]].forEach(([e, t]) => corner(e, t)) // prettier-ignore
      if (ends[0].r > 0 && sharp(i)) {
        const { r, z } = ends[0]
        for (const angle of turn) out.edges.push(r * Math.cos(angle), r * Math.sin(angle), z)
      }
    }
  }
  return out.done()
}

/**
 * A bar along z whose radius depends on the angle and the height, with a round bore (0 for none).
 * @param heights rising; between them the surface is ruled
 */
export function bar(
  radius: (angle: number, z: number) => number,
  heights: readonly number[],
  bore: number,
  chords: number,
): Mesh {
  const out = new MeshBuilder()
  const [bottom, top] = [heights[0], heights[heights.length - 1]]
  const angles = Array.from({ length: chords }, (_, k) => (2 * Math.PI * k) / chords)
  const point = (k: number, z: number, inside = false) => {
    const angle = angles[k % chords]
    const r = inside ? bore : radius(angle, z)
    return [r * Math.cos(angle), r * Math.sin(angle), z]
  }
  const triangle = (...corners: readonly number[][]) => {
    const [a, b, c] = corners
    const u = b.map((v, i) => v - a[i])
    const w = c.map((v, i) => v - a[i])
    const normal = [u[1] * w[2] - u[2] * w[1], u[2] * w[0] - u[0] * w[2], u[0] * w[1] - u[1] * w[0]]
    const length = Math.hypot(...normal)
    if (length === 0) return
    for (const corner of corners) {
      out.positions.push(...corner)
      out.normals.push(...normal.map((v) => v / length))
    }
  }
  const quad = (a: number[], b: number[], c: number[], d: number[]) => {
    triangle(a, b, c)
    triangle(a, c, d)
  }
  for (let k = 0; k < chords; k++) {
    for (let h = 1; h < heights.length; h++) {
      quad(
        point(k, heights[h - 1]),
        point(k + 1, heights[h - 1]),
        point(k + 1, heights[h]),
        point(k, heights[h]),
      )
    }
    for (const [z, up] of [
      [bottom, false],
      [top, true],
    ] as const) {
      // prettier-ignore
      out.edges.push(...point(k, z), ...point(k + 1, z))
      const [p, q] = up ? [k, k + 1] : [k + 1, k]
      if (bore > 0) quad(point(p, z, true), point(p, z), point(q, z), point(q, z, true))
      else triangle([0, 0, z], point(p, z), point(q, z))
    }
    if (bore > 0)
      quad(point(k + 1, bottom, true), point(k, bottom, true), point(k, top, true), point(k + 1, top, true))
  }
  return out.done()
}
