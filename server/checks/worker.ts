/** What a thread of the pool runs; bundled by itself beside the server. */
export { check } from './document'
export { meshFault } from './mesh'
export { pictureFault } from './picture'
