import { database } from '../../../database/connection'
import { NameBody } from '../../../http/bodies'
import { readBody } from '../../../http/body'
import { pathId, route } from '../../../http/route'
import { projectService } from '../../../services/projects'

export default route(async (event) => {
  const { name } = await readBody(event, NameBody)
  await projectService(database()).rename(pathId(event), name)
  return { name }
})
