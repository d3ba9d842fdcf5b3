/** References of a mechanism document: unique ids, nothing dangling or circular, no joint of a body with itself, a ground. */
import type { Problem } from '../../result'
import { groupProblems } from '../groups'
import type { Mate, MateEnd } from '../format/joints'
import type { MechanismDocument } from '../format/mechanism'
import type { Datum } from '../format/parts'
import type { Probe } from '../format/probes'
import { idsOf, missing } from './missing'
import { coordinatesOf } from '../format/relations'
import { scenarioProblems } from './scenario-references'

export function referenceProblems(document: MechanismDocument): Problem[] {
  const known = new Known(document)
  return [
    ...repeatedIds(document),
    ...bodyProblems(document),
    ...groupProblems(document),
    ...datumProblems(document, known),
    ...pathProblems(document, known),
    ...jointProblems(document, known),
    ...mateProblems(document, known),
    ...relationProblems(document, known),
    ...poseProblems(document, known),
    ...scenarioProblems(document),
    ...probeProblems(document, known),
    ...deskProblems(document, known),
    ...springProblems(document, known),
  ]
}

/** What a document holds, by id. */
class Known {
  readonly body: ReadonlySet<string>
  readonly datum: ReadonlyMap<string, Datum>
  readonly path: ReadonlySet<string>
  readonly joint: ReadonlySet<string>
  readonly mate: ReadonlySet<string>
  readonly relation: ReadonlySet<string>

  constructor(document: MechanismDocument) {
    this.body = idsOf(document.bodies)
    this.datum = new Map(document.datums.map((datum) => [datum.id, datum]))
    this.path = idsOf(document.paths ?? [])
    this.joint = idsOf(document.joints)
    this.mate = idsOf(document.mates ?? [])
    this.relation = idsOf(document.relations ?? [])
  }

  /** A problem when an entry refers to something that is not there; nothing when it leaves the reference out. */
  missing(
    what: 'body' | 'datum' | 'path' | 'joint' | 'mate' | 'relation',
    id: string | undefined,
    path: string,
    owner: string,
  ): Problem[] {
    return id === undefined || this[what].has(id) ? [] : [missing(path, what, id, owner)]
  }
}

/** Every list of entries with ids, and its place. */
function* listsOf(document: MechanismDocument): Generator<[string, readonly { id?: string }[]]> {
  yield ['/parts', document.parts]
  yield ['/bodies', document.bodies]
  for (const [i, body] of document.bodies.entries()) yield [`/bodies/${i}/parts`, body.parts]
  yield ['/groups', document.groups ?? []]
  yield ['/datums', document.datums]
  yield ['/paths', document.paths ?? []]
  yield ['/joints', document.joints]
  yield ['/mates', document.mates ?? []]
  yield ['/relations', document.relations ?? []]
  yield ['/springs', document.springs ?? []]
  yield ['/poses', document.poses ?? []]
  yield ['/probes', document.probes]
  yield ['/scenarios', document.scenarios]
  for (const [i, scenario] of document.scenarios.entries()) {
    yield [`/scenarios/${i}/drivers`, scenario.drivers]
    yield [`/scenarios/${i}/cues`, scenario.cues ?? []]
    for (const [k, driver] of scenario.drivers.entries())
      if ('moves' in driver) yield [`/scenarios/${i}/drivers/${k}/moves`, driver.moves]
  }
}

function repeatedIds(document: MechanismDocument): Problem[] {
  const seen = new Map<string, string>()
  const problems: Problem[] = []
  for (const [list, entries] of listsOf(document)) {
    entries.forEach(({ id }, i) => {
      if (id === undefined) return
      const path = `${list}/${i}`
      const before = seen.get(id)
      if (before === undefined) seen.set(id, path)
      else {
        problems.push({
          code: 'id-repeated',
          message: `The id “${id}” stands at ${before} already; every id may be used once.`,
          path: `${path}/id`,
          ids: [id],
        })
      }
    })
  }
  return problems
}

