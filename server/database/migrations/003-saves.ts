/** Saves by the ids that their senders gave them, so that one that comes twice is known. */
import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  if (!(await knex.schema.hasTable('saves')))
    await knex.schema.createTable('saves', (table) => {
      table.uuid('mechanism_id').notNullable().references('id').inTable('mechanisms').onDelete('CASCADE')
      table.specificType('save', 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin').notNullable()
      table.integer('revision').unsigned().notNullable()
      table.datetime('changed_at', { precision: 3 }).notNullable()
      table.primary(['mechanism_id', 'save'])
      table.index(['mechanism_id', 'revision'])
    })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('saves')
}
