/** What contact costs without masses: cams that are ridden on beside their motion programmes, and dragging with many contacts. */
import { grab, runScenario } from '../src'
import type { Model } from '../src'
import { letGo, loosen } from '../test/dynamics/free'
import { walkingCarrier } from '../test/dynamics/walking-carrier'
import { bring } from '../test/contact/brought'
import { ball } from '../test/proximity/solids'
import { Sketch } from '../test/sketch'
import { timesAsLong, warmMedian } from './timing'

const TURN = 2 * Math.PI

/** Three cams at 120 degrees on one shaft with rollers on them, by contact or by the programmes of the cams; long enough for frames to count, not how it begins. */
function camBox(by: 'contact' | 'programme'): Model {
  const sketch = new Sketch(10).body('shaft').hinge('drive', 'ground', 'shaft', [0, 0]).motor('drive', TURN)
  ;[0, TURN / 3, (2 * TURN) / 3].forEach((phase, k) => {
    const z = 0.03 * k
    sketch
      .part(`cam${k}`, 'cam', 'shaft', [0, 0, z], {}, { zero: [Math.cos(phase), Math.sin(phase), 0] })
      .body(`rider${k}`)
      .part(`roller${k}`, 'cylinder', `rider${k}`, [0.045, 0, z], { diameter: '12 mm', length: '8 mm' })
      .slide(`slide${k}`, 'ground', `rider${k}`, [0, 0, z], [1, 0, 0])
    if (by === 'contact') sketch.rest(`slide${k}`, -0.03).contact(`ride${k}`, 'shaft', `rider${k}`)
    else sketch.pair('cam', `follow${k}`, 'drive', `slide${k}`, { cam: `cam${k}-placed` })
  })
  return sketch.open()
}

function solve(model: Model): void {
  const run = runScenario(model, 'run')
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  const { stopped } = run.value.take()
  if (stopped) throw new Error(stopped.message)
}

/** A run of the cam box by contact, as many times as long as by motion programmes. */
export function camsOverProgrammes(): number {
  const [contact, programme] = [camBox('contact'), camBox('programme')]
  return timesAsLong(
    15,
    () => solve(contact),
    () => solve(programme),
  )
}

/** One place further of a block that pushes nineteen others in front of it [us]. */
export function dragOfTwentyContacts(): number {
  const sketch = new Sketch()
  for (let k = 0; k <= 20; k++) {
    const at = 0.042 * k
    sketch
      .body(`block${k}`)
      .part(`box${k}`, 'box', `block${k}`, [at, 0], { width: '40 mm', depth: '40 mm' })
      .slide(`way${k}`, 'ground', `block${k}`, [at, 0, 0], [1, 0, 0])
    if (k > 0) sketch.contact(`push${k}`, `block${k - 1}`, `block${k}`)
  }
  const { mechanism, home } = sketch.open()
  const held = grab(mechanism, home, 1, [0, 0, 0])
  let at = 0.045
  held.to([at, 0, 0])
  return warmMedian(25, () => held.to([(at += 1e-4), 0, 0]))
}

/** One place further of a ball of 50,000 triangles on which another one rides [us]. */
export function dragOfMeshes(): number {
  const sketch = new Sketch().body('one', 'other')
  const solid = ball(0.04, 112)
  bring(sketch, 'low', 'one', [0, 0, 0], solid)
  bring(sketch, 'high', 'other', [0.02, 0.09, 0.003], solid, { axis: [0.3, 0.5, 1], zero: [1, 0, 0] })
  sketch
    .slide('way', 'ground', 'one', [0, 0, 0], [1, 0, 0])
    .slide('lift', 'ground', 'other', [0.02, 0.09, 0], [0, 1, 0])
    .rest('lift', -0.1)
    .contact('ride', 'one', 'other')
  const { mechanism, home } = sketch.open()
  const held = grab(mechanism, home, 1, [0, 0, 0])
  let at = 0
  held.to([at, 0, 0])
  return warmMedian(25, () => held.to([(at += 1e-3), 0, 0]))
}

/** CPU of a simulated second of a carrier that walks on eight legs [ms], and how deep a foot is in the floor at most at the end of a step [m]. */
export function walking(): { readonly cpu: number; readonly deepest: number } {
  const seconds = 6
  const turn = (50 * TURN) / 60
  let deepest = 0
  const walk = () => {
    const solver = letGo(loosen(walkingCarrier()), { drives: { crank: turn } })
    const start = process.cpuUsage()
    while (solver.time < seconds) {
      if (!solver.step(seconds)) throw new Error(solver.problem!.message)
      for (const { gap } of solver.touching) deepest = Math.max(deepest, -gap)
    }
    const { user, system } = process.cpuUsage(start)
    return (user + system) / 1000 / seconds
  }
  const runs = Array.from({ length: 5 }, walk).sort((a, b) => a - b)
  return { cpu: runs[2], deepest }
}
