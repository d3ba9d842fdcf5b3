/** Rows of the table `links`: who has the token of one may see its mechanism, and nothing else. */
import { randomBytes, randomUUID } from 'node:crypto'
import type { Knex } from 'knex'

export interface LinkRow {
  id: string
  mechanism_id: string
  /** 32 random bytes in base 64 for addresses. */
  token: string
  name: string
  /** Null for whatever is the newest one. */
  revision: number | null
  /** Name and document of that revision; see checks/packing. */
  title: string | null
  packed: Buffer | null
  may_embed: 0 | 1
  expires_at: Date | null
  created_at: Date
}

export type ListedRow = Omit<LinkRow, 'title' | 'packed'>

/** What a link shows. */
export interface ShownRow {
  name: string
  packed: Buffer
  may_embed: 0 | 1
}

export type NewLink = Pick<LinkRow, 'name' | 'expires_at'> & { isFixed: boolean; mayEmbed: boolean }

export const linkRepository = (knex: Knex) => ({
  of: (mechanism: string): Promise<ListedRow[]> =>
    knex<LinkRow>('links')
      .where({ mechanism_id: mechanism })
      .select('id', 'mechanism_id', 'token', 'name', 'revision', 'may_embed', 'expires_at', 'created_at')
      .orderBy('created_at', 'desc'),

  /** Of the mechanism as it is now; returns its id, or null when that is not there. To be called in a transaction. */
  async create(mechanism: string, { name, expires_at, isFixed, mayEmbed }: NewLink): Promise<string | null> {
    const shown = await knex('mechanisms')
      .where({ id: mechanism })
      .forShare()
      .first('revision', 'name', 'packed')
    if (!shown) return null
    const id = randomUUID()
    await knex<LinkRow>('links').insert({
      id,
      mechanism_id: mechanism,
      token: randomBytes(32).toString('base64url'),
      name,
      revision: isFixed ? shown.revision : null,
      title: isFixed ? shown.name : null,
      packed: isFixed ? shown.packed : null,
      may_embed: mayEmbed ? 1 : 0,
      expires_at,
      created_at: new Date(),
    })
    if (isFixed)
      await knex.raw(
        'INSERT INTO link_meshes (link_id, hash) SELECT ?, hash FROM mesh_uses WHERE mechanism_id = ?',
        [id, mechanism],
      )
    return id
  },

  end: (mechanism: string, id: string): Promise<number> =>
    knex<LinkRow>('links').where({ id, mechanism_id: mechanism }).delete(),

  /** What the link of a token shows now; undefined when there is none, or its time is over. */
  shown: (token: string, now: Date): Promise<(ShownRow & { hashes: string | null }) | undefined> =>
    knex('links')
      .join('mechanisms', 'mechanisms.id', 'links.mechanism_id')
      .where('links.token', token)
      .andWhere((still) => still.whereNull('links.expires_at').orWhere('links.expires_at', '>', now))
      .select('links.may_embed')
      .select(knex.raw('COALESCE(links.title, mechanisms.name) AS name'))
      .select(knex.raw('COALESCE(links.packed, mechanisms.packed) AS packed'))
      .select(
        knex.raw(
          `CASE WHEN links.packed IS NULL
             THEN (SELECT GROUP_CONCAT(hash) FROM mesh_uses WHERE mesh_uses.mechanism_id = mechanisms.id)
             ELSE (SELECT GROUP_CONCAT(hash) FROM link_meshes WHERE link_meshes.link_id = links.id) END AS hashes`,
        ),
      )
      .first(),
})
