/** Meshes in pieces that fit into the packets of any server, and which mechanisms use them. */
import type { Knex } from 'knex'

/** See repositories/meshes; here as it was when this was applied [bytes]. */
const PIECE = 256 * 1024

export async function up(knex: Knex): Promise<void> {
  if (!(await knex.schema.hasTable('mesh_pieces')))
    await knex.schema.createTable('mesh_pieces', (table) => {
      hashColumn(table)
      table.smallint('piece').unsigned().notNullable()
      table.specificType('content', 'MEDIUMBLOB').notNullable()
      table.primary(['hash', 'piece'])
      table.foreign('hash').references('hash').inTable('meshes').onDelete('CASCADE')
    })
  if (!(await knex.schema.hasTable('mesh_uses')))
    await knex.schema.createTable('mesh_uses', (table) => {
      table.uuid('mechanism_id').notNullable().references('id').inTable('mechanisms').onDelete('CASCADE')
      hashColumn(table)
      table.primary(['mechanism_id', 'hash'])
      table.index('hash')
    })
  if (await knex.schema.hasColumn('meshes', 'content')) await cut(knex)
  await count(knex)
}

const hashColumn = (table: Knex.CreateTableBuilder) =>
  table.specificType('hash', 'CHAR(64) CHARACTER SET ascii COLLATE ascii_bin').notNullable()

async function cut(knex: Knex): Promise<void> {
  const whole = await knex('meshes').select('hash', knex.raw('OCTET_LENGTH(content) AS size'))
  for (const { hash, size } of whole as { hash: string; size: number }[])
    for (let piece = 0; piece * PIECE < size; piece++)
      await knex.raw(
        'INSERT IGNORE INTO mesh_pieces (hash, piece, content) SELECT hash, ?, SUBSTRING(content, ?, ?) FROM meshes WHERE hash = ?',
        [piece, piece * PIECE + 1, PIECE, hash],
      )
  await knex.schema.alterTable('meshes', (table) => table.dropColumn('content'))
}

async function count(knex: Knex): Promise<void> {
  const ids = await knex('mechanisms').select('id').where('document', 'like', '%"mesh"%')
  for (const { id } of ids as { id: string }[]) {
    const { document } = await knex('mechanisms').where({ id }).first('document')
    const { parts } = JSON.parse(document) as { parts: { mesh?: string }[] }
    const hashes = new Set(parts.flatMap(({ mesh }) => mesh ?? []))
    const rows = [...hashes].map((hash) => ({ mechanism_id: id, hash }))
    if (rows.length > 0) await knex('mesh_uses').insert(rows).onConflict(['mechanism_id', 'hash']).ignore()
  }
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('mesh_uses')
  await knex.schema.dropTable('mesh_pieces')
}
