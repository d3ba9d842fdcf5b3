/** Links that show a mechanism: made, listed, ended, and what one shows. */
import type { Knex } from 'knex'
import { playingPage } from '@ligamen/core'
import type { SharedLink } from '../../shared/api'
import { unpackLater } from '../checks/packing'
import { transact } from '../database/transact'
import type { NewLinkBody } from '../http/bodies'
import { notFound, ProblemError } from '../http/problem'
import { linkRepository } from '../repositories/links'
import type { ListedRow } from '../repositories/links'
import { mechanismRepository } from '../repositories/mechanisms'
import { meshRepository } from '../repositories/meshes'

/** The most links of one mechanism. */
const MOST = 100

export interface SharedPage {
  readonly html: string
  /** Whether pages elsewhere may show it in a frame. */
  readonly mayEmbed: boolean
}

export const linkService = (knex: Knex) => {
  async function projectOf(mechanism: string): Promise<string> {
    const project = await mechanismRepository(knex).projectOf(mechanism)
    if (project === undefined) throw notFound('mechanism', mechanism)
    return project
  }

  return {
    async list(mechanism: string): Promise<SharedLink[]> {
      await projectOf(mechanism)
      return (await linkRepository(knex).of(mechanism)).map(asAnswer)
    },

    /** Error: 422 when its time is over already, or there are too many. */
    async create(mechanism: string, body: NewLinkBody): Promise<{ id: string }> {
      const expires = body.expires === undefined ? null : new Date(body.expires)
      if (expires && !(expires.getTime() > Date.now()))
        throw new ProblemError(422, 'expires-past', 'The link would have ended already; choose a later end.')
      return transact(knex, await projectOf(mechanism), async (transaction) => {
        const links = linkRepository(transaction)
        if ((await links.of(mechanism)).length >= MOST)
          throw new ProblemError(
            422,
            'too-many-links',
            `A mechanism has at most ${MOST} links; end some first.`,
          )
        const { name, fixed: isFixed = false, embed: mayEmbed = false } = body
        const id = await links.create(mechanism, { name, expires_at: expires, isFixed, mayEmbed })
        if (id === null) throw notFound('mechanism', mechanism)
        return { id }
      })
    },

    async end(mechanism: string, id: string): Promise<void> {
      if ((await linkRepository(knex).end(mechanism, id)) === 0) throw notFound('link', id)
    },

    /** The page behind a token; null when there is none, or it has ended. @param template see app/player */
    async page(token: string, template: () => Promise<string>): Promise<SharedPage | null> {
      const shown = await linkRepository(knex).shown(token, new Date())
      if (!shown) return null
      const document = await unpackLater(shown.packed)
      const meshes: Record<string, string> = {}
      for (const hash of shown.hashes?.split(',') ?? [])
        meshes[hash] = (await meshRepository(knex).find(hash))?.toString('base64') ?? ''
      const content = `{"document":${document.toString()},"meshes":${JSON.stringify(meshes)}}`
      return { html: playingPage(await template(), shown.name, content), mayEmbed: shown.may_embed === 1 }
    },
  }
}

const asAnswer = (row: ListedRow): SharedLink => ({
  id: row.id,
  name: row.name,
  address: `/shared/${row.token}`,
  revision: row.revision,
  embed: row.may_embed === 1,
  expires: row.expires_at?.toISOString() ?? null,
  made: row.created_at.toISOString(),
})
