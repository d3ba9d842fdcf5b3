/** What the database remembers of itself: that the demo was put in, so that it does not come back when it was deleted. */
import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  if (!(await knex.schema.hasTable('settings')))
    await knex.schema.createTable('settings', (table) => {
      table.string('name', 60).primary()
      table.string('value', 200).notNullable()
    })
  // what has been worked with was seeded before this was noted
  if (await knex('projects').first('id'))
    await knex('settings').insert({ name: 'seeded', value: 'before' }).onConflict('name').ignore()
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('settings')
}
