import { setResponseStatus } from 'h3'
import { database } from '../../../database/connection'
import { pathId, route } from '../../../http/route'
import { projectService } from '../../../services/projects'

export default route(async (event) => {
  const copy = await projectService(database()).copy(pathId(event))
  setResponseStatus(event, 201)
  return copy
})
