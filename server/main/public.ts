/** Where the files of the build are that are sent as they are. */
import { dirname, join } from 'node:path'

export const PUBLIC = join(dirname(process.argv[1] ?? ''), '../public')
