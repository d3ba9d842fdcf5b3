/**
 * A reference curve from text with columns: time first, then the value. Separators (comma, semicolon, tab), decimal commas and
 * units in the heads ("time [ms]", "height (mm)") are recognised. Errors say the line and what mends it.
 */
import Papa from 'papaparse'
import { fail, MOST_POINTS, parseQuantity, sizeOfUnit, succeed } from '@ligamen/core'
import type { Dimension, Result } from '@ligamen/core'

export interface ReadCurve {
  /** Time [s], value [SI]. */
  readonly points: [number, number][]
  /** What the head of the value says, or nothing. */
  readonly name: string
}

/** Larger files are refused unread [bytes]. */
export const LARGEST_REFERENCE = 64 * 2 ** 20

const refused = (message: string): Result<never> => fail({ code: 'reference', message })

/** @param unit in which values without one in their head count */
export function readReference(text: string, dimension: Dimension, unit: string): Result<ReadCurve> {
  const separator = separatorOf(text)
  // two more than there is room for tell that there are more
  const { data } = Papa.parse<string[]>(text, {
    delimiter: separator,
    skipEmptyLines: true,
    preview: MOST_POINTS + 2,
  })
  if (data.length === 0) return refused('The file is empty.')
  const number = numbersOf(separator)
  const hasHead = Number.isNaN(number(data[0]![0] ?? ''))
  const head = hasHead ? data[0]! : []
  const rows = hasHead ? data.slice(1) : data
  if ((data[0]?.length ?? 0) < 2)
    return refused(
      'There is one column only; a time and a value are needed, separated by commas, semicolons or tabs.',
    )
  if (rows.length > MOST_POINTS)
    return refused(
      `There are more than ${MOST_POINTS.toLocaleString('en')} rows; keep every tenth or so, so that at most as many are left.`,
    )
  if (rows.length < 2) return refused('A curve needs at least two rows.')
  const time = factorOf(head[0], 'time', 's')
  if (!time.ok) return time
  const value = factorOf(head[1], dimension, unit)
  if (!value.ok) return value
  return pointsOf(rows, hasHead ? 2 : 1, number, time.value, value.value, nameIn(head[1]))
}

function pointsOf(
  rows: readonly string[][],
  firstLine: number,
  number: (text: string) => number,
  time: number,
  value: number,
  name: string,
): Result<ReadCurve> {
  const points: [number, number][] = []
  for (const [k, row] of rows.entries()) {
    const line = `Row ${k + firstLine}`
    if (row.length < 2) return refused(`${line} has no second column.`)
    const [t, v] = [number(row[0]!) * time, number(row[1]!) * value]
    if (Number.isNaN(t)) return refused(`${line}: “${row[0]!.slice(0, 30)}” is not a time.`)
    if (Number.isNaN(v)) return refused(`${line}: “${row[1]!.slice(0, 30)}” is not a number.`)
    const before = points[points.length - 1]
    if (before && t <= before[0])
      return refused(
        `${line}: the time ${row[0]!} does not come after the one before it; sort the rows by time.`,
      )
    points.push([t, v])
  }
  return succeed({ points, name })
}

/** What separates the columns: a tab, a semicolon, else a comma. */
function separatorOf(text: string): string {
  const start = text.slice(0, 4000)
  return ['\t', ';'].find((separator) => start.includes(separator)) ?? ','
}

/** Where columns are not separated by commas, a comma is a decimal one. */
const numbersOf =
  (separator: string) =>
  (text: string): number => {
    const plain =
      separator === ',' ? text.trim() : text.trim().replace(/^(-?\d*),(\d+(e[-+]?\d+)?)$/i, '$1.$2')
    return plain === '' ? Number.NaN : Number(plain.replace('−', '-'))
  }

const UNIT = /[[(]([^\])]*)[\])]/

/** SI units in one of what a head says. */
function factorOf(head: string | undefined, dimension: Dimension, usual: string): Result<number> {
  const unit = UNIT.exec(head ?? '')?.[1]?.trim()
  if (unit === undefined) return succeed(usual === '' ? 1 : sizeOfUnit(usual))
  if (unit === '' || unit === '-' || unit === '1') return succeed(1)
  const read = parseQuantity(`1 ${unit.replace('°', 'deg').replace('²', '^2')}`, dimension)
  return read.ok
    ? succeed(read.value)
    : refused(
        `The head “${head!.trim()}” has the unit ${unit}, which does not fit; write another unit into the file.`,
      )
}

const nameIn = (head = ''): string => head.replace(UNIT, '').trim()
