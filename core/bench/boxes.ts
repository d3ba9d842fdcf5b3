/** Twelve boxes that fall into a tray and come to rest there, and the same in a general-purpose physics engine (WASM). */
import type { MjData } from 'mujoco-js'
import { letGo, loosen, weigh } from '../test/dynamics/free'
import { Sketch } from '../test/sketch'
import { engine } from './mujoco'

const [COUNT, SIDE, MASS, FRICTION] = [12, 0.04, 0.1, 0.5]
const INERTIA = (MASS / 6) * SIDE * SIDE
/** How long they fall and rattle [s]. */
const SECONDS = 0.5

/** Where each stands at first, and how it is turned. */
const PLACES = Array.from({ length: COUNT }, (_, k) => ({
  x: ((k % 3) - 1) * 0.055 + 0.003 * (((k * 7) % 5) - 2),
  y: 0.03 + 0.05 * Math.floor(k / 3),
  turned: (0.1 * (((k * 3) % 7) - 3)) / 3,
}))
/** Floor and walls: middle and size. */
const TRAY = [
  { x: 0, y: -0.1, width: 1, height: 0.2 },
  { x: -0.2, y: 0.1, width: 0.2, height: 1 },
  { x: 0.2, y: 0.1, width: 0.2, height: 1 },
]

export interface Fall {
  /** CPU of a simulated second [ms]. */
  readonly cpu: number
  /** The deepest overlap [m]. */
  readonly deepest: number
}

const cpuOf = (run: () => void): number => {
  const start = process.cpuUsage()
  run()
  const { user, system } = process.cpuUsage(start)
  return (user + system) / 1000 / SECONDS
}

export function boxesFall(): Fall {
  const sketch = new Sketch(1)
  TRAY.forEach(({ x, y, width, height }, k) =>
    sketch.part(`tray${k}`, 'box', 'ground', [x, y], { width, depth: height, height: '40 mm' }),
  )
  PLACES.forEach(({ x, y, turned }, k) => {
    const id = `box${k}`
    sketch.body(id).join('planar', `${id}-plane`, 'ground', id, [x, y])
    const zero = [Math.cos(turned), Math.sin(turned), 0] as const
    sketch.part(`cube${k}`, 'box', id, [x, y], { width: SIDE, depth: SIDE, height: '20 mm' }, { zero })
    weigh(sketch, id, MASS, [x, y, 0], [0, 0, INERTIA, 0, 0, 0])
    sketch.contact(`${id}-tray`, 'ground', id, { friction: FRICTION })
    for (let n = 0; n < k; n++) sketch.contact(`${id}-${n}`, `box${n}`, id, { friction: FRICTION })
  })
  const solver = letGo(loosen(sketch))
  let deepest = 0
  const cpu = cpuOf(() => {
    while (solver.time < SECONDS) {
      if (!solver.step(SECONDS)) throw new Error(solver.problem!.message)
      for (const { gap } of solver.touching) deepest = Math.max(deepest, -gap)
    }
  })
  return { cpu, deepest }
}

/** The engine, as hard as its step allows. @param step [s] */
export async function engineBoxesFall(step: number): Promise<Fall> {
  const friction = `friction="${FRICTION} 0 0" solref="${2 * step} 1"`
  const box = (width: number, height: number, deep: number) =>
    `<geom type="box" size="${width / 2} ${height / 2} ${deep}" mass="${MASS}" condim="3" ${friction}/>`
  const bodies = PLACES.map(
    ({ x, y, turned }) =>
      `<body pos="${x} ${y} 0" euler="0 0 ${turned}"><joint type="slide" axis="1 0 0"/><joint type="slide" axis="0 1 0"/><joint type="hinge" axis="0 0 1"/>${box(SIDE, SIDE, 0.01)}</body>`,
  )
  const tray = TRAY.map(
    ({ x, y, width, height }) => `<body pos="${x} ${y} 0">${box(width, height, 0.02)}</body>`,
  )
  const mujoco = await engine()
  mujoco.FS.writeFile(
    '/working/boxes.xml',
    `<mujoco><compiler angle="radian"/><option timestep="${step}" gravity="0 -9.81 0" integrator="implicitfast" cone="elliptic"/><worldbody>${tray.join('')}${bodies.join('')}</worldbody></mujoco>`,
  )
  const model = mujoco.MjModel.loadFromXML('/working/boxes.xml')
  const data: MjData = new mujoco.MjData(model)
  let deepest = 0
  const steps = Math.round(SECONDS / step)
  const looks = Math.max(1, Math.round(1e-3 / step))
  const cpu = cpuOf(() => {
    for (let k = 0; k < steps; k++) {
      mujoco.mj_step(model, data)
      if (k % looks > 0) continue
      const { contact } = data
      for (let c = 0; c < contact.size(); c++) deepest = Math.max(deepest, -contact.get(c)!.dist)
    }
  })
  data.delete()
  model.delete()
  return { cpu, deepest }
}
