/** JSON bodies from bytes to values, in a thread or not. */

/** @param bytes UTF-8 @returns undefined when they are no JSON */
export function valueOf(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes))
  } catch {
    return undefined
  }
}

/** @param bytes UTF-8 @returns the object, or why it is none */
export function objectOf(bytes: Uint8Array): object | 'not-json' | 'not-an-object' {
  const value = valueOf(bytes)
  if (value === undefined) return 'not-json'
  return typeof value === 'object' && value !== null && !Array.isArray(value) ? value : 'not-an-object'
}
