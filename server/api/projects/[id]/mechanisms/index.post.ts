import { setResponseStatus } from 'h3'
import { database } from '../../../../database/connection'
import { NewMechanismBody } from '../../../../http/bodies'
import { readBody } from '../../../../http/body'
import { pathId, route } from '../../../../http/route'
import { mechanismService } from '../../../../services/mechanisms'
import { startFrom, startingPointIds } from '../../../../../shared/starting-points/starting-points'

export default route(async (event) => {
  const { name, start } = await readBody(event, NewMechanismBody)
  const document = startFrom(start ?? startingPointIds[0]!, name)
  const created = await mechanismService(database()).create(pathId(event), document)
  setResponseStatus(event, 201)
  return created
})
