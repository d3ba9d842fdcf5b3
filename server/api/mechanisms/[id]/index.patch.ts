import { database } from '../../../database/connection'
import { NameBody } from '../../../http/bodies'
import { readBody } from '../../../http/body'
import { pathId, route } from '../../../http/route'
import { mechanismService } from '../../../services/mechanisms'

export default route(async (event) => {
  const { name } = await readBody(event, NameBody)
  return mechanismService(database()).rename(pathId(event), name)
})
