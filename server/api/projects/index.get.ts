import { database } from '../../database/connection'
import { route } from '../../http/route'
import { projectService } from '../../services/projects'

export default route(async () => ({ projects: await projectService(database()).list() }))
