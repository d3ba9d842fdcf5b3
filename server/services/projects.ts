/** Projects with their mechanisms. */
import type { Knex } from 'knex'
import type { ProjectSummary } from '../../shared/api'
import { transact } from '../database/transact'
import { notFound } from '../http/problem'
import { mechanismRepository } from '../repositories/mechanisms'
import type { MechanismSummaryRow } from '../repositories/mechanisms'
import { projectRepository } from '../repositories/projects'
import type { ProjectRow } from '../repositories/projects'
import { copyName } from './names'

export const projectService = (knex: Knex) => {
  const projects = projectRepository(knex)
  const mechanisms = mechanismRepository(knex)
  return {
    async list(): Promise<ProjectSummary[]> {
      const [rows, summaries] = await Promise.all([projects.list(), mechanisms.summaries()])
      return rows.map((row) =>
        summary(
          row,
          summaries.filter((m) => m.project_id === row.id),
        ),
      )
    },

    create: (name: string): Promise<ProjectSummary> =>
      transact(knex, 'new project', async (transaction) =>
        summary(await projectRepository(transaction).create(name), []),
      ),

    rename: (id: string, name: string): Promise<void> =>
      transact(knex, id, async (transaction) => {
        if ((await projectRepository(transaction).rename(id, name)) === 0) throw notFound('project', id)
      }),

    remove: (id: string): Promise<void> =>
      transact(knex, id, async (transaction) => {
        if ((await projectRepository(transaction).remove(id)) === 0) throw notFound('project', id)
      }),

    /** A copy with all its mechanisms. */
    copy: (id: string): Promise<{ id: string; name: string }> =>
      transact(knex, id, async (transaction) => {
        const source = await projectRepository(transaction).findNow(id)
        if (!source) throw notFound('project', id)
        const copy = await projectRepository(transaction).create(copyName(source.name))
        const inside = mechanismRepository(transaction)
        for (const mechanism of await inside.ofProject(id)) await inside.copy(mechanism.id, copy.id)
        return { id: copy.id, name: copy.name }
      }),
  }
}

function summary(row: ProjectRow, mechanisms: readonly MechanismSummaryRow[]): ProjectSummary {
  return {
    id: row.id,
    name: row.name,
    changedAt: row.changed_at.toISOString(),
    mechanisms: mechanisms.map((m) => ({
      id: m.id,
      name: m.name,
      revision: m.revision,
      changedAt: m.changed_at.toISOString(),
      hasPicture: m.has_picture === 1,
    })),
  }
}
