/** Mechanisms written down by plain numbers: bodies without shapes, joints at points and axes of ground. */
import { FORMAT, FORMAT_VERSION, openModel, runScenario } from '../src'
import type {
  AnyDriver,
  AnyRelation,
  Contact,
  Joint,
  Mate,
  MechanismDocument,
  Model,
  Part,
  Path,
  Take,
} from '../src'
import type { Probe } from '../src/document/format/probes'
import { kitPart } from './shapes/kit'

export type Point = readonly [number, number, number]
export type Flat = readonly [number, number]

const at3 = (p: Point | Flat): [number, number, number] => [p[0], p[1], p[2] ?? 0]

/** Where a joint is in ground at the starting pose; z along `axis`, x toward `zero`. */
export interface Place {
  readonly axis?: Point
  readonly zero?: Point
}

export class Sketch {
  readonly document: MechanismDocument

  constructor(length: number | string = 1, frameRate = 60) {
    this.document = {
      format: FORMAT,
      version: FORMAT_VERSION,
      name: 'Sketch',
      parts: [],
      bodies: [{ id: 'ground', name: 'Ground', grounded: true, parts: [] }],
      datums: [],
      joints: [],
      probes: [],
      scenarios: [{ id: 'run', name: 'Run', length, frameRate, drivers: [] }],
    }
  }

  body(...ids: string[]): this {
    for (const id of ids) this.document.bodies.push({ id, name: id, parts: [] })
    return this
  }

  /** A part of the kit on a body, called after its id, its z along the axis. */
  part(
    id: string,
    kind: string,
    body: string,
    position: Point | Flat,
    dimensions: Record<string, string | number> = {},
    { axis, zero, ...more }: Place & Partial<Part> = {},
  ): this {
    this.document.parts.push({ ...kitPart(kind, dimensions, more), id, name: id })
    const at = { position: at3(position), axis: axis && at3(axis), zero: zero && at3(zero) }
    this.document.bodies
      .find((one) => one.id === body)!
      .parts.push({ id: `${id}-placed`, part: id, at: JSON.parse(JSON.stringify(at)) })
    return this
  }

  contact(id: string, a: string, b: string, values: Partial<Contact> = {}): this {
    ;(this.document.contacts ??= []).push({ id, name: id, a, b, ...values })
    return this
  }

  /** Where a joint of one freedom returns to by itself. */
  rest(joint: string, rest: number, freedom = 's'): this {
    this.document.joints.find(({ id }) => id === joint)!.freedoms = [{ name: freedom, rest }]
    return this
  }

  datum(id: string, body: string, point: Point | Flat, { axis, zero }: Place = {}): this {
    const place = { position: at3(point), axis: axis && at3(axis), zero: zero && at3(zero) }
    this.document.datums.push({ id, name: id, body, at: JSON.parse(JSON.stringify(place)) })
    return this
  }

  join(
    kind: string,
    id: string,
    from: string,
    to: string,
    point: Point | Flat,
    place: Place = {},
    more: Partial<Joint> = {},
  ): this {
    this.datum(`${id}-from`, from, point, place).datum(`${id}-to`, to, point, place)
    this.document.joints.push({ id, name: id, kind, from: `${id}-from`, to: `${id}-to`, ...more })
    return this
  }

  hinge(id: string, from: string, to: string, point: Point | Flat, place: Place = {}): this {
    return this.join('revolute', id, from, to, point, place)
  }

  /** @param axis the direction of the slide */
  slide(id: string, from: string, to: string, point: Point | Flat, axis: Point): this {
    return this.join('prismatic', id, from, to, point, { axis })
  }

  mate(mate: Omit<Mate, 'name'>): this {
    ;(this.document.mates ??= []).push({ name: mate.id, ...mate })
    return this
  }

  path(path: Omit<Path, 'name'>): this {
    ;(this.document.paths ??= []).push({ name: path.id, ...path })
    return this
  }

  relate(relation: AnyRelation): this {
    ;(this.document.relations ??= []).push(relation)
    return this
  }

  /** A relation of two joints with one freedom each; called after its id. */
  pair(kind: AnyRelation['kind'], id: string, a: string, b: string, fields: object = {}): this {
    const name = id[0].toUpperCase() + id.slice(1)
    return this.relate({ id, name, kind, a: { joint: a }, b: { joint: b }, ...fields } as AnyRelation)
  }

