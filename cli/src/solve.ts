/** `ligamen solve`: a scenario at its frames, at as many instants as asked, or at given times. */
import { writeFile } from 'node:fs/promises'
import Papa from 'papaparse'
import { formatNumber, runScenario, sizeOfUnit } from '@ligamen/core'
import type { Channel, Model, Take } from '@ligamen/core'
import { printProblems, readModel, writeJson } from './files'
import { table } from './table'

export interface SolveOptions {
  readonly scenario: string
  readonly frames?: number
  readonly at?: readonly number[]
  readonly probe?: readonly string[]
  readonly csv?: string
  readonly json?: string | true
}

/** Rows that a terminal shows unless instants were asked for. */
const ROWS = 13

interface Column {
  readonly name: string
  readonly measures: Channel['measures']
  /** Value, first and second derivative at a frame. */
  readonly read: (frame: number) => readonly [number, number, number]
}

export async function solve(file: string, options: SolveOptions): Promise<number> {
  const model = await readModel(file)
  if (!model.ok) return refuse(model.problems)
  const scenario = model.value.scenarios.find(
    ({ source }) => source.id === options.scenario || source.name === options.scenario,
  )
  if (!scenario) {
    const known = model.value.scenarios.map(({ source }) => source.name).join(', ') || 'none'
    console.error(`There is no scenario “${options.scenario}”; there are: ${known}.`)
    return 2
  }
  const instants = instantsOf(scenario.length, scenario.frames, options)
  const run = runScenario(model.value, scenario.source.id, instants.all)
  if (!run.ok) return refuse(run.problems)
  run.value.advance(Infinity)
  const take = run.value.take()
  const columns = chosen(columnsOf(model.value, take), options.probe)
  if (!columns) {
    console.error(`None of ${options.probe?.join(', ')} is a probe or a joint of this mechanism.`)
    return 2
  }
  const shown = instants.asked.filter((frame) => frame < take.frames)
  if (options.csv) await writeFile(options.csv, csv(instants.all, shown, columns))
  if (options.json)
    await writeJson(options.json, asJson(scenario.source.name, instants.all, shown, columns, take))
  if (options.json !== true)
    print(instants.all, options.at || options.frames ? shown : thinned(shown), columns)
  if (!take.stopped) return 0
  console.error(take.stopped.message)
  return 3
}

function refuse(problems: Parameters<typeof printProblems>[0]): number {
  printProblems(problems)
  return 1
}

/** Every instant solved, and which of them were asked for; between those asked the motion is followed frame by frame. */
function instantsOf(
  length: number,
  frames: number,
  options: SolveOptions,
): { all: Float64Array; asked: number[] } {
  const even = (n: number) => Array.from({ length: n }, (_, k) => k * (length / (n - 1)))
  const grid = even(options.frames ?? frames)
  const wanted = options.at ?? grid
  const follow = even(frames)
  const last = Math.max(...wanted)
  const all = [...new Set([0, ...follow.filter((t) => t <= last), ...wanted])].sort((a, b) => a - b)
  const index = new Map(all.map((time, k) => [time, k]))
  return {
    all: Float64Array.from(all),
    asked: [...new Set(wanted)].sort((a, b) => a - b).map((t) => index.get(t)!),
  }
}

function columnsOf({ mechanism }: Model, take: Take): Column[] {
  const n = take.coordinateChannels.length
  const joints = take.coordinateChannels.map((channel, c): Column => {
    const { joint, freedom } = mechanism.coordinates[c]
    const several = mechanism.geometry.joints[joint].type.freedoms.length > 1
    return {
      name: several ? `${channel.name} ${freedom.name}` : channel.name,
      measures: channel.measures,
      read: (frame) => {
        const at = frame * n + c
        return [take.coordinates[at], take.coordinateRates[at], take.coordinateAccelerations[at]]
      },
    }
  })
  const m = take.probeChannels.length
  const probes = take.probeChannels.map(({ name, measures }, p): Column => {
    return {
      name,
      measures,
      read: (frame) => {
        const at = 3 * (frame * m + p)
        return [take.probes[at], take.probes[at + 1], take.probes[at + 2]]
      },
    }
  })
  return [...joints, ...probes]
}

/** The columns asked for by name; all of them when none was; null when none is known. */
function chosen(columns: readonly Column[], names: readonly string[] | undefined): readonly Column[] | null {
  if (!names) return columns
  const found = columns.filter(({ name }) => names.some((n) => name === n || name.startsWith(`${n} `)))
  return found.length > 0 ? found : null
}

const SHOWN: Readonly<Record<Channel['measures'], readonly [string, number]>> = {
  angle: ['deg', 4],
  length: ['mm', 4],
  angularSpeed: ['rpm', 4],
}
const SI: Readonly<Record<Channel['measures'], readonly [string, string, string]>> = {
  angle: ['rad', 'rad/s', 'rad/s2'],
  length: ['m', 'm/s', 'm/s2'],
  angularSpeed: ['rad/s', 'rad/s2', 'rad/s3'],
}

function thinned(frames: readonly number[]): number[] {
  if (frames.length <= ROWS) return [...frames]
  return Array.from({ length: ROWS }, (_, k) => frames[Math.round((k * (frames.length - 1)) / (ROWS - 1))])
}

function print(times: Float64Array, frames: readonly number[], columns: readonly Column[]): void {
  const head = ['time [s]', ...columns.map(({ name, measures }) => `${name} [${SHOWN[measures][0]}]`)]
  const rows = frames.map((frame) => [
    formatNumber(times[frame], 4),
    ...columns.map(({ measures, read }) => {
      const [unit, decimals] = SHOWN[measures]
      return formatNumber(read(frame)[0] / sizeOfUnit(unit), decimals)
    }),
  ])
  process.stdout.write(`${table(head, rows)}\n`)
}

function csv(times: Float64Array, frames: readonly number[], columns: readonly Column[]): string {
  const fields = columns.flatMap(({ name, measures }) => SI[measures].map((unit) => `${name} [${unit}]`))
  return `${Papa.unparse({
    fields: ['time [s]', ...fields],
    data: frames.map((frame) => [times[frame], ...columns.flatMap(({ read }) => read(frame))]),
  })}\n`
}

const asJson = (
  scenario: string,
  times: Float64Array,
  frames: readonly number[],
  columns: readonly Column[],
  take: Take,
) => ({
  scenario,
  times: frames.map((frame) => times[frame]),
  columns: columns.map(({ name, measures, read }) => ({
    name,
    units: SI[measures],
    values: frames.map((frame) => read(frame)[0]),
    first: frames.map((frame) => read(frame)[1]),
    second: frames.map((frame) => read(frame)[2]),
  })),
  stopped: take.stopped,
})
