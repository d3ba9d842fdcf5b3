/** Mechanisms: opening, saving with a check of the revision, renaming, copying, deleting, pictures. */
import type { Knex } from 'knex'
import { compileDocument } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'
import type { OpenedMechanism, Saved } from '../../shared/api'
import { notFound, ProblemError, ruleBroken } from '../http/problem'
import { mechanismRepository } from '../repositories/mechanisms'
import { projectRepository } from '../repositories/projects'
import { copyName } from './names'

export const mechanismService = (knex: Knex) => {
  const mechanisms = mechanismRepository(knex)
  const projects = projectRepository(knex)

  const open = async (id: string): Promise<OpenedMechanism> => {
    const row = await mechanisms.find(id)
    if (!row) throw notFound('mechanism', id)
    const project = (await projects.find(row.project_id))!
    return {
      id: row.id,
      project: { id: project.id, name: project.name },
      revision: row.revision,
      changedAt: row.changed_at.toISOString(),
      document: JSON.parse(row.document) as MechanismDocument,
    }
  }

  /** Saves a document that passed every check over the revision it was made from. */
  const store = async (id: string, revision: number, document: MechanismDocument): Promise<Saved> => {
    const changedAt = new Date()
    if ((await mechanisms.save(id, revision, document, changedAt)) === 0) {
      const current = await open(id)
      throw new ProblemError(
        409,
        'revision-stale',
        `This edit was made from revision ${revision}, but revision ${current.revision} has been saved since.`,
        { revision: current.revision, changedAt: current.changedAt, document: current.document },
      )
    }
    await projects.touch((await mechanisms.find(id))!.project_id)
    return { revision: revision + 1, changedAt: changedAt.toISOString() }
  }

  return {
    open,

    async create(projectId: string, document: MechanismDocument): Promise<{ id: string }> {
      if (!(await projects.find(projectId))) throw notFound('project', projectId)
      const { id } = await mechanisms.create(projectId, document)
      await projects.touch(projectId)
      return { id }
    },

    save(id: string, revision: number, document: unknown): Promise<Saved> {
      const compiled = compileDocument(document)
      if (!compiled.ok) throw ruleBroken(compiled.problems)
      return store(id, revision, compiled.value.document)
    },

    async rename(id: string, name: string): Promise<Saved> {
      const { revision, document } = await open(id)
      return store(id, revision, { ...document, name })
    },

    copy: (id: string): Promise<{ id: string }> =>
      knex.transaction(async (transaction) => {
        const inside = mechanismRepository(transaction)
        const row = await inside.find(id)
        if (!row) throw notFound('mechanism', id)
        const document = JSON.parse(row.document) as MechanismDocument
        const picture = (await inside.picture(id)) ?? null
        const copy = await inside.create(
          row.project_id,
          { ...document, name: copyName(document.name) },
          picture,
        )
        return { id: copy.id }
      }),

    async remove(id: string): Promise<void> {
      if ((await mechanisms.remove(id)) === 0) throw notFound('mechanism', id)
    },

    async picture(id: string): Promise<Buffer> {
      const picture = await mechanisms.picture(id)
      if (!picture) throw notFound('picture of a mechanism', id)
      return picture
    },

    async setPicture(id: string, picture: Buffer): Promise<void> {
      if ((await mechanisms.setPicture(id, picture)) === 0) throw notFound('mechanism', id)
    },
  }
}
