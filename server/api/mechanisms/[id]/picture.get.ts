import { setResponseHeader } from 'h3'
import { database } from '../../../database/connection'
import { pathId, route } from '../../../http/route'
import { mechanismService } from '../../../services/mechanisms'

export default route(async (event) => {
  const picture = await mechanismService(database()).picture(pathId(event))
  setResponseHeader(event, 'content-type', 'image/png')
  setResponseHeader(event, 'cache-control', 'no-cache')
  return picture
})
