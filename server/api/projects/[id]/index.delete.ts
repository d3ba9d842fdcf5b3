import { database } from '../../../database/connection'
import { pathId, route } from '../../../http/route'
import { projectService } from '../../../services/projects'

export default route(async (event) => {
  await projectService(database()).remove(pathId(event))
  return null
})
