/** Zip files unpacked within limits: many entries, or more than they claim, are refused before they fill the memory. */
import { unzipSync } from 'fflate'
import { fail, succeed } from '../result'
import type { Result } from '../result'

/** A file, or an entry of a zip. */
export interface NamedBytes {
  readonly name: string
  readonly bytes: Uint8Array
}

const MOST_ENTRIES = 5000
/** Of all entries together [bytes]. */
const LARGEST = 400_000_000
/** More than this many times its packed size is not unpacked. */
const MOST_RATIO = 200

/** Errors: `zip-broken`, `zip-too-large`. */
export function unpack(file: NamedBytes): Result<NamedBytes[]> {
  let entries = 0
  let size = 0
  let hostile = ''
  try {
    const unpacked = unzipSync(file.bytes, {
      filter: ({ originalSize, size: packed }) => {
        entries++
        size += originalSize
        if (entries > MOST_ENTRIES) hostile = `more than ${MOST_ENTRIES} entries`
        else if (size > LARGEST) hostile = 'more than 400 MB when unpacked'
        else if (originalSize > 1_000_000 && originalSize > MOST_RATIO * packed)
          hostile = 'entries that unpack to hundreds of times their size'
        return hostile === ''
      },
    })
    if (hostile !== '')
      return fail({ code: 'zip-too-large', message: `${file.name} holds ${hostile}, and is not unpacked.` })
    return succeed(Object.entries(unpacked).map(([name, bytes]) => ({ name, bytes })))
  } catch (error) {
    return fail({
      code: 'zip-broken',
      message: `${file.name} is not a zip that can be read: ${String((error as Error).message)}`,
    })
  }
}
