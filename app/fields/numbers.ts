/** Lists of numbers as lines of text. */

/** Numbers apart from each other by commas, semicolons or blanks; what is none stays as it is, so that it is refused with its reason. */
export const numbersOf = (text: string): number[] =>
  text
    .split(/[\s,;]+/)
    .filter((word) => word !== '')
    .map((word) => (Number.isFinite(Number(word)) ? Number(word) : (word as unknown as number)))
