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
  'mechanism',
  'solve',
  'analysis',
  'motion',
  'probes',
  'strands',
  'model',
  'proposals',
  'advice',
  'edits',
  'exchange',
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
  law(
    'core-knows-no-screen',
    'Law 1: the core imports itself and pure libraries, no screen, no Node, no database.',
    { path: '^core/src/' },
    {
      pathNot: '^core/src/|^node_modules/(mathjs|class-validator|earcut|fast-xml-parser)/',
    },
  ),
  law(
    'core-by-its-face',
    'Law 2: from outside the core is reached by core/src/index.ts.',
    { path: '^(app|server|cli|demo|tests|docs|scripts)/' },
    { path: '^core/(?!src/index\\.ts)' },
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
