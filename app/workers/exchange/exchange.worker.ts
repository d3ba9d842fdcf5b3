/** The exchange worker: reads files into scenes and mechanisms, and writes them. Heavy kernels live here and nowhere else. */
import { readFiles, readOn } from './read-files'
import { writeFile } from './write-file'
import type { FromExchange, ToExchange } from './protocol'

const say = (message: FromExchange) => (globalThis as unknown as Worker).postMessage(message)

globalThis.onmessage = async ({ data }: MessageEvent<ToExchange>) => {
  try {
    if (data.type === 'read') await readFiles(data.files, say)
    else if (data.type === 'unit') readOn(data.metres, say)
    else await writeFile(data, say)
  } catch (error) {
    const message = `The file could not be handled: ${String((error as Error).message ?? error)}`
    say({ type: 'failed', problems: [{ code: 'exchange-failed', message }] })
  }
}
