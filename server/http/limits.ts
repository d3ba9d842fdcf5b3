/** How large things may be, and how slowly they may come. */

/** The largest JSON body, and the largest document [bytes]. */
export const LARGEST_JSON = 8 * 1024 * 1024
/** The largest picture [bytes]. */
export const LARGEST_PICTURE = 512 * 1024
/** The largest mesh [bytes]: 1.3 million triangles. */
export const LARGEST_MESH = 48 * 1024 * 1024
/** Every body may take so long [s], and so much longer per byte of it: slower ones are dropped. */
export const BODY_TIME = { any: 12, perByte: 1 / (256 * 1024) }
