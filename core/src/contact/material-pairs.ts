/**
 * Coefficients of friction of some pairs of materials, to begin with: they depend on surface, load and speed, and are to be measured where
 * they matter.
 * Source: Meriam & Kraige, Engineering Mechanics: Statics, appendix D, table D/1 (approximate coefficients of friction), from memory.
 */

export interface MaterialPair {
  readonly name: string
  readonly staticFriction: number
  /** Kinetic. */
  readonly friction: number
}

const pair = (name: string, staticFriction: number, friction: number): MaterialPair => ({
  name,
  staticFriction,
  friction,
})

export const materialPairs: readonly MaterialPair[] = [
  pair('Steel on steel, dry', 0.6, 0.4),
  pair('Steel on steel, greasy', 0.1, 0.05),
  pair('PTFE on steel', 0.04, 0.04),
  pair('Steel on babbitt, dry', 0.4, 0.3),
  pair('Steel on babbitt, greasy', 0.1, 0.07),
  pair('Brass on steel, dry', 0.5, 0.4),
  pair('Brake lining on cast iron', 0.4, 0.3),
  pair('Rubber on smooth pavement', 0.9, 0.8),
  pair('Wire rope on iron pulley, dry', 0.2, 0.15),
  pair('Hemp rope on metal', 0.3, 0.2),
]
