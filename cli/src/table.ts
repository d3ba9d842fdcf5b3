/** Tables for a terminal, without colours. */
import Table from 'cli-table3'

/** Rows that the library lays out at once: its time grows with their square, and beyond some 100,000 it runs out of stack. */
const AT_ONCE = 500
/** Blanks around the text of a cell. */
const PADDING = 2

export function table(head: readonly string[], rows: readonly (readonly string[])[]): string {
  if (rows.length <= AT_ONCE) return piece(head, head, rows)
  const widths = head.map((name, k) =>
    rows.reduce((width, row) => Math.max(width, row[k]!.length + PADDING), name.length + PADDING),
  )
  const pieces: string[] = []
  for (let at = 0; at < rows.length; at += AT_ONCE)
    pieces.push(piece(head, at === 0 ? head : [], rows.slice(at, at + AT_ONCE), widths))
  return pieces.join('\n')
}

/** @param shown the heads that are printed @param widths of the columns; those of the cells when left out */
function piece(
  head: readonly string[],
  shown: readonly string[],
  rows: readonly (readonly string[])[],
  widths?: readonly number[],
): string {
  const made = new Table({
    head: [...shown],
    style: { head: [], border: [] },
    colAligns: head.map((_, k) => (k === 0 ? 'left' : 'right')),
    ...(widths ? { colWidths: [...widths] } : {}),
    chars: {
      top: '',
      'top-mid': '',
      'top-left': '',
      'top-right': '',
      bottom: '',
      'bottom-mid': '',
      'bottom-left': '',
      'bottom-right': '',
      left: '  ',
      'left-mid': '',
      mid: '',
      'mid-mid': '',
      right: '',
      'right-mid': '',
      middle: '  ',
    },
  })
  for (const row of rows) made.push([...row])
  return made.toString()
}
