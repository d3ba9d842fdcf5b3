/** Triangles of imported parts, each content once, under its SHA-256. */
import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  if (!(await knex.schema.hasTable('meshes')))
    await knex.schema.createTable('meshes', (table) => {
      table.specificType('hash', 'CHAR(64) CHARACTER SET ascii COLLATE ascii_bin').primary()
      table.specificType('content', 'LONGBLOB').notNullable()
      table.datetime('created_at', { precision: 3 }).notNullable()
    })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('meshes')
}