function bodyProblems(document: MechanismDocument): Problem[] {
  const parts = idsOf(document.parts)
  const problems = document.bodies.flatMap((body, i) =>
    body.parts.flatMap((placed, k) => {
      const path = `/bodies/${i}/parts/${k}`
      if (!parts.has(placed.part)) return [missing(`${path}/part`, 'part', placed.part, placed.id)]
      const before = body.parts.slice(0, k).some((p) => p.id === placed.on?.placed)
      return !placed.on || before
        ? []
        : [missing(`${path}/on/placed`, 'part placed before it', placed.on.placed, placed.id)]
    }),
  )
  if (document.bodies.length > 0 && !document.bodies.some((body) => body.grounded)) {
    problems.push({
      code: 'ground-missing',
      message: 'No body is held to ground. Mark at least one body as grounded.',
      path: '/bodies',
    })
  }
  return problems
}

function datumProblems(document: MechanismDocument, known: Known): Problem[] {
  const bodies = new Map(document.bodies.map((body) => [body.id, body]))
  return document.datums.flatMap((datum, i) => {
    const path = `/datums/${i}`
    const body = bodies.get(datum.body)
    if (!body) return [missing(`${path}/body`, 'body', datum.body, datum.id)]
    if ([datum.feature, datum.at, datum.between].filter(Boolean).length > 1) {
      return [
        {
          code: 'datum-ambiguous',
          message: `“${datum.name}” stands in more than one way: on a feature, at a fixed place, between others; keep one.`,
          path,
          ids: [datum.id],
        },
      ]
    }
    const placed = datum.feature?.placed
    if (placed !== undefined && !body.parts.some((p) => p.id === placed)) {
      return [missing(`${path}/feature/placed`, 'placed part', placed, datum.id)]
    }
    return betweenProblems(datum, path, known)
  })
}

function betweenProblems(datum: Datum, path: string, known: Known): Problem[] {
  const { between } = datum
  if (!between) return []
  for (const side of ['a', 'b'] as const) {
    const other = known.datum.get(between[side])
    if (!other) return [missing(`${path}/between/${side}`, 'datum', between[side], datum.id)]
    if (other.body !== datum.body) {
      return [
        {
          code: 'datum-elsewhere',
          message: `“${datum.name}” stands between datums of its own body; “${other.name}” is on another one.`,
          path: `${path}/between/${side}`,
          ids: [datum.id, other.id],
        },
      ]
    }
  }
  return standsOnItself(datum, known)
    ? [
        {
          code: 'datum-circular',
          message: `“${datum.name}” stands between datums that stand on “${datum.name}” again.`,
          path: `${path}/between`,
          ids: [datum.id],
        },
      ]
    : []
}

function standsOnItself(datum: Datum, known: Known): boolean {
  const seen = new Set<string>()
  const waiting = [datum.between!.a, datum.between!.b]
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    if (id === datum.id) return true
    if (seen.has(id)) continue
    seen.add(id)
    const between = known.datum.get(id)?.between
    if (between) waiting.push(between.a, between.b)
  }
  return false
}

const pathProblems = (document: MechanismDocument, known: Known): Problem[] =>
  (document.paths ?? []).flatMap(({ id, datum }, i) => known.missing('datum', datum, `/paths/${i}/datum`, id))

function jointProblems(document: MechanismDocument, known: Known): Problem[] {
  return document.joints.flatMap((joint, i) => {
    const path = `/joints/${i}`
    const problems = [
      ...known.missing('datum', joint.from, `${path}/from`, joint.id),
      ...known.missing('datum', joint.to, `${path}/to`, joint.id),
    ]
    const body = known.datum.get(joint.from)?.body
    if (problems.length > 0 || body !== known.datum.get(joint.to)?.body) return problems
    return [
      {
        code: 'joint-of-one-body',
        message: `“${joint.name}” joins a body to itself; pick a datum on another body.`,
        path,
        ids: [joint.id, body!],
      },
    ]
  })
}

function mateProblems(document: MechanismDocument, known: Known): Problem[] {
  return (document.mates ?? []).flatMap((mate, i) => {
    const path = `/mates/${i}`
    const problems = (['a', 'b'] as const).flatMap((side) =>
      mateEndProblems(mate, mate[side], `${path}/${side}`, known),
    )
    const [a, b] = [mate.a, mate.b].map((end) => bodyOfEnd(end, document, known))
    if (problems.length > 0 || a !== b) return problems
    return [
      {
        code: 'mate-of-one-body',
        message: `“${mate.name}” mates a body with itself; pick on another body.`,
        path,
        ids: [mate.id, a!],
      },
    ]
  })
}

