/** Forces in a report: the largest one in every joint, at datums and in springs, what acts, how energies balance, and notes on the run. */
import type { MechanismDocument } from '../../document/format/mechanism'
import { loadType } from '../../dynamics/loads/registry'
import { energyBalance } from '../../motion/energy-balance'
import { MARK } from '../../motion/force-marks'
import type { Take } from '../../motion/take'
import { formatNumber, formatQuantity } from '../../units/format'
import { escaped, htmlTable, paragraph } from './html'

/** Empty for a take that knows nothing of forces. */
export function forcesContent(document: MechanismDocument, take: Take): string {
  if (take.forceMarks.every(({ kind }) => kind === 'touches')) return ''
  const balance = energyBalance(take)
  const energies = balance
    ? paragraph(
        `Energies balance to ${balance.error.toExponential(1)} J, of at most ${formatNumber(balance.size, 4)} J.`,
      )
    : ''
  const notes = take.notes.map(({ message }) => `<li>${escaped(message)}</li>`).join('\n')
  return `${largestTable(document, take)}${loadTable(document, take)}${energies}${notes ? `<ul>${notes}</ul>` : ''}`
}

const WHERE = {
  reaction: 'through the joint',
  load: 'at its datum',
  spring: 'at its ends',
  sticks: 'where it sticks',
  slides: 'where it slides',
  touches: 'where it touches',
} as const

function largestTable(document: MechanismDocument, { forceMarks, forces, frames, interval }: Take): string {
  const names = new Map(
    [
      ...document.joints,
      ...(document.springs ?? []),
      ...(document.loads ?? []),
      ...(document.contacts ?? []),
      ...document.scenarios.flatMap(({ loads = [] }) => loads),
    ].map(({ id, name }) => [id, name]),
  )
  const rows = forceMarks.flatMap(({ id, kind }, mark) => {
    let most = 0
    let at = 0
    for (let frame = 0; frame < frames; frame++) {
      const k = MARK * (frame * forceMarks.length + mark) + 3
      const size = Math.hypot(forces[k], forces[k + 1], forces[k + 2])
      if (size > most) [most, at] = [size, frame]
    }
    const isUnused = most === 0 && (kind === 'sticks' || kind === 'slides' || kind === 'touches')
    const row = [
      names.get(id) ?? id,
      WHERE[kind],
      formatQuantity(most, 'N', 2),
      formatQuantity(at * interval, 's', 3),
    ]
    return isUnused ? [] : [row]
  })
  return htmlTable(['force', '', 'largest', 'at'], rows)
}

function loadTable(document: MechanismDocument, take: Take): string {
  const scenario = document.scenarios.find(({ id }) => id === take.scenario)
  const acting = [...(scenario?.loads ?? []), ...(document.loads ?? [])].filter(({ suspended }) => !suspended)
  if (acting.length === 0) return ''
  return htmlTable(
    ['load', 'what it is'],
    acting.map((load) => [load.name, loadType(load.kind).note(load)]),
  )
}
