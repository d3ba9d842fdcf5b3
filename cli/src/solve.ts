/** `ligamen solve`: a scenario at its frames, at as many instants as asked, or at given times. */
import { writeFile } from 'node:fs/promises'
import Papa from 'papaparse'
import {
  dimensions,
  energyBalance,
  fail,
  formatNumber,
  parseQuantity,
  runScenario,
  siUnit,
  sizeOfUnit,
  succeed,
} from '@ligamen/core'
import type { Channel, Model, Result, Take } from '@ligamen/core'
import { printProblems, readModel, writeJson } from './files'
import { scenariosOf } from './scenarios'
import { table } from './table'

export interface SolveOptions {
  readonly scenario: string
  readonly frames?: number
  /** Instants in words: "0.5 s, 1.25 s". */
  readonly at?: string
  readonly probe?: readonly string[]
  readonly csv?: string
  readonly json?: string | true
}

const MOST_INSTANTS = 200_000
/** Rows that a terminal shows unless instants were asked for. */
const ROWS = 13

interface Column {
  /** Of the joint or probe. */
  readonly id: string
  readonly name: string
  readonly dimension: Channel['dimension']
  /** Value, first and second derivative at a frame. */
  readonly read: (frame: number) => readonly [number, number, number]
}

export async function solve(file: string, options: SolveOptions): Promise<number> {
  const model = await readModel(file)
  if (!model.ok) return refuse(model.problems)
  const [scenario] = scenariosOf(model.value, options.scenario)
  if (!scenario) return 2
  const at = options.at === undefined ? undefined : timesOf(options.at, scenario.length)
  if (at && !at.ok) return misused(at.problems[0].message)
  const instants = instantsOf(scenario.length, scenario.frames, at?.value, options.frames)
  const run = runScenario(model.value, scenario.source.id, instants.all)
  if (!run.ok) return refuse(run.problems)
  run.value.advance(Infinity)
  const take = run.value.take()
  const columns = chosen(columnsOf(model.value, take), options.probe)
  if (!columns.ok) return misused(columns.problems[0].message)
  const shown = instants.asked.filter((frame) => frame < take.frames)
  const written = await write(scenario.source.name, instants.all, shown, columns.value, take, options)
  if (written) return misused(written)
  if (options.json !== true)
    print(instants.all, options.at || options.frames ? shown : thinned(shown), columns.value)
  for (const sentence of changePointWords(model.value, take)) console.error(sentence)
  for (const { message } of take.notes) console.error(message)
  const balance = energyBalance(take)
  if (balance)
    console.error(
      `Energies balance to ${balance.error.toExponential(1)} J, of at most ${formatNumber(balance.size, 4)} J.`,
    )
  if (!take.stopped) return 0
  console.error(take.stopped.message)
  return 3
}

/** Which change points the motion passed, and how it went on. */
const changePointWords = ({ document }: Model, take: Take): string[] =>
  take.changePoints.map(({ time, joint, count, way }) => {
    const name = document.joints.find(({ id }) => id === joint)?.name ?? joint
    const went = way === 'first' ? 'goes on smoothly' : 'takes the second way'
    return `Change point ${count} of ${name} at ${formatNumber(time, 3)} s: ${went}.`
  })

/** Writes the files that were asked for; why one cannot be written, or null. */
async function write(
  scenario: string,
  times: Float64Array,
  frames: readonly number[],
  columns: readonly Column[],
  take: Take,
  { csv, json }: SolveOptions,
): Promise<string | null> {
  try {
    if (csv) await writeFile(csv, csvOf(times, frames, columns))
    if (json) await writeJson(json, asJson(scenario, times, frames, columns, take))
    return null
  } catch (error) {
    const { code, path } = error as NodeJS.ErrnoException
    const why = code === 'ENOENT' ? 'its folder does not exist' : (error as Error).message
    return `${path ?? csv ?? String(json)} cannot be written: ${why}.`
  }
}

function misused(message: string): number {
  console.error(message)
  return 2
}

/** Instants within the scenario. Error: `time`. */
function timesOf(text: string, length: number): Result<number[]> {
  const times: number[] = []
  const parts = text.split(',')
  if (parts.length > MOST_INSTANTS)
    return fail({ code: 'time', message: `At most ${MOST_INSTANTS} instants are solved at once.` })
  for (const part of parts) {
    const time = parseQuantity(part, 'time')
    if (!time.ok || time.value < 0)
      return fail({ code: 'time', message: `“${part.trim()}” is not a time such as 0.5 s.` })
    if (time.value > length * (1 + 1e-12)) {
      const end = formatNumber(length, 4)
      return fail({
        code: 'time',
        message: `“${part.trim()}” lies beyond the end of the scenario at ${end} s.`,
      })
    }
    times.push(time.value)
  }
  return succeed(times)
}

function refuse(problems: Parameters<typeof printProblems>[0]): number {
  printProblems(problems)
  return 1
}

