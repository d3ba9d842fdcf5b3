/** Meshes that nothing uses any more are taken away now and then. */
import { defineNitroPlugin } from 'nitropack/runtime'
import { database } from '../database/connection'
import { meshService } from '../services/meshes'

/** Between two times [ms]. */
const EVERY = 6 * 3600 * 1000

export default defineNitroPlugin((nitro) => {
  const timer = setInterval(() => {
    // a database that is away now is there the next time
    void meshService(database())
      .removeUnused(new Date())
      .catch(() => undefined)
  }, EVERY)
  timer.unref()
  nitro.hooks.hook('close', () => clearInterval(timer))
})
