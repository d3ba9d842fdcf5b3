/** Files beside those of the build, compressed as browsers take them: by Brotli and by gzip. */
import { readdir, readFile, writeFile } from 'node:fs/promises'
import { extname, join } from 'node:path'
import { promisify } from 'node:util'
import { brotliCompress, constants, gzip } from 'node:zlib'

/** What shrinks; fonts and pictures are compressed by themselves. */
const SHRINKS = new Set(['.js', '.mjs', '.css', '.html', '.json', '.svg', '.wasm'])
/** Smaller files gain nothing [bytes]. */
const SMALLEST = 1024
/** Of 11: the two steps above it take ten times as long for a twentieth less. */
const BROTLI_QUALITY = 9

const byBrotli = promisify(brotliCompress)
const byGzip = promisify(gzip)

/** @param {string} folder everything in it and below */
export async function compressFiles(folder) {
  const entries = await readdir(folder, { withFileTypes: true, recursive: true })
  const files = entries.filter((entry) => entry.isFile() && SHRINKS.has(extname(entry.name)))
  await Promise.all(files.map(({ parentPath, name }) => compressFile(join(parentPath, name))))
}

/** @param {string} file */
async function compressFile(file) {
  const content = await readFile(file)
  if (content.length < SMALLEST) return
  const params = {
    [constants.BROTLI_PARAM_QUALITY]: BROTLI_QUALITY,
    [constants.BROTLI_PARAM_SIZE_HINT]: content.length,
  }
  await writeFile(`${file}.br`, await byBrotli(content, { params }))
  await writeFile(`${file}.gz`, await byGzip(content, { level: 9 }))
}
