/**
 * `npm test`: lint, types, unit, server and end-to-end tests, 20 kills under load, a minute of spoilt input; on a fresh clone too.
 *
 * Installs what is missing, makes a throwaway database and takes free ports of its own. Every part is run even when
 * one before it failed; one failing part fails the whole.
 *
 * `npm test -- --quick` runs lint, types and unit tests alone; `--explore` draws new seeds for the property tests.
 */
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { build } from './steps/build.mjs'
import { failedTests } from './steps/failed-tests.mjs'
import { startMariadb } from './steps/mariadb.mjs'
import { chromium, need, npmPackages } from './steps/packages.mjs'
import { end, Failure, mustRun, run } from './steps/run.mjs'
import { serve } from './steps/serve.mjs'

/** @type {{ pid: number, marker: string }[]} */
const started = []
/** @type {{ name: string, passed: boolean, seconds: number }[]} */
const results = []
let folder = ''
const began = Date.now()
const quick = process.argv.includes('--quick')
if (process.argv.includes('--explore')) process.env.LIGAMEN_EXPLORE = '1'

/**
 * @param {string} name
 * @param {() => Promise<number>} work resolves to an exit code
 */
async function part(name, work) {
  const start = Date.now()
  console.log(`\n── ${name}`)
  let passed = false
  try {
    passed = (await work()) === 0
  } catch (error) {
    console.error(error instanceof Failure ? error.message : error)
  }
  results.push({ name, passed, seconds: (Date.now() - start) / 1000 })
  return passed
}

async function main() {
  folder = await mkdtemp(join(tmpdir(), 'ligamen-test-'))
  // tests ask more often than people
  process.env.LIGAMEN_RATE = '0'
  const environment = { DATABASE_URL: '', LIGAMEN_ADDRESS: '', CHROMIUM: '', FFPROBE: '' }
  const ready = await part('set-up', async () => {
    if (quick) {
      await npmPackages()
      return 0
    }
    // one fetches while the other writes; neither is left behind running
    const ends = await Promise.allSettled([npmPackages(), debianPackages(environment)])
    for (const end of ends) if (end.status === 'rejected') throw end.reason
    await mustRun('npx', ['tsx', '--tsconfig', 'tsconfig.tools.json', 'scripts/seed.ts'], environment)
    return 0
  })
  if (!ready) return

  // two rows of parts beside each other, since most of them use one core; types and build write the same folder
  const [, served] = await Promise.all([lintAndUnit(), typesAndBuild(environment)])
  if (quick || !served) return
  // new ones are drawn when exploring
  const sameSeed = process.env.LIGAMEN_EXPLORE ? [] : ['--seed', '458']
  // each on a database and a server of its own
  await Promise.all([
    part('faults', () => run(process.execPath, ['scripts/faults.mjs', '--kills', '20'])),
    part('fuzz', () => run(process.execPath, ['scripts/fuzz.mjs', '--seconds', '60', ...sameSeed])),
  ])
  // the walks meet what a new user does: the demo and nothing else
  await part('end-to-end tests', () =>
    run('npx', ['playwright', 'test', '--reporter', 'list,json'], {
      ...environment,
      PLAYWRIGHT_JSON_OUTPUT_NAME: report('end-to-end tests'),
    }),
  )
  await part('server tests', () =>
    run('npx', ['vitest', 'run', '--project', 'server', ...jsonReport('server tests')], environment),
  )
}

/** @param {{ DATABASE_URL: string, CHROMIUM: string, FFPROBE: string }} environment gets the database's address and paths of programs */
async function debianPackages(environment) {
  environment.CHROMIUM = await chromium()
  // reads films back
  environment.FFPROBE = await need('ffprobe', ['ffmpeg'])
  const database = await startMariadb(folder)
  started.push(database)
  environment.DATABASE_URL = database.url
}

async function lintAndUnit() {
  await part('lint', () => run('npm', ['run', '--silent', 'lint']))
  await part('unit tests', () => run('npm', ['run', '--silent', 'unit', '--', ...jsonReport('unit tests')]))
}

/** @param {string} name of a part, whose report says what failed */
function report(name) {
  return join(folder, `${name}.json`)
}

/** @param {string} name */
function jsonReport(name) {
  return ['--reporter=default', '--reporter=json', `--outputFile.json=${report(name)}`]
}

/**
 * @param {{ DATABASE_URL: string, LIGAMEN_ADDRESS: string }} environment gets the address of the built server
 * @returns {Promise<boolean>} whether it is served
 */
async function typesAndBuild(environment) {
  await part('types', () => run('npm', ['run', '--silent', 'types']))
  if (quick) return false
  return part('build', async () => {
    await build()
    const server = await serve({
      database: environment.DATABASE_URL,
      port: 4300,
      log: join(folder, 'server.log'),
    })
    started.push(server)
    environment.LIGAMEN_ADDRESS = server.address
    return 0
  })
}

async function finish() {
  for (const { pid, marker } of [...started].reverse()) await end(pid, marker)
  const failed = results.filter((result) => !result.passed)
  const named = (await Promise.all(failed.map(({ name }) => failedTests(report(name))))).flat()
  if (folder) await rm(folder, { recursive: true, force: true })
  const seconds = (Date.now() - began) / 1000
  console.log('')
  // named once more at the very end, where the eye is
  for (const test of named) console.log(`failed  ${test}`)
  for (const { name, passed, seconds: took } of results) {
    console.log(`${passed ? 'passed' : 'FAILED'}  ${name} (${took.toFixed(0)} s)`)
  }
  console.log(
    failed.length === 0
      ? `All ${results.length} parts passed in ${seconds.toFixed(0)} s.`
      : `${failed.length} of ${results.length} parts failed (${failed.map((f) => f.name).join(', ')}) in ${seconds.toFixed(0)} s.`,
  )
  process.exit(failed.length === 0 ? 0 : 1)
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
  process.on(signal, () => {
    results.push({ name: `stopped by ${signal}`, passed: false, seconds: 0 })
    void finish()
  })
}
await main().catch((error) => {
  console.error(error)
  results.push({ name: 'the run itself', passed: false, seconds: 0 })
})
await finish()
