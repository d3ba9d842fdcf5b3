/** References of a mechanism document: unique ids, nothing dangling, no joint of a body with itself, a ground. */
import type { Problem } from '../result'
import type { Datum, MechanismDocument, Probe } from './mechanism'

export function referenceProblems(document: MechanismDocument): Problem[] {
  return [
    ...repeatedIds(document),
    ...bodyProblems(document),
    ...datumProblems(document),
    ...jointProblems(document),
    ...scenarioProblems(document),
    ...probeProblems(document),
  ]
}

const idsOf = (entries: readonly { id: string }[]): Set<string> => new Set(entries.map((e) => e.id))

function missing(path: string, what: string, id: string, owner: string): Problem {
  return {
    code: 'reference-missing',
    message: `“${owner}” refers to the ${what} “${id}”, which is not in this mechanism.`,
    path,
    ids: [owner, id],
  }
}

function repeatedIds(document: MechanismDocument): Problem[] {
  const seen = new Map<string, string>()
  const problems: Problem[] = []
  const visit = (path: string, id: string) => {
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
  }
  for (const list of ['parts', 'bodies', 'datums', 'joints', 'probes', 'scenarios'] as const) {
    document[list].forEach((entry, i) => visit(`/${list}/${i}`, entry.id))
  }
  document.bodies.forEach((body, i) => {
    body.parts.forEach((placed, k) => visit(`/bodies/${i}/parts/${k}`, placed.id))
  })
  document.scenarios.forEach((scenario, i) => {
    scenario.drivers.forEach((driver, k) => visit(`/scenarios/${i}/drivers/${k}`, driver.id))
  })
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
  if (!document.bodies.some((body) => body.grounded)) {
    problems.push({
      code: 'ground-missing',
      message: 'No body is held to ground. Mark at least one body as grounded.',
      path: '/bodies',
    })
  }
  return problems
}

function datumProblems(document: MechanismDocument): Problem[] {
  const bodies = new Map(document.bodies.map((body) => [body.id, body]))
  return document.datums.flatMap((datum, i) => {
    const path = `/datums/${i}`
    const body = bodies.get(datum.body)
    if (!body) return [missing(`${path}/body`, 'body', datum.body, datum.id)]
    if (datum.feature && datum.at) {
      return [
        {
          code: 'datum-ambiguous',
          message: `“${datum.name}” stands on a feature and at a fixed place; keep one of the two.`,
          path,
          ids: [datum.id],
        },
      ]
    }
    const placed = datum.feature?.placed
    return placed !== undefined && !body.parts.some((p) => p.id === placed)
      ? [missing(`${path}/feature/placed`, 'placed part', placed, datum.id)]
      : []
  })
}

function jointProblems(document: MechanismDocument): Problem[] {
  const datums = new Map<string, Datum>(document.datums.map((datum) => [datum.id, datum]))
  return document.joints.flatMap((joint, i) => {
    const path = `/joints/${i}`
    const from = datums.get(joint.from)
    const to = datums.get(joint.to)
    if (!from) return [missing(`${path}/from`, 'datum', joint.from, joint.id)]
    if (!to) return [missing(`${path}/to`, 'datum', joint.to, joint.id)]
    return from.body === to.body
      ? [
          {
            code: 'joint-of-one-body',
            message: `“${joint.name}” joins a body to itself; pick a datum on another body.`,
            path,
            ids: [joint.id, from.body],
          },
        ]
      : []
  })
}

function scenarioProblems(document: MechanismDocument): Problem[] {
  const joints = idsOf(document.joints)
  return document.scenarios.flatMap((scenario, i) =>
    scenario.drivers.flatMap((driver, k) =>
      joints.has(driver.joint)
        ? []
        : [missing(`/scenarios/${i}/drivers/${k}/joint`, 'joint', driver.joint, driver.id)],
    ),
  )
}

function probeProblems(document: MechanismDocument): Problem[] {
  const datums = idsOf(document.datums)
  const joints = idsOf(document.joints)
  const incomplete = (probe: Probe, path: string, asks: string): Problem => ({
    code: 'probe-incomplete',
    message: `“${probe.name}” needs ${asks}.`,
    path,
    ids: [probe.id],
  })
  return document.probes.flatMap((probe, i) => {
    const path = `/probes/${i}`
    if (probe.kind === 'datum-position') {
      if (!probe.datum || !probe.along) return [incomplete(probe, path, 'a datum and an axis (x, y or z)')]
      return datums.has(probe.datum) ? [] : [missing(`${path}/datum`, 'datum', probe.datum, probe.id)]
    }
    if (!probe.joint || !probe.freedom)
      return [incomplete(probe, path, 'a joint and the name of its freedom')]
    return joints.has(probe.joint) ? [] : [missing(`${path}/joint`, 'joint', probe.joint, probe.id)]
  })
}
