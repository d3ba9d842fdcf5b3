import { describe, expect, it } from 'vitest'
import { walkingBeam } from '../../../shared/starting-points/walking-beam'
import { packetPusher } from '../../../shared/starting-points/packet-pusher'
import { compileDocument } from '../../src'
import { validateDocument } from '../../src/document/checks/validate'
import type { MechanismDocument, Motor, Problem } from '../../src'

const altered = (change: (draft: MechanismDocument) => void): unknown => {
  const draft = structuredClone(walkingBeam)
  change(draft)
  return draft
}
const firstProblem = (input: unknown): Problem => {
  const compiled = compileDocument(input)
  if (compiled.ok) throw new Error('this document must be refused')
  return compiled.problems[0]
}

describe('a mechanism document', () => {
  it.each([walkingBeam, packetPusher])('of the demo holds: $name', (document) => {
    expect(compileDocument(document).ok).toBe(true)
  })

  it('comes back as the very input, not as a copy or an instance', () => {
    const read = validateDocument(walkingBeam)
    expect(read.ok && read.value).toBe(walkingBeam)
  })

  it.each<[string, unknown, string, string | undefined]>([
    ['no object', 'text', 'document-not-an-object', ''],
    ['an array', [], 'document-not-an-object', ''],
    [
      'an unknown field',
      altered((d) => Object.assign(d.parts[0], { weight: 3 })),
      'field-unknown',
      '/parts/0/weight',
    ],
    ['another format', altered((d) => Object.assign(d, { format: 'x' })), 'field-invalid', '/format'],
    ['a newer version', altered((d) => Object.assign(d, { version: 2 })), 'field-invalid', '/version'],
    ['an empty name', altered((d) => (d.name = '')), 'field-invalid', '/name'],
    ['an id with a space', altered((d) => (d.joints[0].id = 'a b')), 'field-invalid', '/joints/0/id'],
    [
      'an unknown unit',
      altered((d) => (d.parts[5].dimensions.length = '40 banana')),
      'field-invalid',
      '/parts/5/dimensions',
    ],
    [
      'a speed that is no number',
      altered((d) => ((d.scenarios[0].drivers[0] as Motor).speed = 'fast')),
      'field-invalid',
      '/scenarios/0/drivers/0/speed',
    ],
    [
      'NaN in a position',
      altered((d) => (d.bodies[0].pose!.position![0] = Number.NaN)),
      'field-invalid',
      '/bodies/0/pose/position',
    ],
    [
      'an orientation of zero',
      altered((d) => (d.bodies[0].pose!.orientation = [0, 0, 0, 0])),
      'field-invalid',
      '/bodies/0/pose/orientation',
    ],
    ['an id twice', altered((d) => (d.joints[1].id = 'crank-shaft')), 'id-repeated', '/joints/1/id'],
    [
      'a missing part',
      altered((d) => (d.bodies[1].parts[0].part = 'none')),
      'reference-missing',
      '/bodies/1/parts/0/part',
    ],
    ['a missing body', altered((d) => (d.datums[0].body = 'none')), 'reference-missing', '/datums/0/body'],
    ['a missing datum', altered((d) => (d.joints[0].to = 'none')), 'reference-missing', '/joints/0/to'],
    [
      'a part standing on a later one',
      altered((d) => (d.bodies[2].parts[0].on = { placed: 'crank-link-pin', name: 'top' })),
      'reference-missing',
      '/bodies/2/parts/0/on/placed',
    ],
    [
      'a joint of one body',
      altered((d) => (d.joints[0].to = 'rocker-seat')),
      'joint-of-one-body',
      '/joints/0',
    ],
    ['no ground', altered((d) => (d.bodies[0].grounded = false)), 'ground-missing', '/bodies'],
    [
      'a driver on a missing joint',
      altered((d) => ((d.scenarios[0].drivers[0] as Motor).joint = 'none')),
      'reference-missing',
      '/scenarios/0/drivers/0/joint',
    ],
    ['a probe without its datum', altered((d) => delete d.probes[0].datum), 'probe-incomplete', '/probes/0'],
    [
      'an unknown feature',
      altered((d) => (d.datums[2].feature!.name = 'bore Z')),
      'feature-missing',
      '/datums/2/feature/name',
    ],
    ['an unknown joint', altered((d) => (d.joints[0].kind = 'glue')), 'joint-unknown', '/joints/0/kind'],
    ['an unknown shape', altered((d) => (d.parts[0].shape = 'blob')), 'shape-unknown', '/parts/0/shape'],
    [
      'a link of zero length',
      altered((d) => (d.parts[5].dimensions.length = '0 mm')),
      'dimension-not-positive',
      '/parts/5/dimensions/length',
    ],
    [
      'a bore wider than its link',
      altered((d) => (d.parts[5].dimensions.bore = '30 mm')),
      'dimensions-contradict',
      '/parts/5/dimensions/bore',
    ],
    [
      'a link of a kilometre and more',
      altered((d) => (d.parts[5].dimensions.length = '2 km')),
      'dimension-too-large',
      '/parts/5/dimensions/length',
    ],
    [
      'a missing dimension',
      altered((d) => delete d.parts[5].dimensions.length),
      'dimension-missing',
      '/parts/5/dimensions/length',
    ],
    [
      'a speed in millimetres for a turn',
      altered((d) => ((d.scenarios[0].drivers[0] as Motor).speed = '3 mm/s')),
      'driver-speed',
      '/scenarios/0/drivers/0/speed',
    ],
    [
      'a negative run-up',
      altered((d) => ((d.scenarios[0].drivers[0] as Motor).runUp = '-1 s')),
      'driver-run-up',
      '/scenarios/0/drivers/0/runUp',
    ],
    [
      'a freedom that the joint lacks',
      altered((d) => ((d.scenarios[0].drivers[0] as Motor).freedom = 's')),
      'driver-freedom',
      '/scenarios/0/drivers/0/freedom',
    ],
    [
      'a run of no length',
      altered((d) => (d.scenarios[0].length = '0 s')),
      'scenario-length',
      '/scenarios/0/length',
    ],
    [
      'a run of a year',
      altered((d) => (d.scenarios[0].length = '1 year')),
      'scenario-too-long',
      '/scenarios/0/length',
    ],
  ])('is refused with %s', (_, input, code, path) => {
    const problem = firstProblem(input)
    expect(problem).toMatchObject({ code, pointer: path })
    expect(problem.message.length).toBeGreaterThan(10)
  })

  it('names the part at fault in its message and ids', () => {
    const problem = firstProblem(altered((d) => (d.parts[5].dimensions.length = 0)))
    expect(problem.message).toBe('Coupler: Length between bores is 0; it must be more than zero.')
    expect(problem.ids).toEqual(['coupler-plate'])
  })
})
