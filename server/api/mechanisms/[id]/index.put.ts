import { database } from '../../../database/connection'
import { SaveBody } from '../../../http/bodies'
import { readBody } from '../../../http/body'
import { pathId, route } from '../../../http/route'
import { mechanismService } from '../../../services/mechanisms'

export default route(async (event) => {
  const { revision, document } = await readBody(event, SaveBody)
  return mechanismService(database()).save(pathId(event), revision, document)
})
