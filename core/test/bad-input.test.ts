/** Nonsense never throws and never hangs: it is answered by coded problems that name their place. */
import { readdirSync, readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openModel, reportModel, runScenario } from '../src'
import { validateDocument } from '../src/document/checks/validate'
import type { MechanismDocument } from '../src'
import { chain } from '../bench/mechanisms'
import { Sketch } from './sketch'

const examples = new URL('../../docs/format/examples/', import.meta.url)
const documents = readdirSync(examples).map((file) => readFileSync(new URL(file, examples), 'utf8'))

/** Every place of a JSON value, as the way to it. */
function placesOf(value: unknown, way: (string | number)[] = []): (string | number)[][] {
  const inner =
    typeof value === 'object' && value !== null
      ? Object.entries(value).flatMap(([key, v]) =>
          placesOf(v, [...way, Array.isArray(value) ? Number(key) : key]),
        )
      : []
  return [way, ...inner]
}

function put(document: unknown, way: readonly (string | number)[], value: unknown): unknown {
  if (way.length === 0) return value
  let at = document as Record<string | number, unknown>
  for (const key of way.slice(0, -1)) at = at[key] as Record<string | number, unknown>
  if (value === undefined) Reflect.deleteProperty(at, way[way.length - 1])
  else at[way[way.length - 1]] = value
  return document
}

const nonsense = fc.oneof(
  fc.constantFrom(
    undefined,
    null,
    NaN,
    Infinity,
    -Infinity,
    0,
    -1,
    1e300,
    1e-300,
    '',
    '0',
    'NaN mm',
    '1e999 mm',
    '12',
    '-40 mm',
    '3 kg',
    '__proto__',
    [],
    {},
    [0, 0, 0],
    ['0 mm', '0 mm', '0 mm'],
    true,
    'crank',
    'ground',
  ),
  fc.double(),
  fc.string({ maxLength: 12 }),
)

/** Goes as far as a document lets it; whatever happens, nothing is thrown. */
function exercise(document: unknown): void {
  const model = openModel(document)
  if (!model.ok) {
    expect(model.problems.length).toBeGreaterThan(0)
    for (const { code, message } of model.problems) {
      expect(code).toMatch(/^[a-z0-9-]+$/)
      expect(message.length).toBeGreaterThan(5)
    }
    return
  }
  for (const { id } of model.value.document.scenarios) {
    reportModel(model.value, id)
    const run = runScenario(model.value, id)
    if (run.ok) run.value.advance(20)
  }
}

describe('any document', () => {
  it('with a few places turned into nonsense is opened or refused, never more', () => {
    fc.assert(
      fc.property(
        fc.nat(documents.length - 1),
        fc.array(fc.tuple(fc.nat(), nonsense), { minLength: 1, maxLength: 3 }),
        (which, spoils) => {
          let document: unknown = JSON.parse(documents[which])
          for (const [place, value] of spoils) {
            const places = placesOf(document)
            if (places.length === 0) break
            document = put(document, places[place % places.length], value)
            if (typeof document !== 'object' || document === null) break
          }
          exercise(document)
        },
      ),
      { numRuns: 400 },
    )
  })

  it('that is any JSON value at all is refused', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        expect(openModel(value).ok).toBe(false)
      }),
      { numRuns: 200 },
    )
  })
})

/** The codes and places of what is wrong. */
const faults = (document: MechanismDocument): [string, string | undefined][] => {
  const model = openModel(document)
  return model.ok ? [] : model.problems.map(({ code, pointer }) => [code, pointer])
}
const base = () =>
  new Sketch()
    .body('a', 'b')
    .hinge('ja', 'ground', 'a', [0, 0])
    .hinge('jb', 'ground', 'b', [0.1, 0])
    .datum('on-a', 'a', [0, 0])
    .datum('on-b', 'b', [0.1, 0])

