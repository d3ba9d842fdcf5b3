/** What a mechanism document must be beside its fields: nothing dangling or circular, no joint of a body with itself, a ground. */
import type { Problem } from '../../result'
import type { Mate, MateEnd } from '../format/joints'
import type { MechanismDocument } from '../format/mechanism'
import { supportsOf } from '../format/parts'
import type { Datum } from '../format/parts'
import { needsOfProbe } from '../format/probes'
import { clearanceProblems } from './clearance'
import { contactProblems } from './contacts'
import { checkProblems } from './proof'
import { circlesIn } from '../circles'
import { groupProblems } from '../groups'
import { idProblems, missingReference } from './missing'
import { scenarioProblems } from './scenario-references'

export function referenceProblems(document: MechanismDocument): Problem[] {
  const datums = new Map(document.datums.map((datum) => [datum.id, datum]))
  return [
    ...idProblems(document),
    ...bodyProblems(document),
    ...groupProblems(document),
    ...datumProblems(document, datums),
    ...jointProblems(document, datums),
    ...mateProblems(document, datums),
    ...scenarioProblems(document),
    ...probeProblems(document),
    ...checkProblems(document),
    ...clearanceProblems(document),
    ...contactProblems(document),
    ...deskProblems(document),
  ]
}

type Datums = ReadonlyMap<string, Datum>

function bodyProblems(document: MechanismDocument): Problem[] {
  const problems = document.bodies.flatMap((body, i) => {
    const before = new Set<string>()
    return body.parts.flatMap(({ id, on }, k) => {
      const isThere = !on || before.has(on.placed)
      before.add(id)
      return isThere
        ? []
        : [missingReference(`/bodies/${i}/parts/${k}/on/placed`, 'part placed before it', on.placed, id)]
    })
  })
  if (document.bodies.length > 0 && !document.bodies.some((body) => body.grounded)) {
    problems.push({
      code: 'ground-missing',
      message: 'No body is fixed to ground. Mark at least one body as grounded.',
      pointer: '/bodies',
    })
  }
  return problems
}

function datumProblems(document: MechanismDocument, datums: Datums): Problem[] {
  const placedIn = new Map(document.bodies.map(({ id, parts }) => [id, new Set(parts.map((p) => p.id))]))
  const problems = document.datums.flatMap((datum, i) => {
    const path = `/datums/${i}`
    const body = placedIn.get(datum.body)
    if (!body) return []
    if ([datum.feature, datum.at, datum.on, datum.between].filter(Boolean).length > 1) {
      return [
        {
          code: 'datum-ambiguous',
          message: `“${datum.name}” stands in more than one way: on a feature, at a fixed place, on another datum, between others; keep one.`,
          pointer: path,
          ids: [datum.id],
        },
      ]
    }
    const placed = datum.feature?.placed
    if (placed !== undefined && !body.has(placed)) {
      return [missingReference(`${path}/feature/placed`, 'placed part', placed, datum.id)]
    }
    return supportProblems(datum, path, datums)
  })
  return problems.length > 0 ? problems : circularDatums(document.datums, datums)
}

/** A datum is placed by datums of its own body. */
function supportProblems(datum: Datum, path: string, datums: Datums): Problem[] {
  const pointers = datum.between ? [`${path}/between/a`, `${path}/between/b`] : [`${path}/on`]
  for (const [k, id] of supportsOf(datum).entries()) {
    const other = datums.get(id)
    if (other && other.body !== datum.body) {
      return [
        {
          code: 'datum-elsewhere',
          message: `“${datum.name}” is placed by datums of its own body; “${other.name}” is on another one.`,
          pointer: pointers[k],
          ids: [datum.id, other.id],
        },
      ]
    }
  }
  return []
}

/** No datum is placed by datums that are placed by it in turn: every circle once. */
function circularDatums(all: readonly Datum[], datums: Datums): Problem[] {
  const waiting = unplaced(all, datums)
  const places = new Map(all.map(({ id }, i) => [id, i]))
  const blocked = (datum: Datum): Datum | undefined =>
    supportsOf(datum).flatMap((id) => waiting.get(id) ?? [])[0]
  return circlesIn(waiting.values(), blocked).map(([datum, ...others]) => ({
    code: 'datum-circular',
    message: `“${datum.name}” is placed by datums that are placed by “${datum.name}” again.`,
    pointer: `/datums/${places.get(datum.id)}/${datum.between ? 'between' : 'on'}`,
    ids: [datum, ...others].map(({ id }) => id),
  }))
}

