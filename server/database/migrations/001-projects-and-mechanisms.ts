/** Projects, and mechanisms in them: the document as JSON, the revision that saves are checked against, a picture. */
import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  if (!(await knex.schema.hasTable('projects')))
    await knex.schema.createTable('projects', (table) => {
      table.uuid('id').primary()
      table.string('name', 120).notNullable()
      table.datetime('created_at', { precision: 3 }).notNullable()
      table.datetime('changed_at', { precision: 3 }).notNullable()
    })
  if (!(await knex.schema.hasTable('mechanisms')))
    await knex.schema.createTable('mechanisms', (table) => {
      table.uuid('id').primary()
      table.uuid('project_id').notNullable().references('id').inTable('projects').onDelete('CASCADE')
      table.string('name', 120).notNullable()
      table.text('document', 'longtext').notNullable()
      table.integer('revision').unsigned().notNullable()
      table.specificType('picture', 'MEDIUMBLOB')
      table.datetime('created_at', { precision: 3 }).notNullable()
      table.datetime('changed_at', { precision: 3 }).notNullable()
    })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('mechanisms')
  await knex.schema.dropTable('projects')
}
