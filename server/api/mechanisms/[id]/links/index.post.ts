import { setResponseStatus } from 'h3'
import { database } from '../../../../database/connection'
import { NewLinkBody } from '../../../../http/bodies'
import { readBody } from '../../../../http/body'
import { pathId, route } from '../../../../http/route'
import { linkService } from '../../../../services/links'

export default route(async (event) => {
  const id = pathId(event)
  const made = await linkService(database()).create(id, await readBody(event, NewLinkBody))
  setResponseStatus(event, 201)
  return made
})
