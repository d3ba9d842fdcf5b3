import { database } from '../../database/connection'
import { readBytes } from '../../http/body'
import { LARGEST_MESH } from '../../http/limits'
import { pathHash, route } from '../../http/route'
import { meshService } from '../../services/meshes'

export default route(async (event) => {
  const hash = pathHash(event)
  const content = await readBytes(event, 'application/octet-stream', LARGEST_MESH)
  await meshService(database()).put(hash, content)
  return null
})
