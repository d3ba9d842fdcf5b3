/** Tick spacing for a time axis: 1, 2 or 5 times a power of ten, so that about `wanted` ticks fit. */
export function tickSpacing(length: number, wanted: number): number {
  const rough = length / Math.max(1, wanted)
  const power = 10 ** Math.floor(Math.log10(rough))
  return power * ([1, 2, 5, 10].find((step) => step * power >= rough * 0.999) ?? 10)
}

/** Ticks from 0 to `length`, free of rounding noise. */
export function ticks(length: number, wanted: number): number[] {
  if (!(length > 0)) return []
  const spacing = tickSpacing(length, wanted)
  return Array.from({ length: Math.floor(length / spacing + 1e-9) + 1 }, (_, i) =>
    Number((i * spacing).toPrecision(12)),
  )
}
