/** Joints and mates while they are being given: what they ask the core for. */
import { describe, expect, it } from 'vitest'
import { identityFrame, jointKinds, MATE_KINDS } from '@ligamen/core'
import type { Candidate } from '~/model/picking/picking'
import { blankJoint, jointName, proposedJoint } from './joints/joint-draft'
import { blankMate, hasValue, isRound, MATE_FORMS, proposedMate, usualValue } from './mates/mate-draft'

const candidate = (body: string): Candidate => ({
  pick: { name: 'bore', body },
  frame: identityFrame(),
  words: `bore of ${body}`,
})
const [a, b] = [candidate('arm'), candidate('base')]

describe('a joint being given', () => {
  it('is nothing until both picks are there', () => {
    expect(proposedJoint(blankJoint(), 'Pin', a, null)).toBeNull()
    expect(proposedJoint(blankJoint(), 'Pin', null, b)).toBeNull()
  })

  it('leaves to the core what nobody chose', () => {
    const picks = { first: a.pick, second: b.pick }
    expect(proposedJoint(blankJoint(), 'Pin', a, b)).toEqual({
      kind: 'revolute',
      name: 'Pin',
      ...picks,
      offset: '0 mm',
    })
    const chosen = { comes: 'second' as const, inPlace: true, turn: '30 deg', flip: false }
    expect(proposedJoint({ ...blankJoint(), ...chosen }, 'Pin', a, b)).toEqual({
      kind: 'revolute',
      name: 'Pin',
      ...picks,
      offset: '0 mm',
      ...chosen,
    })
  })

  it('has a lead only where the kind has one', () => {
    const kinds = jointKinds.filter((kind) => proposedJoint({ ...blankJoint(), kind }, 'x', a, b)!.lead)
    expect(kinds).toEqual(['screw'])
  })

  it('is called after its body and kind, unless somebody names it, and never like another joint', () => {
    expect(jointName('', 'revolute', 'Arm', [])).toBe('Arm pivot')
    expect(jointName('', 'revolute', 'Arm', ['Arm pivot'])).toBe('Arm pivot 2')
    expect(jointName('', 'spherical', 'Arm', [])).toMatch(/^Arm [a-z ]+$/)
    expect(jointName('', 'prismatic', '', [])).toBe('slide')
    expect(jointName('  Main pin ', 'revolute', 'Arm', [])).toBe('Main pin')
  })
})

describe('a mate being given', () => {
  it('has radii for round forms, a value for measured kinds, and an inside for tangents alone', () => {
    for (const kind of MATE_KINDS)
      for (const form of MATE_FORMS) {
        const draft = { ...blankMate(), kind, asFirst: form, value: usualValue(kind), inside: true }
        const proposal = proposedMate(draft, 'M', a, b)!
        expect([kind, form, 'radiusFirst' in proposal]).toEqual([kind, form, isRound(form)])
        expect('radiusSecond' in proposal).toBe(false)
        expect([kind, 'value' in proposal]).toEqual([kind, hasValue(kind)])
        expect([kind, 'inside' in proposal]).toEqual([kind, kind === 'tangent'])
      }
  })

  it('is flipped only when somebody says so', () => {
    expect(proposedMate(blankMate(), 'M', a, b)).not.toHaveProperty('flip')
    expect(proposedMate({ ...blankMate(), flip: false }, 'M', a, b)!.flip).toBe(false)
    expect(proposedMate(blankMate(), 'M', a, null)).toBeNull()
  })
})
