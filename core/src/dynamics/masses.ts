/**
 * Mass, first and second moments of what each link carries, in the link's own frame, and in ground at the present position.
 *
 * In ground they are taken about the ground's origin, so that they add up along the tree as twists do.
 * Source: Featherstone, Rigid Body Dynamics Algorithms, section 2.13.
 */
import { massOf } from '../geometry/body-mass'
import type { BodyMass } from '../geometry/body-mass'
import { FRAME, ORIGIN } from '../maths/frame'
import type { Chain } from '../mechanism/chain'
import type { FlatLinks } from '../mechanism/flat-links'
import type { ImportedMeshes } from '../geometry/imported-meshes'

/** Numbers of one link in ground: mass [kg], first moments x y z [kg m], inertia tensor xx yy zz xy yz zx [kg m^2]. */
export const INERTIA = 10

/** What the links carry. Links without mass are left out of `heavy`. */
export interface LinkMasses {
  /** Links that carry some mass, parents before children. */
  readonly heavy: Int32Array
  /** By link [kg]. */
  readonly mass: Float64Array
  /** Centre of mass in the frame of the link, three numbers each [m]. */
  readonly centre: Float64Array
  /** Inertia tensor about the centre along the link's axes: xx yy zz xy yz zx [kg m^2]. */
  readonly tensor: Float64Array
  /** What resists along the coordinate of each link besides, such as the rotor of a motor [kg m^2, kg]. */
  readonly rotors: Float64Array
}

/** Masses of bodies, in the order of the mechanism; null for one whose mass is not known. Ground's are not asked for. */
export function bodyMasses(
  { geometry, bodyLink }: Chain,
  imported: ImportedMeshes = () => undefined,
): (BodyMass | null)[] {
  return geometry.bodies.map(({ source }, b) => {
    if (bodyLink[b] === 0) return null
    const mass = massOf(geometry.document, source, imported)
    return mass.ok ? mass.value : null
  })
}

export function linkMasses(chain: Chain, bodies: readonly (BodyMass | null)[]): LinkMasses {
  const { links, bodyLink, bodyFrame } = chain
  const sums = new Float64Array(INERTIA * links)
  const one = new Float64Array(INERTIA)
  bodies.forEach((body, b) => {
    if (!body || !(body.mass > 0)) return
    const centre = Float64Array.from(body.centre)
    const tensor = Float64Array.from(body.inertia)
    carryInertia(bodyFrame, FRAME * b, body.mass, centre, 0, tensor, 0, one, 0)
    for (let k = 0; k < INERTIA; k++) sums[INERTIA * bodyLink[b] + k] += one[k]
  })
  const mass = new Float64Array(links)
  const centre = new Float64Array(3 * links)
  const tensor = new Float64Array(6 * links)
  for (let link = 1; link < links; link++) {
    const s = sums.subarray(INERTIA * link, INERTIA * (link + 1))
    if (!(s[0] > 0)) continue
    mass[link] = s[0]
    const [x, y, z] = [s[1] / s[0], s[2] / s[0], s[3] / s[0]]
    centre.set([x, y, z], 3 * link)
    tensor.set(
      [
        s[4] - s[0] * (y * y + z * z),
        s[5] - s[0] * (z * z + x * x),
        s[6] - s[0] * (x * x + y * y),
        s[7] + s[0] * x * y,
        s[8] + s[0] * y * z,
        s[9] + s[0] * z * x,
      ],
      6 * link,
    )
  }
  const heavy = Int32Array.from(mass.keys()).filter((link) => mass[link] > 0)
  return { heavy, mass, centre, tensor, rotors: new Float64Array(links) }
}

/**
 * Writes what the heavy links carry into `out`, in ground; the links must be placed.
 * @param flat what stays in the ground's plane, if nobody asks more of it than the plane needs; all is asked for when left out
 */
