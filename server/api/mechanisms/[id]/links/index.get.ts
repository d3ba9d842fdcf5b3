import { database } from '../../../../database/connection'
import { pathId, route } from '../../../../http/route'
import { linkService } from '../../../../services/links'

export default route((event) => linkService(database()).list(pathId(event)))