/** Datums that stay when all whose supports are placed are placed one after the other: those of circles and what is on them. */
function unplaced(all: readonly Datum[], datums: Datums): Map<string, Datum> {
  const carried = new Map<string, Datum[]>()
  const missing = new Map<Datum, number>()
  for (const datum of all) {
    const supports = supportsOf(datum).filter((id) => datums.has(id))
    missing.set(datum, supports.length)
    for (const id of supports) {
      const others = carried.get(id)
      if (others) others.push(datum)
      else carried.set(id, [datum])
    }
  }
  const ready = all.filter((datum) => missing.get(datum) === 0)
  const waiting = new Map(all.map((datum) => [datum.id, datum]))
  for (let datum = ready.pop(); datum; datum = ready.pop()) {
    waiting.delete(datum.id)
    for (const one of carried.get(datum.id) ?? []) {
      const left = missing.get(one)! - 1
      missing.set(one, left)
      if (left === 0) ready.push(one)
    }
  }
  return waiting
}

function jointProblems(document: MechanismDocument, datums: Datums): Problem[] {
  return document.joints.flatMap((joint, i) => {
    const [from, to] = [datums.get(joint.from), datums.get(joint.to)]
    if (!from || !to || from.body !== to.body) return []
    return [
      {
        code: 'joint-of-one-body',
        message: `“${joint.name}” joins a body to itself; pick a datum on another body.`,
        pointer: `/joints/${i}`,
        ids: [joint.id, from.body],
      },
    ]
  })
}

function mateProblems(document: MechanismDocument, datums: Datums): Problem[] {
  const paths = new Map(document.paths?.map(({ id, datum }) => [id, datum]))
  return (document.mates ?? []).flatMap((mate, i) => {
    const path = `/mates/${i}`
    const problems = (['a', 'b'] as const).flatMap((side) =>
      mateEndProblems(mate, mate[side], `${path}/${side}`),
    )
    const [a, b] = [mate.a, mate.b].map((end) => bodyOfEnd(end, paths, datums))
    if (problems.length > 0 || a === undefined || a !== b) return problems
    return [
      {
        code: 'mate-of-one-body',
        message: `“${mate.name}” mates a body with itself; pick on another body.`,
        pointer: path,
        ids: [mate.id, a],
      },
    ]
  })
}

function mateEndProblems(mate: Mate, end: MateEnd, path: string): Problem[] {
  const wanted = end.as === 'path' ? 'path' : 'datum'
  const incomplete = (message: string): Problem[] => [
    { code: 'mate-incomplete', message: `“${mate.name}”: ${message}`, pointer: path, ids: [mate.id] },
  ]
  if (end[wanted] === undefined) return incomplete(`a side taken as ${article(end.as)} needs a ${wanted}.`)
  if ((end.as === 'cylinder' || end.as === 'sphere') && end.radius === undefined) {
    return incomplete(`a ${end.as} needs its radius.`)
  }
  return []
}

const article = (word: string): string => (word === 'axis' ? `an ${word}` : `a ${word}`)

/** @param paths the datums that paths are given in */
function bodyOfEnd(end: MateEnd, paths: ReadonlyMap<string, string>, datums: Datums): string | undefined {
  const datum = end.as === 'path' ? paths.get(end.path ?? '') : end.datum
  return datum === undefined ? undefined : datums.get(datum)?.body
}

/** A control moves a joint position or a datum. */
const deskProblems = (document: MechanismDocument): Problem[] =>
  (document.desk ?? []).flatMap(({ joint, datum }, i) =>
    (joint === undefined) === (datum === undefined)
      ? [
          {
            code: 'desk-incomplete',
            message: 'A control of the desk needs either a joint or a datum.',
            pointer: `/desk/${i}`,
            ids: [],
          },
        ]
      : [],
  )

/** Fields of which every kind of probe takes some. */
const MEASURED = [
  'joint',
  'freedom',
  'against',
  'againstFreedom',
  'mate',
  'body',
  'other',
  'datum',
  'from',
  'along',
  'spring',
  'contact',
  'expression',
  'of',
] as const
const AXES = ['x', 'y', 'z']

function probeProblems(document: MechanismDocument): Problem[] {
  return document.probes.flatMap((probe, i) => {
    const { fields, optional = [], along = AXES, words } = needsOfProbe(probe.kind)
    const ids = [probe.id]
    if (fields.some((field) => probe[field] === undefined)) {
      const message = `“${probe.name}” needs ${words}.`
      return [{ code: 'probe-incomplete', message, pointer: `/probes/${i}`, ids }]
    }
    if (probe.along !== undefined && !along.includes(probe.along)) {
      const message = `“${probe.name}” takes ${words}, not “${probe.along}”.`
      return [{ code: 'probe-field', message, pointer: `/probes/${i}/along`, ids }]
    }
    return MEASURED.filter(
      (field) => probe[field] !== undefined && !fields.includes(field) && !optional.includes(field),
    ).map((field) => ({
      code: 'probe-field',
      message: `“${probe.name}” takes ${words}, and has no use for “${field}”; delete that field.`,
      pointer: `/probes/${i}/${field}`,
      ids,
    }))
  })
}
