/** The command line: what it accepts and how it ends. 0 is well, 1 a fault of the document, 2 of the call, 3 an early stop. */
import { Command, InvalidArgumentError } from 'commander'

const count = (text: string): number => {
  const value = Number(text)
  if (!Number.isInteger(value) || value < 2 || value > 200_000) {
    throw new InvalidArgumentError('Give a whole number from 2 to 200000.')
  }
  return value
}

// commands load the core when they are called, so that help is there at once
const program = new Command('ligamen')
  .description('Checks and solves mechanism documents.')
  .exitOverride((error) => process.exit(error.exitCode === 0 ? 0 : 2))

const FILE = 'a mechanism document, or a zip with one and the triangles of its imported parts'

program
  .command('validate')
  .description('Checks a document and says what is wrong with it.')
  .argument('<file>', FILE)
  .option('--json [file]', 'write the result as JSON, to the terminal or a file')
  .action(async (file, options) => {
    const { validate } = await import('./validate')
    process.exitCode = await validate(file, options)
  })

program
  .command('mobility')
  .description('Says how free a mechanism is, what it holds twice, what is loose.')
  .argument('<file>', FILE)
  .option('--json [file]', 'write the result as JSON, to the terminal or a file')
  .action(async (file, options) => {
    const { mobility } = await import('./mobility')
    process.exitCode = await mobility(file, options)
  })

program
  .command('solve')
  .description('Solves a scenario and prints joint positions and probes.')
  .argument('<file>', FILE)
  .requiredOption('--scenario <name>', 'the scenario, by name or id')
  .option('--frames <n>', 'how many instants over its length', count)
  .option('--at <times>', 'instants, separated by commas, such as "0.5 s, 1.25 s"')
  .option('--probe <names...>', 'only these probes and joints, by exact name or id')
  .option('--csv <file>', 'write every instant as comma-separated values, in SI')
  .option('--json [file]', 'write every instant as JSON, in SI')
  .action(async (file, options) => {
    const { solve } = await import('./solve')
    process.exitCode = await solve(file, options)
  })

program
  .command('rest')
  .description(
    'Says where a mechanism comes to rest under its loads, drivers held where they start, and whether it is stable.',
  )
  .argument('<file>', FILE)
  .option('--scenario <name>', 'the scenario, by name or id; the first one when left out')
  .option('--json [file]', 'write the result as JSON, in SI, to the terminal or a file')
  .action(async (file, options) => {
    const { rest } = await import('./rest')
    process.exitCode = await rest(file, options)
  })

program
  .command('check')
  .description('Solves the scenarios and decides the checks of a document; ends with 1 when one is not met.')
  .argument('<file>', FILE)
  .option('--scenario <name>', 'only this scenario, by name or id')
  .option('--junit <file>', 'write the results as a JUnit file')
  .option('--json [file]', 'write the results as JSON, to the terminal or a file')
  .action(async (file, options) => {
    const { check } = await import('./check')
    process.exitCode = await check(file, options)
  })

program
  .command('clearance')
  .description('Says which bodies come near each other or overlap; ends with 1 when some overlap.')
  .argument('<file>', FILE)
  .option('--scenario <name>', 'the scenario, by name or id; the first one when left out')
  .option('--json [file]', 'write the result as JSON, in SI, to the terminal or a file')
  .action(async (file, options) => {
    const { clearance } = await import('./clearance')
    process.exitCode = await clearance(file, options)
  })

program
  .command('report')
  .description('Solves a scenario and writes its report as one page of HTML, or as PDF.')
  .argument('<file>', FILE)
  .option('--html <file>', 'where the page is written')
  .option('--pdf <file>', 'where it is printed to, by an installed Chromium')
  .option(
    '--at <times>',
    'when line pictures are made, such as "0 s, 2.5 s"; at the start and half way when left out',
  )
  .option('--scenario <name>', 'the scenario, by name or id; the first one when left out')
  .action(async (file, options) => {
    const { report } = await import('./report')
    process.exitCode = await report(file, options)
  })

program
  .command('page')
  .description('Writes a page that plays the mechanism by itself: one file of HTML, for any browser.')
  .argument('<file>', FILE)
  .requiredOption('--out <file>', 'where the page is written')
  .action(async (file, options) => {
    const { page } = await import('./page')
    process.exitCode = await page(file, options)
  })

program
  .command('film')
  .description('Makes a film of a scenario, through an installed Chromium.')
  .argument('<file>', FILE)
  .requiredOption('--out <file>', 'where it is written: .mp4, .webm, .gif, or .zip for numbered pictures')
  .option('--scenario <names...>', 'one or more scenarios, one after the other; the first one when left out')
  .option('--size <size>', 'width x height', '1280x720')
  .option('--rate <n>', 'pictures a second', '30')
  .option(
    '--speed <n>',
    'seconds of the scenario in a second of the film; as the scenario says when left out',
  )
  .option('--from <time>', 'where it starts, such as "0.5 s"')
  .option('--to <time>', 'where it ends')
  .option('--quality <word>', 'draft, good or best', 'good')
  .option('--look <word>', 'drawing, or showing what things are made of', 'drawing')
  .option('--samples <n>', 'how many times a pixel is looked at: 4 or 16', '4')
  .action(async (file, options) => {
    const { film } = await import('./film')
    process.exitCode = await film(file, options)
  })

await program.parseAsync()
