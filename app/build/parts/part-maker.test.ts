/** A part of the kit about to be made, on an open mechanism with the real solver. */
import { describe, expect, it } from 'vitest'
import { ORIGIN } from '@ligamen/core'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import { opened, solved } from '~/testing/opened'
import { useSelectionStore } from '~/model/screen/selection'
import { useOverlaysStore } from '~/view/overlays'
import { usePartMakerStore } from './part-maker'

async function set() {
  const mechanism = await opened(walkingBeam)
  const maker = usePartMakerStore()
  maker.begin('link', [0.12345, 0, 0.05])
  return { mechanism, maker, overlays: useOverlaysStore() }
}

describe('a part about to be made', () => {
  it('has usual dimensions, a place to the millimetre, a name of its own, and a ghost', async () => {
    const { maker, overlays } = await set()
    expect(maker.place).toEqual(['123 mm', '0 mm', '50 mm'])
    expect(maker.part!.shape).toBe('link')
    expect([...overlays.ghost!.frame.subarray(ORIGIN)]).toEqual([0.123, 0, 0.05])
    maker.axis = 'right'
    expect([...overlays.ghost!.frame.subarray(6, 9)]).toEqual([1, 0, 0])
  })

  it('shows the last shape that holds, says what is wrong, and is not made so', async () => {
    const { mechanism, maker, overlays } = await set()
    const before = overlays.ghost!.part
    maker.setDimension('bore', '900 mm')
    expect(maker.problems[0]!.message).toContain('smaller than the width')
    expect(overlays.ghost!.part).toBe(before)
    await maker.make()
    expect(mechanism.document).toEqual(walkingBeam)
    maker.setDimension('bore', '6 mm')
    expect(maker.problems).toEqual([])
    expect(overlays.ghost!.part).not.toBe(before)
  })

  it('keeps its place when what is typed is no length', async () => {
    const { maker } = await set()
    expect(maker.setPlace(0, 'far')).toHaveLength(1)
    expect(maker.setPlace(1, '2 in')).toEqual([])
    expect(maker.place).toEqual(['123 mm', '2 in', '50 mm'])
  })

  it('becomes a body that is selected, as one edit', async () => {
    const { mechanism, maker, overlays } = await set()
    maker.change({ ...maker.part!, name: 'Lever' })
    await maker.make()
    const body = mechanism.document!.bodies.at(-1)!
    expect([body.name, useSelectionStore().selected]).toEqual(['Lever', { kind: 'body', id: body.id }])
    expect([maker.part, overlays.ghost, mechanism.undoable!.name]).toEqual([null, null, 'Add Lever'])
    await mechanism.undo()
    expect(mechanism.document).toEqual(walkingBeam)
    await solved()
  })

  it('leaves nothing when it is given up, and knows no kind that there is not', async () => {
    const { maker, overlays } = await set()
    maker.setDimension('bore', '900 mm')
    maker.cancel()
    expect([maker.part, maker.problems, overlays.ghost]).toEqual([null, [], null])
    maker.begin('no such kind', [0, 0, 0])
    expect(maker.part).toBeNull()
  })
})