export function placeInertias(
  { heavy, mass, centre, tensor }: LinkMasses,
  world: Float64Array,
  out: Float64Array,
  flat: FlatLinks | null = null,
): void {
  for (let n = 0; n < heavy.length; n++) {
    const link = heavy[n]
    if (flat !== null && flat.upright[link] === 1) {
      const f = FRAME * link
      const c = 3 * link
      const o = INERTIA * link
      const x = world[f + ORIGIN] + world[f] * centre[c] + world[f + 3] * centre[c + 1]
      const y = world[f + ORIGIN + 1] + world[f + 1] * centre[c] + world[f + 4] * centre[c + 1]
      const m = mass[link]
      out[o] = m
      out[o + 1] = m * x
      out[o + 2] = m * y
      out[o + 3] = m * (world[f + ORIGIN + 2] + centre[c + 2])
      out[o + 6] = tensor[6 * link + 2] + m * (x * x + y * y)
      continue
    }
    carryInertia(world, FRAME * link, mass[link], centre, 3 * link, tensor, 6 * link, out, INERTIA * link)
  }
}

/** A body's mass, centre and tensor given in the frame at `f[i]`, seen from where that frame is given. */
function carryInertia(
  f: Float64Array,
  i: number,
  mass: number,
  centre: Float64Array,
  ic: number,
  tensor: Float64Array,
  it: number,
  out: Float64Array,
  io: number,
): void {
  const a0 = f[i]
  const a1 = f[i + 1]
  const a2 = f[i + 2]
  const b0 = f[i + 3]
  const b1 = f[i + 4]
  const b2 = f[i + 5]
  const c0 = f[i + 6]
  const c1 = f[i + 7]
  const c2 = f[i + 8]
  const px = centre[ic]
  const py = centre[ic + 1]
  const pz = centre[ic + 2]
  const x = f[i + ORIGIN] + a0 * px + b0 * py + c0 * pz
  const y = f[i + ORIGIN + 1] + a1 * px + b1 * py + c1 * pz
  const z = f[i + ORIGIN + 2] + a2 * px + b2 * py + c2 * pz
  const xx = tensor[it]
  const yy = tensor[it + 1]
  const zz = tensor[it + 2]
  const xy = tensor[it + 3]
  const yz = tensor[it + 4]
  const zx = tensor[it + 5]
  // rows of frame times tensor
  const u0 = a0 * xx + b0 * xy + c0 * zx
  const u1 = a0 * xy + b0 * yy + c0 * yz
  const u2 = a0 * zx + b0 * yz + c0 * zz
  const v0 = a1 * xx + b1 * xy + c1 * zx
  const v1 = a1 * xy + b1 * yy + c1 * yz
  const v2 = a1 * zx + b1 * yz + c1 * zz
  const w0 = a2 * xx + b2 * xy + c2 * zx
  const w1 = a2 * xy + b2 * yy + c2 * yz
  const w2 = a2 * zx + b2 * yz + c2 * zz
  out[io] = mass
  out[io + 1] = mass * x
  out[io + 2] = mass * y
  out[io + 3] = mass * z
  out[io + 4] = u0 * a0 + u1 * b0 + u2 * c0 + mass * (y * y + z * z)
  out[io + 5] = v0 * a1 + v1 * b1 + v2 * c1 + mass * (z * z + x * x)
  out[io + 6] = w0 * a2 + w1 * b2 + w2 * c2 + mass * (x * x + y * y)
  out[io + 7] = u0 * a1 + u1 * b1 + u2 * c1 - mass * x * y
  out[io + 8] = v0 * a2 + v1 * b2 + v2 * c2 - mass * y * z
  out[io + 9] = w0 * a0 + w1 * b0 + w2 * c0 - mass * z * x
}

