/**
 * `npm run fuzz`: spoilt documents, patches, quantities and files, each made of a seed and a number. Nothing may throw, take
 * longer than its deadline or answer with what is not a number.
 *
 * `-- --seconds 60` shares a time among the kinds; `-- --documents 100000 --files 5000` sets how many instead; `-- --seed 7`.
 */
import { fork } from 'node:child_process'
import { rm } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { parseArgs } from 'node:util'
import { npmPackages } from './steps/packages.mjs'
import { root } from './steps/run.mjs'

/** @typedef {'documents' | 'patches' | 'quantities' | 'files'} Kind */
/** Share of the time, and how long one case may take [ms]; the reader of STEP is ended from outside, as in the app. */
const KINDS = /** @type {const} */ ({
  documents: { share: 0.5, deadline: 5000 },
  patches: { share: 0.1, deadline: 5000 },
  quantities: { share: 0.1, deadline: 1000 },
  files: { share: 0.3, deadline: 10_000 },
})
const BATCH = 200

const option = /** @type {const} */ ({ type: 'string' })
const { values } = parseArgs({
  options: {
    seconds: option,
    seed: option,
    documents: option,
    patches: option,
    quantities: option,
    files: option,
  },
})
const seed = Number(values.seed ?? Date.now() % 100_000)
const seconds = Number(values.seconds ?? 60)
const counted = Object.keys(KINDS).some((kind) => values[/** @type {Kind} */ (kind)] !== undefined)

await npmPackages()
const bundle = join(root, 'node_modules', '.ligamen-fuzz.mjs')
await bundleCases()
let faults = 0
for (const kind of /** @type {Kind[]} */ (Object.keys(KINDS))) {
  const most = counted ? Number(values[kind] ?? 0) : Infinity
  const until = counted ? Infinity : Date.now() + 1000 * seconds * KINDS[kind].share
  if (most > 0) faults += await fuzz(kind, most, until)
}
await rm(bundle, { force: true })
process.exit(faults === 0 ? 0 : 1)

async function bundleCases() {
  const { build } = await import('esbuild')
  const require = createRequire(import.meta.url)
  await build({
    entryPoints: [join(root, 'scripts/fuzz/cases.ts')],
    outfile: bundle,
    bundle: true,
    platform: 'node',
    format: 'esm',
    logLevel: 'error',
    tsconfig: join(root, 'tsconfig.tools.json'),
    external: ['occt-import-js'],
    banner: {
      js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
    },
    plugins: [
      {
        name: 'paths of files that the app loads by their address',
        setup(on) {
          on.onResolve({ filter: /\.wasm\?url$/ }, ({ path }) => ({
            path: join(
              dirname(require.resolve('occt-import-js')),
              '..',
              'dist',
              path.split('/').pop()?.replace('?url', '') ?? '',
            ),
            namespace: 'address',
          }))
          on.onLoad({ filter: /.*/, namespace: 'address' }, ({ path }) => ({
            contents: `export default ${JSON.stringify(path)}`,
          }))
        },
      },
    ],
  })
}

/**
 * Runs cases until there are enough, or the time is over. Returns how many went wrong.
 * @param {Kind} kind
 * @param {number} most
 * @param {number} until
 */
async function fuzz(kind, most, until) {
  const { deadline } = KINDS[kind]
  let [done, threw, wrong, hung, ended] = [0, 0, 0, 0, 0]
  /** @type {string[]} */
  const told = []
  while (done < most && Date.now() < until) {
    const child = fork(bundle, { cwd: root, silent: true, execArgv: ['--max-old-space-size=3000'] })
    let current = done
    let isKernel = false
    await new Promise((resolve) => {
      let timer = setTimeout(resolve, 20_000)
      const next = () => child.send({ kind, seed, from: done, to: Math.min(most, done + BATCH) })
      child.on(
        'message',
        (/** @type {any} */ { ready, began, kernel, ended: isAll, wrong: why, threw: what }) => {
          clearTimeout(timer)
          timer = setTimeout(() => {
            if (isKernel) ended++
            else {
              hung++
              told.push(`${kind} ${current}: took longer than ${deadline} ms`)
            }
            done = current + 1
            resolve(undefined)
          }, deadline)
          if (ready) next()
          if (began !== undefined) [current, isKernel] = [began, false]
          if (kernel) isKernel = true
          if (why) told.push(`${kind} ${current}: ${why}`)
          if (what) told.push(`${kind} ${current}: ${what}`)
          wrong += why ? 1 : 0
          threw += what ? 1 : 0
          if (!isAll) return
          done = current + 1
          if (done >= most || Date.now() >= until) resolve(undefined)
          else next()
        },
      )
      child.on('exit', (code, signal) => {
        clearTimeout(timer)
        if (code === null && signal === 'SIGKILL') return
        threw++
        told.push(`${kind} ${current}: the process ended (${code ?? signal})`)
        done = current + 1
        resolve(undefined)
      })
    })
    child.removeAllListeners('exit')
    child.removeAllListeners('message')
    child.kill('SIGKILL')
  }
  console.log(
    `${kind}: ${done} cases of seed ${seed}: ${threw} threw, ${hung} hung, ${wrong} wrong` +
      (ended > 0 ? `; the kernel of STEP was ended ${ended} times` : ''),
  )
  for (const line of told.slice(0, 8)) console.log(`  ${line.slice(0, 600)}`)
  return threw + wrong + hung
}
