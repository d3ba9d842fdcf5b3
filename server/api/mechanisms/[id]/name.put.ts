import { database } from '../../../database/connection'
import { NameBody } from '../../../http/bodies'
import { readBody } from '../../../http/body'
import { pathId, route } from '../../../http/route'
import { saveService } from '../../../services/saves'

export default route(async (event) => {
  const id = pathId(event)
  const { name } = await readBody(event, NameBody)
  return saveService(database()).rename(id, name)
})
