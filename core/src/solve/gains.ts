/**
 * Coordinates that rows of constant factors determine, written as plain sums of those that they follow: solved once, when
 * the rows are chosen, instead of in every frame. Gear trains, belts, screws on fixed axes, sums.
 */
export class Gains {
  /** First entry of every unknown, and one more. */
  private readonly first: Int32Array
  private readonly sources: Int32Array
  private readonly factors: Float64Array

  /**
   * @param unknowns links that are determined
   * @param constants of each at rest positions of zero [rad, m]
   * @param columns what each gains from one unit of a source, by unknowns
   */
  constructor(
    private readonly unknowns: Int32Array,
    private readonly constants: Float64Array,
    columns: ReadonlyMap<number, Float64Array>,
  ) {
    const first = [0]
    const entries: { source: number; factor: number }[] = []
    for (let i = 0; i < unknowns.length; i++) {
      for (const [source, column] of columns) {
        if (column[i] !== 0) entries.push({ source, factor: column[i] })
      }
      first.push(entries.length)
    }
    this.first = Int32Array.from(first)
    this.sources = Int32Array.from(entries, ({ source }) => source)
    this.factors = Float64Array.from(entries, ({ factor }) => factor)
  }

  /** Links that a determined one follows. */
  sourcesOf(link: number): readonly number[] {
    const i = this.unknowns.indexOf(link)
    return [...this.sources.subarray(this.first[i], this.first[i + 1])]
  }

  /** Writes the determined coordinates into `q`, where the others are. */
  place(q: Float64Array): void {
    this.follow(q)
    const { unknowns, constants } = this
    for (let i = 0; i < unknowns.length; i++) q[unknowns[i]] += constants[i]
  }

  /** The same for rates or accelerations. */
  follow(values: Float64Array): void {
    const { unknowns, first, sources, factors } = this
    for (let i = 0; i < unknowns.length; i++) {
      let sum = 0
      for (let k = first[i]; k < first[i + 1]; k++) sum += factors[k] * values[sources[k]]
      values[unknowns[i]] = sum
    }
  }
}
