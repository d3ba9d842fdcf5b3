import { database } from '../../../database/connection'
import { readBytes } from '../../../http/body'
import { LARGEST_JSON } from '../../../http/limits'
import { saveHead } from '../../../http/preconditions'
import { pathId, route } from '../../../http/route'
import { saveService } from '../../../services/saves'

export default route(async (event) => {
  const [id, head] = [pathId(event), saveHead(event)]
  return saveService(database()).whole(id, head, await readBytes(event, 'application/json', LARGEST_JSON))
})
