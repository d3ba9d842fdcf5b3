/** Gives edits that were left behind as a file. */
import { saveFile } from '~/model/save-file'
import { journalFile } from './journal'
import type { LeftBehind } from './journal'

export function handOver(left: LeftBehind): void {
  const { name, text } = journalFile(left)
  saveFile(name, new TextEncoder().encode(text))
}
