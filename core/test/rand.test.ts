;(globalThis as any).DBG = 1
import { it } from 'vitest'
import { leastGap } from '/work/main/core/src/contact/facts'
import { contactPairs } from '/work/main/core/src/contact/pairs'
import { Sketch } from '/work/main/core/test/sketch'
import { balance, G, letGo, loosen, weigh } from '/work/main/core/test/dynamics/free'
let s = 1
const rnd = () => { s |= 0; s = (s + 0x6d2b79f5) | 0; let t = Math.imul(s ^ (s >>> 15), 1 | s); t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t; return ((t ^ (t >>> 14)) >>> 0) / 4294967296 }
const TURN = 2 * Math.PI
function tray(count: number) {
  const sketch = new Sketch(1)
    .part('floor', 'box', 'ground', [0, -0.1], { width: '1 m', depth: '200 mm', height: '40 mm' })
    .part('left', 'box', 'ground', [-0.3, 0.1], { width: '200 mm', depth: '1 m', height: '40 mm' })
    .part('right', 'box', 'ground', [0.3, 0.1], { width: '200 mm', depth: '1 m', height: '40 mm' })
  const friction = 0.8 * rnd()
  const values = { friction, staticFriction: friction + 0.3 * rnd(), restitution: 0.7 * rnd() }
  const rates: Record<string, number> = {}
  for (let k = 0; k < count; k++) {
    const [wide, high] = [0.02 + 0.03 * rnd(), 0.02 + 0.03 * rnd()]
    const at = [0.04 * (k - 1), 0.07 + 0.12 * k] as const
    const id = `plate${k}`
    sketch.body(id).join('planar', `${id}-plane`, 'ground', id, at)
    const n = 3 + Math.floor(4 * rnd())
    const outline = Array.from({ length: n }, (_, i) => { const a = (TURN * (i + 0.6 * rnd())) / n; return [wide * Math.cos(a), high * Math.sin(a)] as [number, number] })
    const turned = rnd()
    const zero = [Math.cos(TURN * turned), Math.sin(TURN * turned), 0] as const
    if (rnd() < 0.5) sketch.part(`part${k}`, 'cylinder', id, at, { diameter: 2 * wide, length: '20 mm' })
    else sketch.part(`part${k}`, 'extruded', id, at, { thickness: '20 mm' }, { zero, outline })
    weigh(sketch, id, 0.5 + wide * 10, [...at, 0], [0, 0, 0.5 * wide * wide, 0, 0, 0])
    sketch.contact(`${id}-tray`, 'ground', id, values)
    for (let m = 0; m < k; m++) sketch.contact(`${id}-${m}`, `plate${m}`, id, values)
    rates[`${id}-plane/x`] = 2 * (rnd() - 0.5); rates[`${id}-plane/y`] = 2 * (rnd() - 0.5); rates[`${id}-plane/angle`] = 20 * (rnd() - 0.5)
  }
  const tilt = rnd()
  const gravity = [G * Math.sin(0.4 * (tilt - 0.5)), -G * Math.cos(0.4 * (tilt - 0.5)), 0] as const
  return letGo(loosen(sketch, { gravity }), { rates })
}
it('rand', () => {
  const count = Number(process.env.COUNT ?? 1), from = Number(process.env.FROM ?? 1), to = Number(process.env.TO ?? 40)
  for (let seed = from; seed <= to; seed++) {
    s = seed * 7919
    let steps = 0
    const t0 = performance.now()
    const say = (w: string) => console.log(`seed ${seed} steps ${steps} ${w}`)
    let bad = ''
    try {
      const solver = tray(count)
      const { mechanism, state } = solver as any
      const pairs = contactPairs(mechanism)
      const start = balance(solver)
      let energy = Infinity
      while (solver.time < 0.7 && !bad) {
        if (!solver.step(0.7)) { bad = solver.problem!.message; break }
        steps++
        const most = solver.touching.reduce((x, { normal }) => Math.max(x, normal), 1e-6)
        for (const { normal, tangential, law } of solver.touching) {
          if (!(normal > -1e-8 * most)) bad = `pulls ${normal} at ${solver.time}`
          if (!(Math.abs(tangential) < law.staticFriction * normal + 1e-8 * most)) bad = `cone ${tangential} ${normal} ${law.staticFriction} at ${solver.time}`
        }
        for (const pair of pairs) { const gap = leastGap(pair, state); if (gap !== null && gap < -1e-9 * mechanism.size) bad = `gap ${gap} at ${solver.time} ${pair.contact.id}` }
        const { kinetic, stored } = solver.energy
        if (kinetic + stored > energy + 1e-8) bad = `energy ${kinetic + stored - energy} at ${solver.time}`
        energy = kinetic + stored
        if (Math.abs(balance(solver) - start) > 1e-7) bad = `balance ${balance(solver) - start} at ${solver.time}`
        if (steps > 20000) bad = 'too many steps at ' + solver.time
      }
    } catch (e: any) { bad = 'throws ' + e.message.slice(0, 300) + (process.env.STACK ? e.stack : '') }
    say(bad ? 'BAD ' + bad : `ok ${Math.round(performance.now() - t0)} ms`)
  }
}, 600000)
