/** What is used of gifenc, which ships without types. */
declare module 'gifenc' {
  type Palette = number[][]
  export function quantize(rgba: Uint8ClampedArray, most: number): Palette
  export function applyPalette(rgba: Uint8ClampedArray, palette: Palette): Uint8Array
  export function GIFEncoder(): {
    /** @param options the first frame's palette is that of the file; delay [ms] */
    writeFrame(
      index: Uint8Array,
      width: number,
      height: number,
      options: { palette: Palette; delay: number },
    ): void
    finish(): void
    bytes(): Uint8Array<ArrayBuffer>
    readonly stream: { reset(): void }
  }
}
