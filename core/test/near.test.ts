import { it } from 'vitest'
import { outlineOf } from '/work/main/core/src/proximity/outlines/outline'
import { TouchFinder } from '/work/main/core/src/proximity/outlines/search'
import { circleLoop, polygonLoop } from '/work/main/core/src/shapes/profiles/profile'
let s = 7
const rnd = () => { s |= 0; s = (s + 0x6d2b79f5) | 0; let t = Math.imul(s ^ (s >>> 15), 1 | s); t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t; return ((t ^ (t >>> 14)) >>> 0) / 4294967296 }
const shape = () => {
  const [w, h] = [0.02 + 0.03 * rnd(), 0.02 + 0.03 * rnd()]
  if (rnd() < 0.4) return { o: outlineOf({ outer: circleLoop([0, 0], w), holes: [], bottom: 0, top: 1 }), pts: null, r: w }
  const n = 3 + Math.floor(4 * rnd())
  const pts = Array.from({ length: n }, (_, i) => { const a = (2 * Math.PI * (i + 0.6 * rnd())) / n; return [w * Math.cos(a), h * Math.sin(a)] as [number, number] })
  return { o: outlineOf({ outer: polygonLoop(pts), holes: [], bottom: 0, top: 1 }), pts, r: 0 }
}
const segd = (p: any, a: any, b: any) => { const dx = b[0] - a[0], dy = b[1] - a[1]; const t = Math.max(0, Math.min(1, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / (dx * dx + dy * dy))); return Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy) }
const inside = (p: any, poly: any) => { let r = false; for (let i = 0, j = poly.length - 1; i < poly.length; j = i++) { if (poly[i][1] > p[1] !== poly[j][1] > p[1] && p[0] < ((poly[j][0] - poly[i][0]) * (p[1] - poly[i][1])) / (poly[j][1] - poly[i][1]) + poly[i][0]) r = !r } return r }
it('near', () => {
  let bad = 0, tot = 0
  for (let k = 0; k < 20000; k++) {
    const A = shape(), B = shape()
    const d = 0.03 + 0.1 * rnd(), th = 6.28 * rnd(), ph = 6.28 * rnd()
    const lie = Float64Array.of(d * Math.cos(th), d * Math.sin(th), Math.cos(ph), Math.sin(ph))
    const T = (p: any) => [lie[0]! + lie[2]! * p[0] - lie[3]! * p[1], lie[1]! + lie[3]! * p[0] + lie[2]! * p[1]]
    const pa: any = A.pts ?? [[0, 0]], pb: any = (B.pts ?? [[0, 0]]).map(T as any)
    let dist = Infinity
    const edges = (p: any) => p.length > 1 ? p.map((q: any, i: number) => [q, p[(i + 1) % p.length]]) : [[p[0], [p[0][0] + 1e-12, p[0][1]]]]
    for (const p of pa) for (const [a, b] of edges(pb)) dist = Math.min(dist, segd(p, a, b))
    for (const p of pb) for (const [a, b] of edges(pa)) dist = Math.min(dist, segd(p, a, b))
    if ((pa.length > 1 && inside(pb[0], pa)) || (pb.length > 1 && inside(pa[0], pb))) continue
    // crossing edges: skip when dist tiny
    dist -= A.r + B.r
    if (dist < 1e-4) continue
    tot++
    const f = new TouchFinder(A.o, B.o).touches(lie, -0.01, 0.2)
    const g = f.reduce((m, t) => Math.min(m, t.gap), Infinity)
    if (Math.abs(g - dist) > 1e-9) { bad++; if (bad < 12) console.log('seed', k, A.pts ? 'poly' + A.pts.length : 'disc', B.pts ? 'poly' + B.pts.length : 'disc', 'true', dist.toFixed(6), 'found', g, f.map((t) => [t.stretchA, t.stretchB, t.gap.toExponential(2)].join('/')).join(' ')) }
  }
  console.log('seed bad', bad, 'of', tot)
})
