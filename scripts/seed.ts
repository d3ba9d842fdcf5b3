/** Brings the database to the newest schema and, when it is a new one, puts the seed-packet machine into it. */
import { readFile } from 'node:fs/promises'
import { connect } from '../server/database/connection'
import { migrate } from '../server/database/migrate'
import { mechanismRepository } from '../server/repositories/mechanisms'
import { projectRepository } from '../server/repositories/projects'
import { seedLine } from '../demo/documents/seed-line'
import { walkingBeam } from '../shared/starting-points/walking-beam'

const knex = connect(process.env.DATABASE_URL ?? '')
try {
  if (await migrate(knex)) {
    const project = await projectRepository(knex).create('Seed-packet machine')
    for (const [name, document] of Object.entries({ 'walking-beam': walkingBeam, 'seed-line': seedLine })) {
      const picture = await readFile(new URL(`../demo/pictures/${name}.png`, import.meta.url)).catch(
        () => null,
      )
      await mechanismRepository(knex).create(project.id, document, picture)
    }
  }
} finally {
  await knex.destroy()
}
