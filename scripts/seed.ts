/**
 * Brings a database to the newest schema and, when that was not done yet, puts the seed-packet machine into it: all of it or
 * nothing, so that it may be stopped at any moment and begun again.
 */
import { readFile } from 'node:fs/promises'
import type { Knex } from 'knex'
import { storedAs } from '../server/checks/stored'
import { connect } from '../server/database/connection'
import { migrate } from '../server/database/migrate'
import { databaseSentence } from '../server/database/sentence'
import { mechanismRepository } from '../server/repositories/mechanisms'
import { projectRepository } from '../server/repositories/projects'
import { contactBench } from '../demo/documents/contact-bench'
import { forceBench } from '../demo/documents/force-bench'
import { sampleCarrier } from '../demo/documents/sample-carrier'
import { seedLine } from '../demo/documents/seed-line'
import { camTamper } from '../demo/documents/cam-tamper'
import { walkingBeam } from '../shared/starting-points/walking-beam'

/** In the order in which they are made. */
const DOCUMENTS = {
  'walking-beam': walkingBeam,
  'force-bench': forceBench,
  'sample-carrier': sampleCarrier,
  'cam-tamper': camTamper,
  'contact-bench': contactBench,
  'seed-line': seedLine,
}

const address = process.env.DATABASE_URL ?? ''

const seed = (knex: Knex): Promise<void> =>
  knex.transaction(async (inside) => {
    if (await inside('settings').where({ name: 'seeded' }).forUpdate().first()) return
    await inside('settings').insert({ name: 'seeded', value: new Date().toISOString() })
    const project = await projectRepository(inside).create('Seed-packet machine')
    for (const [name, document] of Object.entries(DOCUMENTS)) {
      const path = new URL(`../demo/pictures/${name}.png`, import.meta.url)
      const picture = await readFile(path).catch(() => null)
      await mechanismRepository(inside).create(project.id, storedAs(document), picture)
    }
  })

async function main(): Promise<void> {
  const knex = connect(address)
  try {
    const { applied, resumed } = await migrate(knex)
    if (resumed)
      console.log('An earlier start was stopped while it changed the schema; what it began is finished.')
    if (applied.length > 0) console.log(`The schema has been brought to ${applied.at(-1)}.`)
    await seed(knex)
  } finally {
    await knex.destroy()
  }
}

main().catch((error: unknown) => {
  console.error(databaseSentence(error, address))
  process.exitCode = 1
})
