/** Nothing is held twice but by joints that are listed. */
import { listed } from '../../wording'
import { defineCheck, settled } from '../check-type'

export const redundancy = defineCheck({
  kind: 'redundancy',
  needs: { fields: [], optional: ['accepted'], words: 'the joints that may be redundant, or none' },
  sentence: ({ accepted = [] }, { nameOf }) =>
    accepted.length === 0
      ? 'Nothing is redundant'
      : `Nothing is redundant but ${listed(accepted.map((id) => nameOf(id)))}`,
  decide({ accepted = [] }, { mobility: { redundant }, document }) {
    const others = redundant.filter(({ joint }) => !accepted.includes(joint))
    if (others.length === 0)
      return settled(true, `${redundant.length} redundant, all listed`.replace(/^0 .*/, 'nothing is'))
    const names = new Map(
      [...document.joints, ...(document.mates ?? []), ...(document.relations ?? [])].map((one) => [
        one.id,
        one.name,
      ]),
    )
    const said = others.map(({ joint, direction }) => `${names.get(joint) ?? joint} (${direction})`)
    const more = said.length > 3 ? ` and ${said.length - 3} more` : ''
    return settled(false, `redundant: ${said.slice(0, 3).join(', ')}${more}`)
  },
})
