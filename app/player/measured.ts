/** What is measured, beside the model: checks with their margins, values at the playhead, curves. */
import { chartFigure, evaluateChecks, bySeverity, PLOT } from '@ligamen/core'
import type { CheckResult, Evidence, Take } from '@ligamen/core'
import { display } from '~/fields/display'
import { at, html, svg } from './dom'

const STATES: Readonly<Record<CheckResult['state'], string>> = {
  met: '✓ met',
  'not-met': '✗ not met',
  undecided: '? not decided',
  muted: '– muted',
}

/** Decides and shows the checks; returns the verdict in a sentence, told what those wait for that are not decided. */
export function showChecks(evidence: Evidence): (waits: string) => string {
  const results = evaluateChecks(evidence)
  const rows = [...results].sort(bySeverity).map(({ state, name, sentence, found }) => {
    const words = html('span', 'words', name, html('span', 'found', found))
    const row = html('li', state, html('span', 'state', STATES[state]), words)
    row.title = sentence
    return row
  })
  at('checks').replaceChildren(
    ...(rows.length > 0 ? [html('h2', '', 'Checks'), html('ul', '', ...rows)] : []),
  )
  const count = (state: CheckResult['state']) => results.filter((one) => one.state === state).length
  if (results.length === 0) return () => ''
  const said = [`${count('met')} of ${results.length} checks met`]
  if (count('not-met') > 0) said.push(`${count('not-met')} not met`)
  const isOpen = count('undecided') > 0
  return (waits) => [...said, ...(waits && isOpen ? [waits] : [])].join(', ')
}

/** Returns what shows the values of a frame. */
export function showValues(take: Take): (frame: number) => void {
  const cells = take.probeChannels.map(({ name }) => {
    const value = html('span', 'value')
    return { value, row: html('li', '', html('span', '', name), value) }
  })
  const list = html('ul', '', ...cells.map(({ row }) => row))
  at('values').replaceChildren(...(cells.length > 0 ? [html('h2', '', 'Values'), list] : []))
  return (frame) =>
    cells.forEach(({ value }, k) => {
      const number = take.probes[3 * (frame * cells.length + k)]!
      value.textContent = display(number, take.probeChannels[k]!.dimension, 0)
    })
}

/** Returns what moves the playhead on the curves over time to a share of it. */
export function showCharts(evidence: Evidence): (share: number) => void {
  const heads: SVGElement[] = []
  const figures = (evidence.document.charts ?? []).flatMap((chart) => {
    const drawn = chartFigure(evidence, chart)
    if (!drawn) return []
    // made by the core, with every text of the document escaped
    const figure = new DOMParser().parseFromString(drawn, 'text/html').querySelector('figure')!
    if (chart.over === undefined) {
      const head = svg('path', {
        d: `M0 ${PLOT.top}V${PLOT.bottom}`,
        class: 'playhead',
        'stroke-width': '2.5',
      })
      figure.querySelector('svg')!.append(head)
      heads.push(head)
    }
    return [figure]
  })
  at('charts').replaceChildren(...(figures.length > 0 ? [html('h2', '', 'Curves'), ...figures] : []))
  return (share) => {
    const x = PLOT.left + share * (PLOT.right - PLOT.left)
    for (const head of heads) head.setAttribute('transform', `translate(${x.toFixed(1)} 0)`)
  }
}
