/** The motion as numbers: poses and joints as CSV or JSON, positions for a controller as a table. */
import Papa from 'papaparse'
import { controllerTable, motionRecord, motionTable, succeed } from '@ligamen/core'
import type { MechanismDocument, MotionChoice, Take } from '@ligamen/core'
import type { OutFormat } from './out-format'
import { solvedMotion } from './solved-motion'

const motionFile = (
  words: Pick<OutFormat, 'kind' | 'name' | 'note'> & { readonly ending: string },
  text: (document: MechanismDocument, take: Take, choice: MotionChoice) => string,
): OutFormat => ({
  ...words,
  write(asked) {
    const solved = solvedMotion(asked)
    if (!solved.ok) return Promise.resolve(solved)
    const { take, times, wish } = solved.value
    const written = text(asked.document, take, { ...wish, times })
    return Promise.resolve(succeed({ ending: words.ending, bytes: new TextEncoder().encode(`${written}\n`) }))
  },
})

const csv = ({ fields, rows }: { fields: readonly string[]; rows: readonly (readonly number[])[] }) =>
  Papa.unparse({ fields: [...fields], data: rows.map((row) => [...row]) }, { newline: '\n' })

export const motionCsv = motionFile(
  {
    kind: 'motion-csv',
    name: 'Poses and joints (CSV)',
    note: 'one row an instant, in SI',
    ending: '-motion.csv',
  },
  (document, take, choice) => csv(motionTable(document, take, choice)),
)

export const motionJson = motionFile(
  {
    kind: 'motion-json',
    name: 'Poses and joints (JSON)',
    note: 'a list for each body and joint, in SI',
    ending: '-motion.json',
  },
  (document, take, choice) => JSON.stringify(motionRecord(document, take, choice), null, 1),
)

export const controller = motionFile(
  {
    kind: 'controller',
    name: 'Table for a controller (CSV)',
    note: 'one row a cycle, in ms, mm and degrees',
    ending: '-cycles.csv',
  },
  (_, take, choice) => csv(controllerTable(take, choice)),
)
