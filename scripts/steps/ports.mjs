/** Free ports on the loopback address. */
import { once } from 'node:events'
import { createServer } from 'node:net'

/**
 * The first free port from `first` on; 0 takes any.
 * @param {number} first
 * @returns {Promise<number>}
 */
export async function freePort(first) {
  for (let port = first; port < 65536; port++) {
    const server = createServer()
    try {
      server.listen(port, '127.0.0.1')
      await once(server, 'listening')
      const address = server.address()
      server.close()
      await once(server, 'close')
      if (address && typeof address === 'object') return address.port
    } catch (error) {
      if (!/EADDRINUSE|EACCES/.test(String(error))) throw error
    }
  }
  throw new Error('There is no free port.')
}
