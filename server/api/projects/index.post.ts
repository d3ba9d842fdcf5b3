import { setResponseStatus } from 'h3'
import { database } from '../../database/connection'
import { NameBody } from '../../http/bodies'
import { readBody } from '../../http/body'
import { route } from '../../http/route'
import { projectService } from '../../services/projects'

export default route(async (event) => {
  const { name } = await readBody(event, NameBody)
  const project = await projectService(database()).create(name)
  setResponseStatus(event, 201)
  return project
})
