/** Brings the database to the newest schema and, when it is a new one, puts the seed-packet machine into it. */
import { readFile } from 'node:fs/promises'
import { connect } from '../server/database/connection'
import { migrate } from '../server/database/migrate'
import { mechanismRepository } from '../server/repositories/mechanisms'
import { projectRepository } from '../server/repositories/projects'
import { walkingBeam } from './documents/walking-beam'

const knex = connect(process.env.DATABASE_URL ?? '')
try {
  if (await migrate(knex)) {
    const project = await projectRepository(knex).create('Seed-packet machine')
    const picture = await readFile(new URL('./pictures/walking-beam.png', import.meta.url)).catch(() => null)
    await mechanismRepository(knex).create(project.id, walkingBeam, picture)
  }
} finally {
  await knex.destroy()
}
