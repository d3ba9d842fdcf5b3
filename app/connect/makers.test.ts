/** The makers of joints, mates and relations, on an open mechanism with the real solver. */
import { describe, expect, it, vi } from 'vitest'
import type { MechanismDocument } from '@ligamen/core'
import { walkingBeam } from '~~/shared/starting-points/walking-beam'
import { opened, solved } from '~/testing/opened'
import { usePickingStore } from '~/model/picking/picking'
import { usePoseStore } from '~/model/pose/pose'
import { useRunStore } from '~/model/run/run'
import { useSelectionStore } from '~/model/screen/selection'
import { useJointMakerStore } from './joints/joint-maker'
import { useMateMakerStore } from './mates/mate-maker'
import { useRelationMakerStore } from './relations/relation-maker'

/** The walking beam without what carries the beam. */
const apart: MechanismDocument = {
  ...walkingBeam,
  joints: walkingBeam.joints.filter(({ id }) => id !== 'beam-seat'),
}
const datum = (words: string) => {
  const found = usePickingStore().named.find((one) => one.words.startsWith(words))
  if (!found) throw new Error(`There is no ${words}.`)
  return found
}

const channelKey = (joint: string): string =>
  useRunStore().report!.channels.find(({ coordinate }) => coordinate?.joint === joint)!.key

describe('the maker of joints', () => {
  it('asks for one pick after the other, says what the joint would do, plays it, and makes it', async () => {
    const mechanism = await opened(apart)
    const maker = useJointMakerStore()
    const picking = usePickingStore()
    maker.pick('first')
    expect([maker.awaited, picking.wanted!.what]).toEqual(['first', 'First pick of the joint'])
    picking.give(datum('bottom of Post'))
    expect(maker.awaited).toBe('second')
    picking.give(datum('middle of Coupler'))
    expect([maker.awaited, picking.wanted]).toEqual([null, null])
    await nextTick()
    expect(picking.picked).toHaveLength(2)
    await vi.waitFor(() => expect(maker.effect).not.toBeNull())
    expect(maker.effect!.sentences).toEqual(['Mobility 7 → 2.'])
    expect([maker.effect!.twice, maker.effect!.holds]).toEqual([[], true])
    expect(usePoseStore().preview).not.toBeNull()
    expect(maker.name).toBe('Beam pivot')
    await maker.make()
    expect(mechanism.document!.joints.at(-1)!.name).toBe('Beam pivot')
    expect(useSelectionStore().selected).toMatchObject({ kind: 'joint' })
    expect([maker.first, maker.second, mechanism.undoable!.name]).toEqual([null, null, 'Joint Beam pivot'])
    await solved()
  })

  it('says what is held twice, and makes what contradicts suspended', async () => {
    const mechanism = await opened(walkingBeam)
    const maker = useJointMakerStore()
    maker.kind = 'rigid'
    maker.put('first', datum('middle of Coupler'))
    maker.put('second', datum('bore A of Rocker'))
    await vi.waitFor(() => expect(maker.effect).not.toBeNull())
    expect(maker.effect!.holds).toBe(false)
    await maker.make()
    expect(mechanism.document!.joints.at(-1)!.suspended).toBe(true)
    maker.kind = 'revolute'
    maker.inPlace = true
    maker.put('first', datum('bore A of Coupler'))
    maker.put('second', datum('bore B of Crank'))
    await vi.waitFor(() => expect(maker.effect?.twice).toHaveLength(1))
    await solved()
  })

  it('makes what is given when the button is pressed before the answer to the last change has come', async () => {
    const mechanism = await opened(apart)
    const maker = useJointMakerStore()
    maker.put('first', datum('bottom of Post'))
    maker.put('second', datum('middle of Coupler'))
    await vi.waitFor(() => expect(maker.effect).not.toBeNull())
    const beam = () => mechanism.document!.bodies.find(({ id }) => id === 'beam')!.pose
    expect(beam()).toBeUndefined()
    maker.inPlace = true
    await maker.make()
    expect(beam()).toBeUndefined()
    expect(mechanism.document!.joints).toHaveLength(apart.joints.length + 1)
    maker.put('first', datum('bore A of Coupler'))
    maker.put('second', datum('bore B of Crank'))
    await vi.waitFor(() => expect(maker.effect).not.toBeNull())
    maker.put('second', datum('bore B of Coupler'))
    await maker.make()
    expect(mechanism.document!.joints).toHaveLength(apart.joints.length + 1)
    expect(maker.fault).toContain('on the same body')
    await solved()
  })

  it('says why two picks give no joint, and forgets it with the picks', async () => {
    await opened(walkingBeam)
    const maker = useJointMakerStore()
    maker.put('first', datum('bore A of Coupler'))
    maker.put('second', datum('bore B of Coupler'))
    await vi.waitFor(() => expect(maker.fault).toContain('on the same body'))
    maker.clear()
    await vi.waitFor(() => expect([maker.fault, maker.effect]).toEqual(['', null]))
  })

  it('is no longer awaited when somebody else asks for a pick', async () => {
    await opened(walkingBeam)
    const maker = useJointMakerStore()
    maker.pick('first')
    useMateMakerStore().pick('first')
    expect([maker.awaited, useMateMakerStore().awaited]).toEqual([null, 'first'])
  })
})

describe('the maker of mates', () => {
  it('gives measured kinds a usual value, and makes the mate', async () => {
    const mechanism = await opened(apart)
    const maker = useMateMakerStore()
    maker.kind = 'distance'
    await nextTick()
    expect([maker.measured, maker.value]).toEqual([true, '10 mm'])
    maker.kind = 'parallel'
    await nextTick()
    expect([maker.measured, maker.value]).toEqual([false, null])
    maker.put('first', datum('bottom of Post'))
    maker.put('second', datum('middle of Coupler'))
    await vi.waitFor(() => expect(maker.effect).not.toBeNull())
    expect(maker.effect!.sentences).toEqual(['Mobility 7 → 5.'])
    await maker.make()
    expect(mechanism.document!.mates).toMatchObject([{ name: 'Parallel', kind: 'parallel' }])
    await solved()
  })
})

describe('the maker of relations', () => {
  it('proposes a relation of two positions, and forgets what was typed with another position', async () => {
    await opened(apart)
    const maker = useRelationMakerStore()
    maker.choose(0, channelKey('crank-shaft'))
    expect(maker.effect).toBeNull()
    maker.choose(1, channelKey('rocker-pivot'))
    await vi.waitFor(() => expect([maker.effect !== null, maker.fault]).not.toEqual([false, '']))
    maker.typed = { ratio: 2 }
    maker.choose(1, channelKey('crank-pin'))
    expect(maker.typed).toEqual({})
    maker.add()
    expect(maker.keys).toHaveLength(3)
    maker.clear()
    expect(maker.keys).toEqual([null, null])
  })
})
