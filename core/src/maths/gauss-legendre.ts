/** Nodes from 0 to 1 and weights of six points, exact for polynomials up to the eleventh degree. Source: Abramowitz & Stegun, table 25.4. */
export const GAUSS: readonly (readonly [node: number, weight: number])[] = (
  [
    [0.2386191860831969, 0.467913934572691],
    [0.6612093864662645, 0.3607615730481386],
    [0.932469514203152, 0.1713244923791704],
  ] as const
).flatMap(([node, weight]) => [[(1 - node) / 2, weight / 2] as const, [(1 + node) / 2, weight / 2] as const])
