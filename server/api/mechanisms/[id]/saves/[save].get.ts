import { database } from '../../../../database/connection'
import { pathId, route } from '../../../../http/route'
import { saveService } from '../../../../services/saves'

export default route((event) => saveService(database()).made(pathId(event), pathId(event, 'save')))
