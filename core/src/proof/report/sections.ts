/** The sections of a report: each a heading and its content as HTML. */
import type { MechanismDocument } from '../../document/format/mechanism'
import { isMovedByForces } from '../../document/moved-by-forces'
import type { ReportSection } from '../../document/format/report'
import type { Scenario } from '../../document/format/scenarios'
import { jointType } from '../../mechanism/joints/registry'
import { dimensions } from '../../units/dimension'
import { formatQuantity } from '../../units/format'
import { byClearance } from '../clearance/clearances'
import type { Clearances } from '../clearance/clearances'
import type { CheckResult } from '../evaluate'
import { findFacts } from '../facts/facts'
import { listed } from '../../wording'
import { forcesContent } from './forces-section'
import { chartFigure, timingFigures } from './figures'
import { escaped, htmlTable, paragraph } from './html'
import type { ReportInput } from './report-input'

interface Section {
  readonly heading: string
  /** Empty where there is nothing to say. */
  readonly content: string
}

type Write = (input: ReportInput, results: readonly CheckResult[]) => Section

const STATES: Readonly<Record<CheckResult['state'], string>> = {
  met: 'met',
  'not-met': 'not met',
  undecided: 'not decided',
  muted: 'muted',
}

/** How scenarios are solved, in sentences. */
function how(scenarios: readonly Scenario[]): string {
  const moved = scenarios.filter(isMovedByForces)
  const named = listed(moved.map(({ name }) => name))
  const others = moved.length === 0 ? 'Scenarios are' : 'Others are'
  const driven =
    moved.length === scenarios.length
      ? ''
      : `${others} solved kinematically: positions, velocities and accelerations follow from the drivers. `
  const byForces =
    moved.length === 0
      ? ''
      : `${named} ${moved.length > 1 ? 'move' : 'moves'} by masses and loads where nothing drives; friction is Coulomb's, impacts take no time. `
  return `${byForces}${driven}`.trim()
}

export const sections: Readonly<Record<ReportSection['kind'], Write>> = {
  assumptions: ({ evidence: { document } }) => ({
    heading: 'What is assumed',
    content: paragraph(
      `Bodies are rigid, joints have no play. ${how(document.scenarios)} Positions are closed to 1e-10 of the size of the mechanism; velocities and accelerations are solved, not differenced.`,
    ),
  }),
  pictures: ({ pictures }) => ({
    heading: 'Pictures',
    content: pictures
      .map(
        ({ title, url }) =>
          `<figure><img alt="${escaped(title)}" src="${url}"><figcaption>${escaped(title)}</figcaption></figure>`,
      )
      .join('\n'),
  }),
  checks: ({ evidence: { document } }, results) => ({
    heading: 'Checks',
    content:
      results.length === 0
        ? ''
        : checkTable(results, new Map((document.checks ?? []).map(({ id, note }) => [id, note]))),
  }),
  clearances: ({ evidence: { document, clearances } }) => ({
    heading: 'Clearances',
    content: clearances ? clearanceTable(document, clearances) : '',
  }),
  charts: ({ evidence }) => ({
    heading: 'Charts',
    content: (evidence.document.charts ?? []).map((chart) => chartFigure(evidence, chart)).join('\n'),
  }),
  facts: ({ evidence, datums }) => {
    const facts = findFacts(evidence, datums)
    return {
      heading: 'What the motion shows',
      content:
        facts.length === 0
          ? ''
          : `<ul>${facts.map(({ sentence }) => `<li>${escaped(sentence)}</li>`).join('\n')}</ul>`,
    }
  },
  forces: ({ evidence: { document, take } }) => ({
    heading: 'Forces',
    content: forcesContent(document, take),
  }),
  scenario: ({ evidence }) => {
    const { take, length, document } = evidence
    const { name, drivers } = document.scenarios.find(({ id }) => id === take.scenario)!
    const solved = take.stopped ? ` ${take.stopped.message}` : ''
    const words = `${name}: ${length.toFixed(3)} s, ${take.frames} frames, ${drivers.length} ${drivers.length === 1 ? 'driver' : 'drivers'}.${solved}`
    return { heading: 'Scenario', content: paragraph(words) + timingFigures(evidence) }
  },
  mobility: ({ evidence: { mobility, document }, mobility: words }) => {
    const names = new Map(
      [...document.joints, ...(document.mates ?? []), ...(document.relations ?? [])].map(({ id, name }) => [
        id,
        name,
      ]),
    )
    const rows = mobility.redundant.map(({ joint, direction }) => [names.get(joint) ?? joint, direction])
    return {
      heading: 'Mobility',
      content:
        words.map(paragraph).join('') + (rows.length > 0 ? htmlTable(['redundant', 'direction'], rows) : ''),
    }
  },
  joints: ({ evidence: { document }, states, relations }) => {
    const datums = new Map(document.datums.map(({ id, body }) => [id, body]))
    const bodies = new Map(document.bodies.map(({ id, name }) => [id, name]))
    const on = (datum: string) => bodies.get(datums.get(datum) ?? '') ?? ''
    const joints = document.joints.map(({ id, name, kind, from, to }) => [
      name,
      jointType(kind)?.kind ?? kind,
      `${on(from)} – ${on(to)}`,
      states[id] ?? '',
    ])
    const said = (document.relations ?? []).map(({ id, name }) => [name, relations[id] ?? ''])
    return {
      heading: 'Joints and relations',
      content:
        (joints.length > 0 ? htmlTable(['joint', 'kind', 'between', 'in this scenario'], joints) : '') +
        (said.length > 0 ? htmlTable(['relation', 'what it does'], said) : ''),
    }
  },
  bodies: ({ evidence: { document } }) => ({
    heading: 'Bodies',
    content: htmlTable(
      ['body', 'parts', ''],
      document.bodies.map(({ name, parts, grounded }) => [
        name,
        String(parts.length),
        grounded ? 'fixed to ground' : '',
      ]),
    ),
  }),
}