  /** A motor on the only freedom of a joint, in SI. */
  motor(joint: string, speed: number, freedom?: string): this {
    return this.drive({ id: `${joint}-motor`, kind: 'motor', joint, freedom, speed, runUp: 0 })
  }

  drive(driver: AnyDriver): this {
    this.document.scenarios[0].drivers.push(JSON.parse(JSON.stringify(driver)))
    return this
  }

  probe(probe: Omit<Probe, 'name'>): this {
    this.document.probes.push({ name: probe.id, ...probe })
    return this
  }

  open(): Model {
    const model = openModel(this.document)
    if (!model.ok) throw new Error(model.problems.map((p) => `${p.code}: ${p.message}`).join('\n'))
    return model.value
  }

  /** The take of its scenario; throws when the motion does not reach its end. */
  solve(): TakeReader {
    const take = this.attempt()
    if (take.stopped) throw new Error(take.stopped.message)
    return new TakeReader(take)
  }

  attempt(): Take {
    const run = runScenario(this.open(), 'run')
    if (!run.ok) throw new Error(run.problems.map((p) => `${p.code}: ${p.message}`).join('\n'))
    run.value.advance(Infinity)
    return run.value.take()
  }
}

export type Jet = readonly [number, number, number]

/** A take to be read by name. */
export class TakeReader {
  constructor(readonly take: Take) {}

  /** Value, rate and acceleration of a joint's coordinate. */
  joint(key: string, frame: number): Jet {
    const { take } = this
    const full = key.includes('/')
      ? key
      : take.coordinateChannels.find((c) => c.key.startsWith(`${key}/`))!.key
    const columns = take.coordinateChannels.length
    const column = take.coordinateChannels.findIndex((channel) => channel.key === full)
    const at = frame * columns + column
    return [take.coordinates[at], take.coordinateRates[at], take.coordinateAccelerations[at]]
  }

  probe(id: string, frame: number): Jet {
    const { take } = this
    const column = take.probeChannels.findIndex((channel) => channel.key === id)
    const at = 3 * (frame * take.probeChannels.length + column)
    return [take.probes[at], take.probes[at + 1], take.probes[at + 2]]
  }

  time(frame: number): number {
    return frame * this.take.interval
  }

  /** Largest differences of value, rate and acceleration over the take, relative to the largest expected ones. */
  worst(actual: (frame: number) => Jet, expected: (frame: number) => Jet): Jet {
    const error = [0, 0, 0]
    const size = [0, 0, 0]
    for (let frame = 0; frame < this.take.frames; frame++) {
      const want = expected(frame)
      actual(frame).forEach((value, k) => {
        const gap = Math.abs(value - want[k])
        if (!(gap <= error[k])) error[k] = gap
        size[k] = Math.max(size[k], Math.abs(want[k]))
      })
    }
    return [0, 1, 2].map((k) => error[k] / Math.max(size[k], 1e-6)) as unknown as Jet
  }
}

/**
 * Value and two derivatives by time of a closed form, from its value alone: central differences of sixth order, good to
 * about 1e-9 of the second derivative for a step near 2e-3 of a period.
 */
export function jetOf(f: (t: number) => number, t: number, h = 2e-3): Jet {
  const [a, b, c] = [1, 2, 3].map((k) => f(t + k * h) - f(t - k * h))
  const f0 = f(t)
  const [p, q, r] = [1, 2, 3].map((k) => f(t + k * h) - 2 * f0 + f(t - k * h))
  return [f0, (45 * a - 9 * b + c) / (60 * h), (270 * p - 27 * q + 2 * r) / (180 * h * h)]
}

/** The intersection of two circles that lies to the left of the line between their centres. */
export function meet(a: Flat, ra: number, b: Flat, rb: number): Flat {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  const d = Math.hypot(dx, dy)
  const along = (ra * ra - rb * rb + d * d) / (2 * d)
  const across = Math.sqrt(ra * ra - along * along)
  return [a[0] + (along * dx - across * dy) / d, a[1] + (along * dy + across * dx) / d]
}
