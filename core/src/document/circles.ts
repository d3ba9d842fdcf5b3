/** Circles where each follows one other at most, as a group its holder or a move what it starts after: found in one pass. */

/**
 * @param next what a key follows; undefined for none, or for one that is not there
 * @returns every circle once, each beginning with the first of its keys
 */
export function circlesIn<K>(keys: Iterable<K>, next: (key: K) => K | undefined): K[][] {
  const settled = new Set<K>()
  const circles: K[][] = []
  for (const first of keys) {
    // the places of a chain are those in which its keys were put in
    const chain = new Map<K, number>()
    let key: K | undefined = first
    while (key !== undefined && !settled.has(key) && !chain.has(key)) {
      chain.set(key, chain.size)
      key = next(key)
    }
    const again = key === undefined ? undefined : chain.get(key)
    if (again !== undefined) circles.push([...chain.keys()].slice(again))
    for (const one of chain.keys()) settled.add(one)
  }
  return circles
}
