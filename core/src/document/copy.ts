/** A deep copy of plain JSON, such as a document. */
export const copyOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
