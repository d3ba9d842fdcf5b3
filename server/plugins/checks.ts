/** The threads that check documents start and end with the server. */
import { defineNitroPlugin } from 'nitropack/runtime'
import { startChecks } from '../checks/pool'

export default defineNitroPlugin((nitro) => {
  const threads = startChecks()
  nitro.hooks.hook('close', () => threads?.destroy())
})
