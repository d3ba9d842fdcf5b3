/** A report as one page of HTML that needs nothing else: it opens from a file, prints on A4 and Letter, and its tables can be copied. */
import { REPORT_SECTIONS } from '../../document/format/report'
import type { ReportSection } from '../../document/format/report'
import { evaluateChecks } from '../evaluate'
import { escaped, paragraph, STYLE } from './html'
import type { ReportInput } from './report-input'
import { sections } from './sections'

export function reportHtml(input: ReportInput): string {
  const { evidence, project, revision, date } = input
  const { document, take } = evidence
  const { report } = document
  const title = report?.title ?? document.name
  const scenario = document.scenarios.find(({ id }) => id === take.scenario)!
  const results = evaluateChecks(evidence)
  const wanted: readonly ReportSection[] = report?.sections ?? REPORT_SECTIONS.map((kind) => ({ kind }))
  const about: readonly (readonly [string, string | undefined])[] = [
    ['Mechanism', document.name],
    ['Project', project],
    ['Scenario', scenario.name],
    ['Author', report?.author],
    ['Revision', revision === undefined ? undefined : String(revision)],
    ['Date', date],
  ]
  const rows = about.flatMap(([name, value]) =>
    value ? `<tr><th>${name}</th><td>${escaped(value)}</td></tr>` : [],
  )
  const bodies = wanted.flatMap(({ kind, note }) => {
    const { heading, content } = sections[kind](input, results)
    if (content === '' && !note) return []
    const own = note ? `<p class="note">${escaped(note)}</p>` : ''
    return `<section>\n<h2>${heading}</h2>\n${own}${content}\n</section>`
  })
  return [
    '<!doctype html>',
    '<html lang="en"><head><meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width">',
    `<title>${escaped(title)}</title>`,
    `<style>${STYLE}</style></head><body>`,
    `<h1>${escaped(title)}</h1>`,
    `<table class="title"><tbody>${rows.join('')}</tbody></table>`,
    paragraph(verdict(results)),
    ...bodies,
    '</body></html>',
    '',
  ].join('\n')
}

/** The one sentence that everybody reads. */
function verdict(results: ReturnType<typeof evaluateChecks>): string {
  const of = (state: string) => results.filter((result) => result.state === state).length
  if (results.length === 0) return 'No checks are made.'
  const parts = [
    [of('met'), 'met'],
    [of('not-met'), 'not met'],
    [of('undecided'), 'not decided'],
    [of('muted'), 'muted'],
  ] as const
  const said = parts.flatMap(([n, word]) => (n > 0 ? `${n} ${word}` : []))
  return `Of ${results.length} ${results.length === 1 ? 'check' : 'checks'}: ${said.join(', ')}.`
}