/** Writes the momentum of an inertia at `m[i]` that moves with the twist at `v[iv]`: angular about the origin, then linear. */
export function momentum(
  m: Float64Array,
  i: number,
  v: Float64Array,
  iv: number,
  out: Float64Array,
  io: number,
): void {
  const mass = m[i]
  const hx = m[i + 1]
  const hy = m[i + 2]
  const hz = m[i + 3]
  const wx = v[iv]
  const wy = v[iv + 1]
  const wz = v[iv + 2]
  const ux = v[iv + 3]
  const uy = v[iv + 4]
  const uz = v[iv + 5]
  out[io] = m[i + 4] * wx + m[i + 7] * wy + m[i + 9] * wz + hy * uz - hz * uy
  out[io + 1] = m[i + 7] * wx + m[i + 5] * wy + m[i + 8] * wz + hz * ux - hx * uz
  out[io + 2] = m[i + 9] * wx + m[i + 8] * wy + m[i + 6] * wz + hx * uy - hy * ux
  out[io + 3] = mass * ux + wy * hz - wz * hy
  out[io + 4] = mass * uy + wz * hx - wx * hz
  out[io + 5] = mass * uz + wx * hy - wy * hx
}

/** What `neededWrench` writes, of which only moment about z and forces along x and y are written: a link in the ground's plane needs no more. */
export function neededInPlane(
  m: Float64Array,
  i: number,
  twist: Float64Array,
  twistRate: Float64Array,
  iv: number,
  gravity: Float64Array,
  out: Float64Array,
  io: number,
): void {
  const mass = m[i]
  const hx = m[i + 1]
  const hy = m[i + 2]
  const a = twistRate[iv + 2]
  const bx = twistRate[iv + 3] - gravity[0]
  const by = twistRate[iv + 4] - gravity[1]
  const w = twist[iv + 2]
  const ux = twist[iv + 3]
  const uy = twist[iv + 4]
  const px = mass * ux - w * hy
  const py = mass * uy + w * hx
  out[io + 2] = m[i + 6] * a + hx * by - hy * bx + ux * py - uy * px
  out[io + 3] = mass * bx - a * hy - w * py
  out[io + 4] = mass * by + a * hx + w * px
}

const spun = new Float64Array(6)

/**
 * Writes the wrench that an inertia needs to move with a twist and a spatial acceleration under gravity: I (a - g) + v x* I v,
 * as moment about the ground's origin, then force.
 */
export function neededWrench(
  m: Float64Array,
  i: number,
  twist: Float64Array,
  iv: number,
  twistRate: Float64Array,
  ia: number,
  gravity: Float64Array,
  out: Float64Array,
  io: number,
): void {
  const mass = m[i]
  const hx = m[i + 1]
  const hy = m[i + 2]
  const hz = m[i + 3]
  const ax = twistRate[ia]
  const ay = twistRate[ia + 1]
  const az = twistRate[ia + 2]
  const bx = twistRate[ia + 3] - gravity[0]
  const by = twistRate[ia + 4] - gravity[1]
  const bz = twistRate[ia + 5] - gravity[2]
  momentum(m, i, twist, iv, spun, 0)
  const wx = twist[iv]
  const wy = twist[iv + 1]
  const wz = twist[iv + 2]
  const ux = twist[iv + 3]
  const uy = twist[iv + 4]
  const uz = twist[iv + 5]
  const lx = spun[0]
  const ly = spun[1]
  const lz = spun[2]
  const px = spun[3]
  const py = spun[4]
  const pz = spun[5]
  out[io] =
    m[i + 4] * ax + m[i + 7] * ay + m[i + 9] * az + hy * bz - hz * by + wy * lz - wz * ly + uy * pz - uz * py
  out[io + 1] =
    m[i + 7] * ax + m[i + 5] * ay + m[i + 8] * az + hz * bx - hx * bz + wz * lx - wx * lz + uz * px - ux * pz
  out[io + 2] =
    m[i + 9] * ax + m[i + 8] * ay + m[i + 6] * az + hx * by - hy * bx + wx * ly - wy * lx + ux * py - uy * px
  out[io + 3] = mass * bx + ay * hz - az * hy + wy * pz - wz * py
  out[io + 4] = mass * by + az * hx - ax * hz + wz * px - wx * pz
  out[io + 5] = mass * bz + ax * hy - ay * hx + wx * py - wy * px
}
