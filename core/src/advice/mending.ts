/**
 * Ways out for a document that does not assemble: what fights is suspended, one member at a time, and what then holds is
 * offered. The members come from the problems that opening it gave, see `findConflict`.
 */
import { copyOf } from '../document/copy'
import type { MechanismDocument } from '../document/format/mechanism'
import type { Problem } from '../result'
import type { Advice } from './advice'
import { openModel } from '../model/model'

/** More members than this are not tried. */
const MOST_TRIED = 24

/** Those that leave the most motion come first; none when the document cannot be read at all. */
export function mendConflict(document: MechanismDocument, problems: readonly Problem[]): Advice[] {
  const ids = [...new Set(problems.flatMap((problem) => problem.ids ?? []))].slice(0, MOST_TRIED)
  const ways = ids.flatMap((id) => {
    const without = copyOf(document)
    const member = [without.joints, without.mates ?? [], without.relations ?? []]
      .flat()
      .find((entry) => entry.id === id)
    if (!member || member.suspended) return []
    member.suspended = true
    const opened = openModel(without)
    if (!opened.ok) return []
    const { mobility } = opened.value.mobility
    const sentence = `Suspend ${member.name}: mobility ${mobility}.`
    return [{ mobility, advice: { sentence, edit: `Suspend ${member.name}`, document: without } }]
  })
  return ways.sort((a, b) => b.mobility - a.mobility).map(({ advice }) => advice)
}
