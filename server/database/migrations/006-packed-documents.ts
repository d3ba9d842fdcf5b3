/** Documents compressed; see checks/packing. */
import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  if (!(await knex.schema.hasColumn('mechanisms', 'packed')))
    await knex.schema.alterTable('mechanisms', (table) => table.specificType('packed', 'LONGBLOB'))
  if (!(await knex.schema.hasColumn('mechanisms', 'document'))) return
  // one by one, since a statement may take only some seconds
  for (const { id } of await knex('mechanisms').whereNull('packed').select('id'))
    await knex.raw('UPDATE mechanisms SET packed = COMPRESS(document) WHERE id = ?', [id])
  await knex.raw('ALTER TABLE mechanisms MODIFY packed LONGBLOB NOT NULL, DROP COLUMN document')
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('ALTER TABLE mechanisms ADD document LONGTEXT')
  await knex.raw('UPDATE mechanisms SET document = UNCOMPRESS(packed)')
  await knex.raw('ALTER TABLE mechanisms MODIFY document LONGTEXT NOT NULL, DROP COLUMN packed')
}
