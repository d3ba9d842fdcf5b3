import { database } from '../../../database/connection'
import { readBytes } from '../../../http/body'
import { ProblemError } from '../../../http/problem'
import { pathId, route } from '../../../http/route'
import { mechanismService } from '../../../services/mechanisms'

/** The largest picture [bytes]. */
const LARGEST = 512 * 1024
const PNG = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])

export default route(async (event) => {
  const picture = await readBytes(event, LARGEST)
  if (!picture.subarray(0, PNG.length).equals(PNG)) {
    throw new ProblemError(415, 'picture-not-png', 'A picture must be a PNG file.')
  }
  await mechanismService(database()).setPicture(pathId(event), picture)
  return null
})
