/** Force of a spring [N], pulling where it is positive. Error: `probe-freedom` for a spring that is only drawn. */
import { SpringDamper } from '../dynamics/loads/spring-damper'
import { succeed } from '../result'
import { defineProbe, unknown, unsuited } from './probe-type'

export const springForce = defineProbe({
  kind: 'spring-force',
  needs: { fields: ['spring'], words: 'a spring' },
  readsForces: true,
  measure(mechanism, probe, path, _, forces) {
    const { stiffness, damping, name } = mechanism.geometry.document.springs!.find(
      ({ id }) => id === probe.spring,
    )!
    if (stiffness === undefined && damping === undefined)
      return unsuited(probe, `${path}/spring`, `${name} is only drawn; give it a stiffness.`)
    const spring = forces?.physics.loads.acting.find(
      (load): load is SpringDamper => load instanceof SpringDamper && load.id === probe.spring,
    )
    return succeed({
      channel: { key: probe.id, name: probe.name, dimension: 'force' },
      read(state, __, out, at) {
        unknown(out, at)
        if (!spring) return
        state.readMotion()
        out[at] = spring.force(state)
      },
    })
  },
})
