/**
 * `npm run bench`: every figure of speed, in one run. `-- --json FILE` also writes them as {name, value, unit};
 * `-- --only core` leaves out what needs a browser.
 */
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { build } from './steps/build.mjs'
import { startMariadb } from './steps/mariadb.mjs'
import { npmPackages } from './steps/packages.mjs'
import { end, mustRun, root } from './steps/run.mjs'
import { serve } from './steps/serve.mjs'

const { values } = parseArgs({ options: { json: { type: 'string' }, only: { type: 'string' } } })

/** @type {{ name: string, value: number, unit: string }[]} */
const figures = []
/** @type {{ pid: number, marker: string }[]} */
const started = []

await npmPackages()
const folder = await mkdtemp(join(tmpdir(), 'ligamen-bench-'))
try {
  await core()
  if (values.only !== 'core') await inBrowser()
} finally {
  for (const { pid, marker } of started.reverse()) await end(pid, marker)
  await rm(folder, { recursive: true, force: true })
}
if (values.json) await writeFile(values.json, `${JSON.stringify(figures, null, 2)}\n`)

/** The core in Node, bundled as it ships. */
async function core() {
  const { build: bundle } = await import('esbuild')
  // beside the packages, so that those left outside are found
  const outfile = join(root, 'node_modules', '.ligamen-bench.mjs')
  await bundle({
    entryPoints: [join(root, 'core/bench/run.ts')],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    tsconfig: join(root, 'tsconfig.tools.json'),
    external: ['mujoco-js'],
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
  })
  const result = join(folder, 'core.json')
  for (const part of ['kinematics', 'forces', 'contacts']) {
    await mustRun(process.execPath, ['--expose-gc', outfile, part, result])
    figures.push(...JSON.parse(await readFile(result, 'utf8')))
  }
  await rm(outfile, { force: true })
}

/** The built app in Chromium, on a throwaway database. */
async function inBrowser() {
  const database = await startMariadb(folder)
  started.push(database)
  await mustRun('npx', ['tsx', '--tsconfig', 'tsconfig.tools.json', 'scripts/seed.ts'], {
    DATABASE_URL: database.url,
  })
  await build()
  const server = await serve({ database: database.url, port: 4400, log: join(folder, 'server.log') })
  started.push(server)
  const { benchWorker } = await import('./bench/worker.mjs')
  const { benchView } = await import('./bench/view.mjs')
  const { benchEdit } = await import('./bench/edit.mjs')
  const { benchCycle } = await import('./bench/cycle.mjs')
  const { benchProve } = await import('./bench/prove.mjs')
  const { benchFilms } = await import('./bench/films.mjs')
  /** @type {{ name: string, value: number, unit: string, limit?: number, least?: number }[]} */
  const measured = [
    ...(await benchWorker(server.address)),
    ...(await benchView(server.address)),
    ...(await benchEdit(server.address)),
    ...(await benchCycle(server.address)),
    ...(await benchProve(server.address)),
    ...(await benchFilms(server.address)),
  ]
  for (const { name, value, unit, limit, least } of measured) {
    console.log(`${name.padEnd(62)} ${value.toPrecision(4)} ${unit}`)
    if (limit !== undefined)
      console.log(`${value <= limit ? '  reached' : '  MISSED'}: at most ${limit} ${unit}`)
    if (least !== undefined)
      console.log(`${value >= least ? '  reached' : '  MISSED'}: at least ${least} ${unit}`)
  }
  figures.push(...measured.map(({ name, value, unit }) => ({ name, value, unit })))
}
