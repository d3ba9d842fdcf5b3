/**
 * Results of checks as a JUnit file, which nearly every build server reads: a suite for each scenario, a case for each check.
 * Source: the schema of the xunit plugin of Jenkins, junit-10.xsd (from memory).
 */
import type { CheckResult } from '@ligamen/core'

export interface Suite {
  /** Its name. */
  readonly scenario: string
  readonly results: readonly CheckResult[]
  /** What solving and deciding took. */
  readonly seconds: number
}

export function junit(file: string, suites: readonly Suite[]): string {
  const all = suites.flatMap(({ results }) => results)
  const seconds = suites.reduce((sum, suite) => sum + suite.seconds, 0)
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<testsuites name="${escaped(file)}" ${counts(all)} time="${seconds.toFixed(3)}">`,
    ...suites.flatMap(({ scenario, results, seconds: took }) => [
      `  <testsuite name="${escaped(scenario)}" ${counts(results)} skipped="${of(results, 'muted')}" time="${took.toFixed(3)}">`,
      ...results.flatMap((result) => caseOf(scenario, result)),
      '  </testsuite>',
    ]),
    '</testsuites>',
    '',
  ].join('\n')
}

function caseOf(scenario: string, { name, sentence, state, found, muted }: CheckResult): string[] {
  const head = `    <testcase name="${escaped(name)}" classname="${escaped(scenario)}" time="0"`
  const said = escaped(`${sentence}: ${found}`)
  switch (state) {
    case 'met':
      return [`${head}/>`]
    case 'muted':
      return [`${head}>`, `      <skipped message="${escaped(muted!)}"/>`, '    </testcase>']
    case 'not-met':
      return [`${head}>`, `      <failure message="${said}" type="not met"/>`, '    </testcase>']
    case 'undecided':
      return [`${head}>`, `      <error message="${said}" type="not decided"/>`, '    </testcase>']
  }
}

const of = (results: readonly CheckResult[], state: CheckResult['state']) =>
  results.filter((result) => result.state === state).length

const counts = (results: readonly CheckResult[]) =>
  `tests="${results.length}" failures="${of(results, 'not-met')}" errors="${of(results, 'undecided')}"`

/** As the value of an attribute; what XML has no room for is left out. */
function escaped(text: string): string {
  const named: Readonly<Record<string, string>> = {
    '&': '&amp;',
    '<': '&lt;',
    '>': '&gt;',
    '"': '&quot;',
    '\n': '&#10;',
  }
  return text
    .replace(/[^\t\n\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '')
    .replace(/[&<>"\n]/g, (letter) => named[letter]!)
}
