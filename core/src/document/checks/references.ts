/** What a mechanism document must be beside its fields: nothing dangling or circular, no joint of a body with itself, a ground. */
import type { Problem } from '../../result'
import type { Mate, MateEnd } from '../format/joints'
import type { MechanismDocument } from '../format/mechanism'
import { supportsOf } from '../format/parts'
import type { Datum } from '../format/parts'
import { needsOfProbe } from '../format/probes'
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
    ...deskProblems(document),
  ]
}

type Datums = ReadonlyMap<string, Datum>

function bodyProblems(document: MechanismDocument): Problem[] {
  const problems = document.bodies.flatMap((body, i) =>
    body.parts.flatMap(({ id, on }, k) => {
      if (!on) return []
      const place = body.parts.findIndex((p) => p.id === on.placed)
      const isBefore = place >= 0 && place < k
      return isBefore
        ? []
        : [missingReference(`/bodies/${i}/parts/${k}/on/placed`, 'part placed before it', on.placed, id)]
    }),
  )
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
  const bodies = new Map(document.bodies.map((body) => [body.id, body]))
  return document.datums.flatMap((datum, i) => {
    const path = `/datums/${i}`
    const body = bodies.get(datum.body)
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
    if (placed !== undefined && !body.parts.some((p) => p.id === placed)) {
      return [missingReference(`${path}/feature/placed`, 'placed part', placed, datum.id)]
    }
    return supportProblems(datum, path, datums)
  })
}

/** A datum is placed by datums of its own body that are not placed by it in turn. */
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
  return standsOnItself(datum, datums)
    ? [
        {
          code: 'datum-circular',
          message: `“${datum.name}” is placed by datums that are placed by “${datum.name}” again.`,
          pointer: datum.between ? `${path}/between` : `${path}/on`,
          ids: [datum.id],
        },
      ]
    : []
}

function standsOnItself(datum: Datum, datums: Datums): boolean {
  const seen = new Set<string>()
  const waiting = supportsOf(datum)
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    if (id === datum.id) return true
    if (seen.has(id)) continue
    seen.add(id)
    const support = datums.get(id)
    if (support) waiting.push(...supportsOf(support))
  }
  return false
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
  return (document.mates ?? []).flatMap((mate, i) => {
    const path = `/mates/${i}`
    const problems = (['a', 'b'] as const).flatMap((side) =>
      mateEndProblems(mate, mate[side], `${path}/${side}`),
    )
    const [a, b] = [mate.a, mate.b].map((end) => bodyOfEnd(end, document, datums))
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

function bodyOfEnd(end: MateEnd, document: MechanismDocument, datums: Datums): string | undefined {
  const datum = end.as === 'path' ? document.paths?.find(({ id }) => id === end.path)?.datum : end.datum
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
const MEASURED = ['joint', 'freedom', 'mate', 'datum', 'from', 'along'] as const

function probeProblems(document: MechanismDocument): Problem[] {
  return document.probes.flatMap((probe, i) => {
    const { fields, optional = [], words } = needsOfProbe(probe.kind)
    const ids = [probe.id]
    if (fields.some((field) => probe[field] === undefined)) {
      const message = `“${probe.name}” needs ${words}.`
      return [{ code: 'probe-incomplete', message, pointer: `/probes/${i}`, ids }]
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
