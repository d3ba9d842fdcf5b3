/** `ligamen report`: the report of a scenario as one page of HTML, with line pictures of the mechanism, or as PDF. */
import { writeFile } from 'node:fs/promises'
import {
  fail,
  formatQuantity,
  frameAt,
  linePicture,
  parseQuantity,
  POSE,
  reportHtml,
  reportModel,
  succeed,
  svgAddress,
} from '@ligamen/core'
import type { Model, Result, Take } from '@ligamen/core'
import { printPdf } from './pdf'
import { printProblems, readModel } from './files'
import { runThrough, scenariosOf } from './scenarios'

export interface ReportOptions {
  readonly html?: string
  readonly pdf?: string
  readonly scenario?: string
  /** Times of the pictures, with commas between them. */
  readonly at?: string
}

/** Size of a line picture [pixels]. */
const [WIDTH, HEIGHT] = [1200, 700]

export async function report(
  file: string,
  { html, pdf, scenario: wanted, at }: ReportOptions,
): Promise<number> {
  if (html === undefined && pdf === undefined) {
    console.error('Say where the report is written: --html FILE, --pdf FILE or both.')
    return 2
  }
  const model = await readModel(file)
  if (!model.ok) {
    printProblems(model.problems)
    return 1
  }
  const { document, mechanism, mobility } = model.value
  const [scenario] = scenariosOf(model.value, wanted)
  if (!scenario) return 2
  const ran = runThrough(model.value, scenario.source.id)
  if (!ran.ok) {
    printProblems(ran.problems)
    return 1
  }
  const times = timesOf(at, scenario.length)
  if (!times.ok) {
    printProblems(times.problems)
    return 2
  }
  const { words, states, relations, datums } = reportModel(model.value, scenario.source.id)
  const page = reportHtml({
    evidence: { document, length: scenario.length, mobility, ...ran.value },
    datums: new Map(datums.map(({ datum, body, frame }) => [datum, { body, frame }])),
    mobility: [words.line, words.redundancies].filter((line) => line !== null),
    states,
    relations,
    pictures: times.value.map((time) => pictureAt(model.value, ran.value.take, time)),
    date: new Date().toISOString().slice(0, 10),
  })
  const refused = (html && (await writePage(html, page))) || (pdf && (await printPdf(page, pdf)))
  if (refused) {
    console.error(refused)
    return 2
  }
  const size = `${mechanism.geometry.bodies.length} bodies, ${(page.length / 1024).toFixed(0)} KiB`
  for (const target of [html, pdf]) if (target !== undefined) process.stdout.write(`${target}: ${size}\n`)
  return 0
}

async function writePage(target: string, page: string): Promise<string | null> {
  try {
    await writeFile(target, page)
    return null
  } catch (error) {
    return `${target} cannot be written: ${(error as Error).message}.`
  }
}

/** When pictures are made [s]. */
function timesOf(text: string | undefined, length: number): Result<number[]> {
  if (text === undefined) return succeed([0, length / 2])
  const times: number[] = []
  for (const one of text.split(',')) {
    const read = parseQuantity(one.trim(), 'time')
    if (!read.ok || read.value < 0 || read.value > length)
      return fail({
        code: 'time',
        message: `“${one.trim()}” is not a time of this scenario, which lasts ${formatQuantity(length, 's', 3)}.`,
      })
    times.push(read.value)
  }
  return succeed(times)
}

/** At the frame next to a time. */
function pictureAt({ mechanism, document }: Model, take: Take, time: number) {
  const frame = frameAt(take, time)
  const count = POSE * take.bodies.length
  const poses = take.poses.subarray(frame * count, (frame + 1) * count)
  return {
    title: `${document.name} at ${formatQuantity(frame * take.interval, 's', 3)}`,
    url: svgAddress(linePicture(mechanism.geometry, poses, { width: WIDTH, height: HEIGHT })),
  }
}
