/** Tables for a terminal, without colours. */
import Table from 'cli-table3'

export function table(head: readonly string[], rows: readonly (readonly string[])[]): string {
  const made = new Table({
    head: [...head],
    style: { head: [], border: [] },
    colAligns: head.map((_, k) => (k === 0 ? 'left' : 'right')),
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
  made.push(...rows.map((row) => [...row]))
  return made.toString()
}
