import { setResponseHeader } from 'h3'
import { database } from '../../database/connection'
import { pathHash, route } from '../../http/route'
import { meshService } from '../../services/meshes'

export default route(async (event) => {
  const content = await meshService(database()).get(pathHash(event))
  setResponseHeader(event, 'content-type', 'application/octet-stream')
  // the address is the hash of the content, so it never changes
  setResponseHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
  return content
})