function mateEndProblems(mate: Mate, end: MateEnd, path: string, known: Known): Problem[] {
  const wanted = end.as === 'path' ? 'path' : 'datum'
  const incomplete = (message: string): Problem[] => [
    { code: 'mate-incomplete', message: `“${mate.name}”: ${message}`, path, ids: [mate.id] },
  ]
  if (end[wanted] === undefined) return incomplete(`a side taken as ${article(end.as)} needs a ${wanted}.`)
  if ((end.as === 'cylinder' || end.as === 'sphere') && end.radius === undefined) {
    return incomplete(`a ${end.as} needs its radius.`)
  }
  return known.missing(wanted, end[wanted], `${path}/${wanted}`, mate.id)
}

const article = (word: string): string => (word === 'axis' ? `an ${word}` : `a ${word}`)

function bodyOfEnd(end: MateEnd, document: MechanismDocument, known: Known): string | undefined {
  const datum = end.as === 'path' ? document.paths?.find(({ id }) => id === end.path)?.datum : end.datum
  return datum === undefined ? undefined : known.datum.get(datum)?.body
}

const poseProblems = (document: MechanismDocument, known: Known): Problem[] =>
  (document.poses ?? []).flatMap(({ id, values }, i) =>
    values.flatMap(({ joint }, k) => known.missing('joint', joint, `/poses/${i}/values/${k}/joint`, id)),
  )

const springProblems = (document: MechanismDocument, known: Known): Problem[] =>
  (document.springs ?? []).flatMap(({ id, from, to }, i) => [
    ...known.missing('datum', from, `/springs/${i}/from`, id),
    ...known.missing('datum', to, `/springs/${i}/to`, id),
  ])

/** A control moves a joint position or a datum. */
const deskProblems = (document: MechanismDocument, known: Known): Problem[] =>
  (document.desk ?? []).flatMap(({ joint, datum }, i) => {
    const path = `/desk/${i}`
    if ((joint === undefined) === (datum === undefined)) {
      const message = 'A control of the desk needs either a joint or a datum.'
      return [{ code: 'desk-incomplete', message, path, ids: [] }]
    }
    return [
      ...known.missing('joint', joint, `${path}/joint`, 'Control desk'),
      ...known.missing('datum', datum, `${path}/datum`, 'Control desk'),
    ]
  })

function relationProblems(document: MechanismDocument, known: Known): Problem[] {
  return (document.relations ?? []).flatMap((relation, i) => {
    const path = `/relations/${i}`
    const carrier = 'carrier' in relation ? relation.carrier : undefined
    return [
      ...coordinatesOf(relation).flatMap(([place, { joint }]) =>
        known.missing('joint', joint, `${path}/${place}/joint`, relation.id),
      ),
      ...known.missing('body', carrier, `${path}/carrier`, relation.id),
      ...(relation.kind === 'cord'
        ? known.missing('datum', relation.datum, `${path}/datum`, relation.id)
        : []),
    ]
  })
}

/** What each kind of probe asks for, in words. */
const PROBE_NEEDS: Readonly<Record<Probe['kind'], readonly [readonly (keyof Probe)[], string]>> = {
  'joint-position': [['joint'], 'a joint and the name of its freedom'],
  'datum-position': [['datum', 'along'], 'a datum and an axis (x, y or z)'],
  'mate-value': [['mate'], 'a mate'],
  orientation: [['datum', 'along'], 'a datum and an axis (x, y or z)'],
  distance: [['datum', 'from'], 'two datums'],
  angle: [['datum', 'from'], 'two datums'],
  'angular-velocity': [['datum', 'along'], 'a datum and an axis (x, y or z)'],
}

function probeProblems(document: MechanismDocument, known: Known): Problem[] {
  return document.probes.flatMap((probe, i) => {
    const path = `/probes/${i}`
    const [needs, words] = PROBE_NEEDS[probe.kind]
    if (needs.some((field) => probe[field] === undefined)) {
      return [{ code: 'probe-incomplete', message: `“${probe.name}” needs ${words}.`, path, ids: [probe.id] }]
    }
    return [
      ...known.missing('joint', probe.joint, `${path}/joint`, probe.id),
      ...known.missing('mate', probe.mate, `${path}/mate`, probe.id),
      ...known.missing('datum', probe.datum, `${path}/datum`, probe.id),
      ...known.missing('datum', probe.from, `${path}/from`, probe.id),
    ]
  })
}