/** Every instant recorded, and which of them were asked for. */
function instantsOf(
  length: number,
  frames: number,
  at: readonly number[] | undefined,
  count: number | undefined,
): { all: Float64Array; asked: number[] } {
  const even = (n: number) => Array.from({ length: n }, (_, k) => k * (length / (n - 1)))
  const wanted = at ?? even(count ?? frames)
  const all = [...new Set([0, ...wanted])].sort((a, b) => a - b)
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
      id: channel.coordinate!.joint,
      name: several ? `${channel.name} ${freedom.name}` : channel.name,
      dimension: channel.dimension,
      read: (frame) => {
        const at = frame * n + c
        return [take.coordinates[at], take.coordinateRates[at], take.coordinateAccelerations[at]]
      },
    }
  })
  const m = take.probeChannels.length
  const probes = take.probeChannels.map(({ key, name, dimension }, p): Column => {
    return {
      id: key,
      name,
      dimension: dimension,
      read: (frame) => {
        const at = 3 * (frame * m + p)
        return [take.probes[at], take.probes[at + 1], take.probes[at + 2]]
      },
    }
  })
  return [...joints, ...probes]
}

/** The columns asked for by exact name or id, all of them when none was. Errors: `column-unknown`, `column-twice`. */
function chosen(
  columns: readonly Column[],
  wanted: readonly string[] | undefined,
): Result<readonly Column[]> {
  if (!wanted) return succeed(columns)
  const found: Column[] = []
  for (const one of wanted) {
    const byId = columns.filter(({ id }) => id === one)
    const mine = byId.length > 0 ? byId : columns.filter(({ name }) => name === one)
    const ids = [...new Set(mine.map(({ id }) => id))]
    if (mine.length === 0) {
      const known = [...new Set(columns.map(({ name }) => name))].join(', ') || 'none'
      return fail({
        code: 'column-unknown',
        message: `“${one}” is no probe or joint of this mechanism; there are: ${known}.`,
      })
    }
    if (ids.length > 1) {
      return fail({
        code: 'column-twice',
        message: `The name “${one}” is used more than once; give the id: ${ids.join(' or ')}.`,
      })
    }
    found.push(...mine)
  }
  return succeed(found)
}

/** Names of columns; where one is used more than once it carries its id. */
function headsOf(columns: readonly Column[]): string[] {
  return columns.map(({ id, name }) =>
    columns.filter((other) => other.name === name).length > 1 ? `${name} (${id})` : name,
  )
}

/** Decimals of what is printed in the usual unit of its dimension. */
const DECIMALS = 4
/** Units of value, first and second derivative. */
const siUnits = (dimension: Channel['dimension']) => [0, 1, 2].map((times) => siUnit(dimension, times))

function thinned(frames: readonly number[]): number[] {
  if (frames.length <= ROWS) return [...frames]
  return Array.from({ length: ROWS }, (_, k) => frames[Math.round((k * (frames.length - 1)) / (ROWS - 1))])
}

function print(times: Float64Array, frames: readonly number[], columns: readonly Column[]): void {
  const names = headsOf(columns)
  const head = [
    'time [s]',
    ...columns.map(({ dimension }, k) => `${names[k]} [${dimensions[dimension].unit || 1}]`),
  ]
  const rows = frames.map((frame) => [
    formatNumber(times[frame], 4),
    ...columns.map(({ dimension, read }) =>
      formatNumber(read(frame)[0] / sizeOfUnit(dimensions[dimension].unit), DECIMALS),
    ),
  ])
  process.stdout.write(`${table(head, rows)}\n`)
}

function csvOf(times: Float64Array, frames: readonly number[], columns: readonly Column[]): string {
  const names = headsOf(columns)
  const fields = columns.flatMap(({ dimension }, k) =>
    siUnits(dimension).map((unit) => `${names[k]} [${unit}]`),
  )
  return `${Papa.unparse({
    fields: ['time [s]', ...fields],
    data: frames.map((frame) => [times[frame], ...columns.flatMap(({ read }) => read(frame).map(cell))]),
  })}\n`
}

/** What is not a number is an empty cell. */
const cell = (value: number): number | string => (Number.isNaN(value) ? '' : value)

const asJson = (
  scenario: string,
  times: Float64Array,
  frames: readonly number[],
  columns: readonly Column[],
  take: Take,
) => ({
  scenario,
  times: frames.map((frame) => times[frame]),
  columns: columns.map(({ id, name, dimension, read }) => ({
    id,
    name,
    units: siUnits(dimension),
    values: frames.map((frame) => read(frame)[0]),
    first: frames.map((frame) => read(frame)[1]),
    second: frames.map((frame) => read(frame)[2]),
  })),
  changePoints: take.changePoints,
  notes: take.notes,
  stopped: take.stopped && { ...take.stopped, ...take.stopped.data },
})
