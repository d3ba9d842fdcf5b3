/** The report: sections in the order that is asked for, words of the author, nothing that a name could break. */
import { expect, it } from 'vitest'
import { reportHtml } from '../../src'
import type { MechanismDocument, Report } from '../../src'
import { Sketch } from '../sketch'

function pageOf(
  report: Report | undefined,
  change: (document: MechanismDocument) => void = () => undefined,
): string {
  const sketch = new Sketch(1).body('crank').hinge('axle', 'ground', 'crank', [0, 0]).motor('axle', 3)
  change(sketch.document)
  if (report) sketch.document.report = report
  const model = sketch.open()
  return reportHtml({
    evidence: { document: sketch.document, take: sketch.solve().take, length: 1, mobility: model.mobility },
    datums: new Map(
      [...model.mechanism.geometry.datums].map(([id, { body, frame }]) => [
        id,
        { body: sketch.document.bodies[body].id, frame },
      ]),
    ),
    mobility: ['Mobility 1'],
    states: { axle: 'drives' },
    relations: {},
    pictures: [],
    date: '2026-11-28',
  })
}
const headings = (page: string) => [...page.matchAll(/<h2>([^<]*)<\/h2>/g)].map(([, words]) => words)

it('has the sections that are asked for, in their order, with the sentences of the author', () => {
  const page = pageOf({
    title: 'Crank trial',
    author: 'A. Gardener',
    sections: [{ kind: 'bodies' }, { kind: 'scenario', note: 'Run on <Tuesday> & twice.' }],
  })
  expect(headings(page)).toEqual(['Bodies', 'Scenario'])
  expect(page).toContain('<h1>Crank trial</h1>')
  expect(page).toContain('A. Gardener')
  expect(page).toContain('Run on &lt;Tuesday&gt; &amp; twice.')
})

it('leaves out what has nothing to say', () => {
  expect(headings(pageOf(undefined))).toEqual([
    'What is assumed',
    'Scenario',
    'Mobility',
    'Joints and relations',
    'Bodies',
  ])
})

it('names are text, whatever they hold', () => {
  const page = pageOf(undefined, (document) => {
    document.name = '<script>alert(1)</script>'
    document.bodies[1].name = '"><img src=x>'
    document.charts = [{ id: 'chart', name: '</svg><b>', curves: [] }]
  })
  expect(page).not.toMatch(/<script|<img|<b>/)
})
