import { database } from '../../database/connection'
import { readBytes } from '../../http/body'
import { pathHash, route } from '../../http/route'
import { meshService } from '../../services/meshes'

/** The largest mesh [bytes]: 1.3 million triangles. */
const LARGEST = 48 * 1024 * 1024

export default route(async (event) => {
  const hash = pathHash(event)
  await meshService(database()).put(hash, await readBytes(event, LARGEST))
  return null
})
