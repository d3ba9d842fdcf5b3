import { setResponseHeader } from 'h3'
import { database } from '../../../database/connection'
import { pathId, route } from '../../../http/route'
import { mechanismService } from '../../../services/mechanisms'

export default route(async (event) => {
  const opened = await mechanismService(database()).openAsJson(pathId(event))
  setResponseHeader(event, 'content-type', 'application/json')
  return opened
})
