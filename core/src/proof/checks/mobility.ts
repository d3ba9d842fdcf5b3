/** The mechanism has so many free motions. */
import { defineCheck, settled } from '../check-type'

export const mobility = defineCheck({
  kind: 'mobility',
  needs: { fields: ['count'], words: 'a number of free motions' },
  sentence: ({ count }) => `The mobility is ${count}`,
  decide: ({ count }, { mobility: { mobility: found } }) => settled(found === count, `it is ${found}`),
})
