import { database } from '../../../database/connection'
import { pathId, route } from '../../../http/route'
import { mechanismService } from '../../../services/mechanisms'

export default route((event) => mechanismService(database()).open(pathId(event)))
