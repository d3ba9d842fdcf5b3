/** Projects as they are listed: those in which something is found, in the order that was chosen. */
import type { MechanismSummary, ProjectSummary } from '~~/shared/api'

export const ORDERS = ['changed', 'name'] as const
export type Order = (typeof ORDERS)[number]

/**
 * @param words that are all in the name of a mechanism, or of its project, in whatever order
 * @param order the newest first, or by name
 */
export function listed(projects: readonly ProjectSummary[], words: string, order: Order): ProjectSummary[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
  const fits = (name: string) => wanted.every((word) => name.toLowerCase().includes(word))
  const sort = <T extends MechanismSummary | ProjectSummary>(all: readonly T[]): T[] =>
    [...all].sort((a, b) =>
      order === 'name'
        ? a.name.localeCompare(b.name, 'en', { numeric: true, sensitivity: 'base' })
        : b.changedAt.localeCompare(a.changedAt),
    )
  return sort(projects).flatMap((project) => {
    // a project that is meant is shown with all that it has
    const isMeant = fits(project.name)
    const mechanisms = project.mechanisms.filter(({ name }) => isMeant || fits(`${project.name} ${name}`))
    return isMeant || mechanisms.length > 0 ? [{ ...project, mechanisms: sort(mechanisms) }] : []
  })
}
