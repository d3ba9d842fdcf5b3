/** Checks must have what their kind needs, and nothing that it has no use for. */
import type { Problem } from '../../result'
import type { MechanismDocument } from '../format/mechanism'
import { needsOfCheck } from '../format/checks'

/** Fields of which every kind of check takes some. */
const CHECKED = [
  'probe',
  'derivative',
  'lower',
  'upper',
  'during',
  'statistic',
  'value',
  'direction',
  'before',
  'joint',
  'freedom',
  'speed',
  'acceleration',
  'count',
  'accepted',
  'reference',
  'tolerance',
  'body',
  'other',
] as const

export function checkProblems(document: MechanismDocument): Problem[] {
  return (document.checks ?? []).flatMap((check, i) => {
    const { fields, optional = [], any = [], words } = needsOfCheck(check.kind)
    const ids = [check.id]
    const isMissing = (field: (typeof fields)[number]) => check[field] === undefined
    if (fields.some(isMissing) || (any.length > 0 && any.every(isMissing))) {
      const message = `“${check.name}” needs ${words}.`
      return [{ code: 'check-incomplete', message, pointer: `/checks/${i}`, ids }]
    }
    const known = [...fields, ...optional, ...any]
    return CHECKED.filter((field) => check[field] !== undefined && !known.includes(field)).map((field) => ({
      code: 'check-field',
      message: `“${check.name}” takes ${words}, and has no use for “${field}”; delete that field.`,
      pointer: `/checks/${i}/${field}`,
      ids,
    }))
  })
}
