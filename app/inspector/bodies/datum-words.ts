/** What places a datum, in words. */
import type { Datum } from '@ligamen/core'

const BETWEEN = {
  midpoint: (a: string, b: string) => `midway between ${a} and ${b}`,
  'mid-plane': (a: string, b: string) => `plane midway between ${a} and ${b}`,
  intersection: (a: string, b: string) => `where ${a} meets ${b}`,
}

export function placedBy({ feature, on, between }: Datum, nameOf: (id: string) => string): string {
  if (feature) return feature.name
  if (on !== undefined) return nameOf(on)
  return between ? BETWEEN[between.kind](nameOf(between.a), nameOf(between.b)) : 'typed place'
}
