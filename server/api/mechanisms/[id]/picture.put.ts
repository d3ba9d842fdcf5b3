import { checkPicture } from '../../../checks/pool'
import { database } from '../../../database/connection'
import { readBytes } from '../../../http/body'
import { LARGEST_PICTURE } from '../../../http/limits'
import { pathId, route } from '../../../http/route'
import { mechanismService } from '../../../services/mechanisms'

export default route(async (event) => {
  const id = pathId(event)
  const picture = await readBytes(event, 'image/png', LARGEST_PICTURE)
  await checkPicture(picture)
  await mechanismService(database()).setPicture(id, picture)
  return null
})
