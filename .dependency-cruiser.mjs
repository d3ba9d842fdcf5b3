/**
 * The laws of dependency (docs/architecture.md), checked on resolved files, types included: no circles, the core's rooms
 * import only downwards, a stage of the app never imports another stage.
 */

/** Rooms of the core, each of which may import only those before it. */
export const CORE = [
  'maths',
  'units',
  'laws',
  'shapes',
  'document',
  'geometry',
  'proximity',
  'mechanism',
  'solve',
  'contact',
  'dynamics',
  'analysis',
  'motion',
  'probes',
  'strands',
  'proof',
  'presentation',
  'model',
  'proposals',
  'advice',
  'edits',
  'exchange',
]

/** Rooms of the app: each may import those on the lines below its own, and none on the same line but itself. */
const APP = [
  ['pages'],
  ['workspace'],
  ['inspector'],
  ['build', 'connect', 'drive', 'desk', 'prove', 'present', 'start', 'player'],
  ['timing'],
  ['view', 'fields'],
  ['model'],
  ['workers', 'theme'],
]

const law = (name, comment, from, to) => ({ name, comment, severity: 'error', from, to })

const forbidden = [
  law('no-circles', 'Two files that need each other are one file, or lack a third.', {}, { circular: true }),
  ...CORE.slice(0, -1).map((room, k) =>
    law(
      `core-${room}-downwards`,
      `core/src/${room} may import only the rooms before it.`,
      { path: `^core/src/${room}/` },
      { path: `^core/src/(${CORE.slice(k + 1).join('|')})/` },
    ),
  ),
  ...APP.flatMap((line, k) =>
    line.map((room) => {
      const others = [...APP.slice(0, k).flat(), ...line.filter((other) => other !== room)]
      return law(
        `app-${room}`,
        `app/${room} may import only the rooms below it, and no stage another one.`,
        { path: `^app/${room}/` },
        { path: `^app/(${others.join('|')})/` },
      )
    }),
  ),
  law(
    'workers-by-their-protocol',
    'The screen knows of a worker what it says and hears.',
    { path: '^app/(?!workers/|testing/)' },
    {
      path: '^app/workers/',
      pathNot: '(protocol|questions|overlap\\.worker|exchange/formats/format|exchange/out/registry)\\.ts$',
    },
  ),
  law(
    'server-alone',
    'The server knows the core and what it shares with the app.',
    { path: '^server/' },
    { path: '^(demo|app|cli|scripts)/' },
  ),
  law(
    'demo-alone',
    'The demo is documents: it knows the core and the starting points.',
    { path: '^demo/' },
    { path: '^(server|app|cli|scripts)/' },
  ),
  law(
    'shared-alone',
    'What server and app share knows neither.',
    { path: '^shared/' },
    { path: '^(server|app|cli|demo|scripts)/' },
  ),
  law(
    'core-knows-no-screen',
    'Law 1: the core imports itself and pure libraries, no screen, no Node, no database.',
    { path: '^core/src/' },
    {
      pathNot: '^core/src/|^node_modules/(mathjs|class-validator|earcut|fast-xml-parser|fflate)/',
    },
  ),
  law(
    'core-by-its-face',
    'Law 2: from outside the core is reached by core/src/index.ts.',
    { path: '^(app|server|cli|demo|tests|docs|scripts)/' },
    { path: '^core/(?!src/index\\.ts|test/sketch\\.ts|test/published/closed-forms\\.ts)' },
  ),
  law(
    'face-is-for-others',
    'Inside the core, import the file itself.',
    { path: '^core/src/' },
    { path: '^core/src/index\\.ts' },
  ),
]

export default {
  forbidden,
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.imports.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(\\.nuxt|\\.output)/' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
}
