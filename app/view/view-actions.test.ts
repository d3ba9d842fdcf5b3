/** What can be done with the view. */
import { expect, it } from 'vitest'
import { viewActions } from './view-actions'

it('has ids and keys that are each of one action', () => {
  const nothing = () => undefined
  const actions = viewActions(
    { look: nothing, lookBack: nothing, measure: nothing },
    ['arm'],
    false,
    nothing,
    {
      isShowing: true,
      outlines: false,
      forces: null,
    },
    false,
  )
  for (const field of ['id', 'keys', 'name'] as const) {
    const values = actions.map((one) => one[field])
    expect(new Set(values).size).toBe(values.length)
  }
})
