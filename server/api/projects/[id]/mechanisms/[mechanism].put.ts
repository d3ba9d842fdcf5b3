import { setResponseStatus } from 'h3'
import { database } from '../../../../database/connection'
import { readBytes } from '../../../../http/body'
import { LARGEST_JSON } from '../../../../http/limits'
import { pathId, route } from '../../../../http/route'
import { mechanismService } from '../../../../services/mechanisms'

export default route(async (event) => {
  const [project, mechanism] = [pathId(event), pathId(event, 'mechanism')]
  const made = await mechanismService(database()).bring(
    project,
    mechanism,
    await readBytes(event, 'application/json', LARGEST_JSON),
  )
  setResponseStatus(event, 201)
  return made
})
