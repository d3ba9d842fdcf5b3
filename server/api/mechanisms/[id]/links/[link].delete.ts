import { setResponseStatus } from 'h3'
import { database } from '../../../../database/connection'
import { pathId, route } from '../../../../http/route'
import { linkService } from '../../../../services/links'

export default route(async (event) => {
  await linkService(database()).end(pathId(event), pathId(event, 'link'))
  setResponseStatus(event, 204)
  return null
})
