/** Links that show a mechanism to those who have them, and the meshes that one of a fixed revision needs. */
import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  if (!(await knex.schema.hasTable('links')))
    await knex.schema.createTable('links', (table) => {
      table.uuid('id').primary()
      table.uuid('mechanism_id').notNullable().references('id').inTable('mechanisms').onDelete('CASCADE')
      table.specificType('token', 'CHAR(43) CHARACTER SET ascii COLLATE ascii_bin').notNullable().unique()
      table.string('name', 120).notNullable()
      // of the revision that is shown, where it is a fixed one
      table.integer('revision').unsigned()
      table.string('title', 200)
      table.specificType('packed', 'LONGBLOB')
      table.boolean('may_embed').notNullable()
      table.datetime('expires_at', { precision: 3 })
      table.datetime('created_at', { precision: 3 }).notNullable()
    })
  if (!(await knex.schema.hasTable('link_meshes')))
    await knex.schema.createTable('link_meshes', (table) => {
      table.uuid('link_id').notNullable().references('id').inTable('links').onDelete('CASCADE')
      table.specificType('hash', 'CHAR(64) CHARACTER SET ascii COLLATE ascii_bin').notNullable()
      table.primary(['link_id', 'hash'])
      table.index('hash')
    })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('link_meshes')
  await knex.schema.dropTable('links')
}
