/** What failed, by name and first line of its reason, read from the JSON reports of Playwright and Vitest. */
import { readFile } from 'node:fs/promises'
import { root } from './run.mjs'

/**
 * @typedef {{ title: string, file?: string, specs?: Spec[], suites?: Suite[] }} Suite
 * @typedef {{ title: string, file: string, line: number, ok: boolean, tests: { results: { error?: { message?: string } }[] }[] }} Spec
 * @typedef {{ testResults: { name: string, message?: string, status: string,
 *   assertionResults: { fullName: string, status: string, failureMessages?: string[] }[] }[] }} UnitReport
 */

/** Colours of a terminal. */
const COLOUR = /\u001b\[[0-9;]*m/g

/**
 * One line for each failed test; none when there is no report.
 * @param {string} path of a JSON report
 * @returns {Promise<string[]>}
 */
export async function failedTests(path) {
  const text = await readFile(path, 'utf8').catch(() => '')
  if (!text) return []
  /** @type {{ suites?: Suite[] } & Partial<UnitReport>} */
  const report = JSON.parse(text)
  const walks = (report.suites ?? []).flatMap(specsOf).filter((spec) => !spec.ok)
  const files = (report.testResults ?? []).filter((file) => file.status === 'failed')
  return [
    ...walks.map((spec) => line(`${spec.file}:${spec.line} › ${spec.title}`, reasonOf(spec))),
    ...files.flatMap((file) => {
      const failed = file.assertionResults.filter((result) => result.status === 'failed')
      if (failed.length === 0) return [line(file.name, file.message)]
      return failed.map((result) => line(`${file.name} › ${result.fullName}`, result.failureMessages?.[0]))
    }),
  ]
}

/**
 * @param {Suite} suite
 * @returns {Spec[]}
 */
function specsOf(suite) {
  return [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specsOf)]
}

/** @param {Spec} spec */
function reasonOf(spec) {
  return spec.tests.flatMap((test) => test.results).find((result) => result.error)?.error?.message
}

/**
 * @param {string} name
 * @param {string | undefined} reason several lines, of which the first few say what was wrong
 */
function line(name, reason = 'no reason was given') {
  const said = reason
    .replace(COLOUR, '')
    .split('\n')
    .map((part) => part.trim())
    .filter((part) => part && !part.startsWith('at '))
  return `${name.replace(`${root}/`, '')}: ${said.slice(0, 4).join(' | ')}`.slice(0, 600)
}
