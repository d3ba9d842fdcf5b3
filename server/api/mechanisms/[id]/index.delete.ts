import { database } from '../../../database/connection'
import { pathId, route } from '../../../http/route'
import { mechanismService } from '../../../services/mechanisms'

export default route(async (event) => {
  await mechanismService(database()).remove(pathId(event))
  return null
})
