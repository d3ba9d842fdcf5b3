/**
 * Writing down a machine in ground coordinates: bodies are unturned at a point, parts are placed on them, and joints are
 * given by the point and the axis of ground where they are. All lengths in mm.
 */
import { FORMAT, FORMAT_VERSION, shapeType } from '@ligamen/core'
import type { AnyRelation, MechanismDocument } from '@ligamen/core'

export type Point = readonly [number, number, number]

const UP: Point = [0, 0, 1]
const mm = (value: number) => (value === 0 ? 0 : `${Number(value.toFixed(6))} mm`)
const place = (point: Point) => ({ position: point.map(mm) as [string, string, string] })

/** What parts of a colour are made of; the others are painted. */
const MATERIALS: Readonly<Record<string, { readonly material: string; readonly density: string }>> = {
  '#8fa3ad': { material: 'Aluminium', density: '2700 kg/m^3' },
  '#d9a441': { material: 'Brass', density: '8500 kg/m^3' },
  '#c9a66b': { material: 'Beech', density: '720 kg/m^3' },
  '#c9c2b2': { material: 'POM', density: '1410 kg/m^3' },
}

export class LineBuilder {
  readonly document: MechanismDocument
  private readonly origins = new Map<string, Point>()

  constructor(name: string) {
    this.document = {
      format: FORMAT,
      version: FORMAT_VERSION,
      name,
      parts: [],
      bodies: [],
      datums: [],
      joints: [],
      relations: [],
      probes: [],
      scenarios: [],
    }
  }

  body(id: string, name: string, at: Point, grounded = false): this {
    this.origins.set(id, at)
    this.document.bodies.push({ id, name, ...(grounded ? { grounded } : {}), parts: [], pose: place(at) })
    return this
  }

  /**
   * A part on the body made last; parts of one shape are shared, and dimensions that are left out are the usual ones.
   * @param at of the part on the body [mm]; @param along where its z points; @param zero where its x points
   */
  part(
    shape: string,
    colour: string,
    given: Readonly<Record<string, string>>,
    at: Point = [0, 0, 0],
    along: Point = UP,
    zero?: Point,
  ): this {
    const { parts, bodies } = this.document
    const body = bodies[bodies.length - 1]!
    const usual = Object.entries(shapeType(shape)!.dimensions).map(([name, spec]) => [name, spec.usual])
    const dimensions = { ...(Object.fromEntries(usual) as Record<string, string>), ...given }
    const alike = (part: (typeof parts)[number]) =>
      part.shape === shape &&
      part.colour === colour &&
      JSON.stringify(part.dimensions) === JSON.stringify(dimensions)
    let part = parts.find(alike)
    if (!part) {
      part = {
        id: `part-${parts.length + 1}`,
        name: body.name,
        shape,
        dimensions,
        colour,
        ...MATERIALS[colour],
      }
      parts.push(part)
    }
    body.parts.push({
      id: `${body.id}-${body.parts.length + 1}`,
      part: part.id,
      at: {
        ...place(at),
        axis: [...along] as [number, number, number],
        ...(zero ? { zero: [...zero] as [number, number, number] } : {}),
      },
    })
    return this
  }

  box(colour: string, [x, y, z]: Point, at: Point = [0, 0, 0]): this {
    return this.part('box', colour, { width: `${x} mm`, depth: `${y} mm`, height: `${z} mm` }, at)
  }

  datum(id: string, name: string, body: string, point: Point, axis: Point = UP, zero?: Point): this {
    const origin = this.origins.get(body)!
    const on = point.map((v, k) => v - origin[k]!) as unknown as Point
    this.document.datums.push({
      id,
      name,
      body,
      at: {
        ...place(on),
        axis: [...axis] as [number, number, number],
        ...(zero ? { zero: [...zero] as [number, number, number] } : {}),
      },
    })
    return this
  }

  join(
    kind: string,
    id: string,
    name: string,
    from: string,
    to: string,
    point: Point,
    axis: Point = UP,
  ): this {
    // the zero direction lies across the axis, the same on both bodies
    const zero: Point = Math.abs(axis[0]) > 0.5 ? [0, 1, 0] : [1, 0, 0]
    this.datum(`${id}-on-${from}`, `${name} on ${from}`, from, point, axis, zero)
    this.datum(`${id}-on-${to}`, `${name} on ${to}`, to, point, axis, zero)
    this.document.joints.push({ id, name, kind, from: `${id}-on-${from}`, to: `${id}-on-${to}` })
    return this
  }

  hinge(id: string, name: string, from: string, to: string, point: Point, axis: Point = UP): this {
    return this.join('revolute', id, name, from, to, point, axis)
  }

  slide(id: string, name: string, from: string, to: string, point: Point, axis: Point): this {
    return this.join('prismatic', id, name, from, to, point, axis)
  }

  relate(relation: AnyRelation): this {
    this.document.relations!.push(relation)
    return this
  }

  limit(joint: string, freedom: string, lower: string, upper: string): this {
    this.document.joints.find(({ id }) => id === joint)!.freedoms = [{ name: freedom, lower, upper }]
    return this
  }
}