describe('each fault has its code and its place', () => {
  it.each<[string, (s: Sketch) => void, string, string]>([
    ['zero axis', (s) => (s.document.datums[0].at!.axis = [0, 0, 0]), 'field-invalid', '/datums/0/at/axis'],
    [
      'zero along axis',
      (s) => (s.document.datums[0].at = { axis: [0, 0, 1], zero: [0, 0, 2] }),
      'placement-zero-along-axis',
      '/datums/0/at/zero',
    ],
    [
      'infinite place',
      (s) => (s.document.datums[0].at = { position: [Infinity, 0, 0] }),
      'field-invalid',
      '/datums/0/at/position',
    ],
    ['joint of a body with itself', (s) => (s.document.joints[0].to = 'on-a'), '', ''],
    [
      'group in itself',
      (s) =>
        (s.document.groups = [
          { id: 'g', name: 'G', kind: 'moving', members: ['h'] },
          { id: 'h', name: 'H', kind: 'moving', members: ['g'] },
        ]),
      'group-circular',
      '/groups/0/members',
    ],
    [
      'member twice',
      (s) =>
        (s.document.groups = [
          { id: 'g', name: 'G', kind: 'rigid', members: ['a'] },
          { id: 'h', name: 'H', kind: 'rigid', members: ['a'] },
        ]),
      'group-member-twice',
      '/groups/1/members/0',
    ],
    [
      'limits crossed',
      (s) => (s.document.joints[0].freedoms = [{ name: 'angle', lower: 1, upper: 0 }]),
      'limits-crossed',
      '/joints/0/freedoms/0/lower',
    ],
    [
      'limit in the wrong unit',
      (s) => (s.document.joints[0].freedoms = [{ name: 'angle', lower: '3 mm' }]),
      'limit-unit',
      '/joints/0/freedoms/0/lower',
    ],
    [
      'unknown freedom',
      (s) => (s.document.joints[0].freedoms = [{ name: 'wobble' }]),
      'joint-freedom',
      '/joints/0/freedoms/0/name',
    ],
    ['screw without lead', (s) => (s.document.joints[0].kind = 'screw'), 'joint-lead', '/joints/0/lead'],
    [
      'ratio of zero',
      (s) => s.pair('gear', 'r', 'ja', 'jb', { ratio: 0 }),
      'field-invalid',
      '/relations/0/ratio',
    ],
    [
      'teeth of one side',
      (s) => s.pair('gear', 'r', 'ja', 'jb', { teethA: 20 }),
      'relation-ratio',
      '/relations/0/teethB',
    ],
    [
      'relation to nowhere',
      (s) => s.pair('gear', 'r', 'ja', 'jz', { ratio: 2 }),
      'reference-missing',
      '/relations/0/b/joint',
    ],
    [
      'repeated points',
      (s) =>
        s.path({
          id: 'p',
          datum: 'on-a',
          kind: 'polyline',
          points: [
            [0, 0, 0],
            [1, 0, 0],
            [1, 0, 0],
          ],
        }),
      'path-point-repeated',
      '/paths/0/points/2',
    ],
    [
      'straight arc',
      (s) =>
        s.path({
          id: 'p',
          datum: 'on-a',
          kind: 'arc',
          points: [
            [0, 0, 0],
            [1, 0, 0],
            [2, 0, 0],
          ],
        }),
      'arc-straight',
      '/paths/0/points',
    ],
    [
      'mate without sense',
      (s) =>
        s.mate({
          id: 'm',
          kind: 'concentric',
          a: { datum: 'on-a', as: 'plane' },
          b: { datum: 'on-b', as: 'plane' },
        }),
      'mate-unsuited',
      '/mates/0/kind',
    ],
    [
      'cylinder without radius',
      (s) =>
        s.mate({
          id: 'm',
          kind: 'tangent',
          a: { datum: 'on-a', as: 'cylinder' },
          b: { datum: 'on-b', as: 'plane' },
        }),
      'mate-incomplete',
      '/mates/0/a',
    ],
    [
      'table out of order',
      (s) =>
        s.pair('table', 'r', 'ja', 'jb', {
          points: [
            [0, 0],
            [1, 1],
            [1, 2],
          ],
        }),
      'relation-table',
      '/relations/0/points/2/0',
    ],
    [
      'driver of nothing',
      (s) => s.drive({ id: 'd', kind: 'motor', speed: 1, runUp: 0 }),
      'driver-incomplete',
      '/scenarios/0/drivers/0',
    ],
    [
      'unknown law',
      (s) =>
        s.drive({
          id: 'd',
          kind: 'moves',
          joint: 'ja',
          moves: [{ start: 0, duration: 1, law: 'wavy', to: 1 }],
        }),
      'move-law',
      '/scenarios/0/drivers/0/moves/0/law',
    ],
    [
      'datums between themselves',
      (s) =>
        (s.document.datums[0] = {
          ...s.document.datums[0],
          at: undefined,
          between: { kind: 'midpoint', a: 'ja-from', b: 'jb-from' },
        }),
      'datum-circular',
      '/datums/0/between',
    ],
  ])('%s', (name, spoil, code, path) => {
    const sketch = base()
    spoil(sketch)
    const found = faults(JSON.parse(JSON.stringify(sketch.document, (_, v) => (v === Infinity ? 1e400 : v))))
    if (name.startsWith('joint of')) {
      sketch.document.joints[0].from = 'on-a'
      sketch.document.joints[0].to = 'ja-to'
      expect(faults(sketch.document)).toContainEqual(['joint-of-one-body', '/joints/0'])
      return
    }
    if (name === 'infinite place') {
      expect(faults(sketch.document)).toContainEqual([code, path])
      return
    }
    expect(found).toContainEqual([code, path])
  })
})

describe('a start outside its limits', () => {
  it('is said before anything moves', () => {
    const sketch = base().motor('ja', 1)
    sketch.document.joints[0].freedoms = [{ name: 'angle', lower: '10 deg', upper: '20 deg' }]
    const take = sketch.attempt()
    expect(take.frames).toBe(0)
    expect(take.stopped).toMatchObject({ code: 'start-outside', ids: ['ja'] })
  })
})

describe('large documents', () => {
  it('of 10,000 bodies are checked and opened', () => {
    const document = chain(10_000)
    document.scenarios[0].drivers = []
    expect(validateDocument(document).ok).toBe(true)
    const model = openModel(document)
    expect(model.ok && model.value.mobility.mobility).toBe(10_000)
  })

  it('beyond what a list may hold are refused', () => {
    const document = base().document
    document.bodies = Array.from({ length: 60_000 }, (_, k) => ({ id: `b${k}`, name: 'B', parts: [] }))
    expect(faults(document)).toEqual([['field-invalid', '/bodies']])
  })
})
