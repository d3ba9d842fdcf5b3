/** The threads that check documents start and end with the server. */
import { defineNitroPlugin } from 'nitropack/runtime'
import { startChecks } from '../checks/pool'

export default defineNitroPlugin((nitro) => {
  const pools = startChecks()
  nitro.hooks.hook('close', async () => {
    if (pools) await Promise.all([pools.usual.destroy(), pools.large.destroy()])
  })
})
