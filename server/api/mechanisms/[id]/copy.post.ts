import { setResponseStatus } from 'h3'
import { database } from '../../../database/connection'
import { pathId, route } from '../../../http/route'
import { mechanismService } from '../../../services/mechanisms'

export default route(async (event) => {
  const copy = await mechanismService(database()).copy(pathId(event))
  setResponseStatus(event, 201)
  return copy
})