function checkTable(results: readonly CheckResult[], notes: ReadonlyMap<string, string | undefined>): string {
  const rows = results.map((result) => {
    const { state, name, sentence, found, margin, dimension, muted, check } = result
    const unit = dimension && dimensions[dimension].unit
    const text =
      margin === null || unit === null
        ? ''
        : unit === ''
          ? margin.toPrecision(4)
          : formatQuantity(margin, unit, 3)
    const note = notes.get(check)
    const more = [muted === null ? [] : `Muted: ${muted}`, note ?? []]
      .flat()
      .map((words) => `<br>${escaped(words)}`)
    return `<tr><td class="${state}">${STATES[state]}</td><td><strong>${escaped(name)}</strong><br>${escaped(sentence)}.${more.join('')}</td><td>${escaped(found)}</td><td class="right ${state}">${escaped(text)}</td></tr>`
  })
  return `<table><thead><tr><th></th><th>check</th><th>found</th><th class="right">margin</th></tr></thead><tbody>${rows.join('\n')}</tbody></table>`
}

/** What overlaps, touches or comes near, the worst first. */
function clearanceTable(document: MechanismDocument, clearances: Clearances): string {
  const names = new Map(document.bodies.map(({ id, name }) => [id, name]))
  const { pairs, joined, ignored, near } = clearances
  const mm = (length: number) => formatQuantity(length, 'mm', 3)
  const rows = [...pairs].sort(byClearance).flatMap(({ a, b, contacts, nearest }) => {
    const both = `${names.get(a)} – ${names.get(b)}`
    const met = contacts.map(({ kind, from, to, depth }) => [
      both,
      kind === 'overlaps' ? 'overlap' : 'touch',
      `${from.toFixed(4)} s to ${to.toFixed(4)} s`,
      kind === 'overlaps' && depth !== null ? mm(-depth) : '',
    ])
    if (met.length > 0) return met
    return nearest ? [[both, 'near', `at ${nearest.time.toFixed(4)} s`, mm(nearest.distance)]] : []
  })
  const left = ignored.map(([a, b]) => `${names.get(a)} – ${names.get(b)}`)
  return (
    paragraph(
      `${pairs.length} pairs of bodies were followed over the whole motion, between frames too; ${joined} are joined. Told are those nearer than ${mm(near)}.${left.length > 0 ? ` Left out: ${left.join(', ')}.` : ''}`,
    ) + (rows.length > 0 ? htmlTable(['bodies', '', 'when', 'clearance'], rows) : '')
  )
}
