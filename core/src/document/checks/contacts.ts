/** A contact is between two bodies that can move against each other. */
import type { Problem } from '../../result'
import { siValue } from '../../units/quantity'
import type { MechanismDocument } from '../format/mechanism'
import { bodiesOfGroup, withTheirGroups } from '../groups'

/** Codes: `contact-of-itself`, `contact-within-group`, `contact-friction`, `contact-compliance`. */
export function contactProblems(document: MechanismDocument): Problem[] {
  const nameOf = (id: string) => document.bodies.find((body) => body.id === id)?.name ?? id
  return (document.contacts ?? []).flatMap(
    ({ id, name, a, b, friction = 0, staticFriction, compliance }, k): Problem[] => {
      const [mine, others] = [bodiesOfGroup(document, a), bodiesOfGroup(document, b)]
      const place = { pointer: `/contacts/${k}`, ids: [id] }
      if (staticFriction !== undefined && staticFriction < friction)
        return [
          {
            code: 'contact-friction',
            message: `The contact “${name}” rubs less while it sticks, ${staticFriction}, than while it slides, ${friction}; its static friction must be at least as large.`,
            ...place,
            pointer: `/contacts/${k}/staticFriction`,
          },
        ]
      for (const key of ['force', 'depth'] as const)
        if (compliance && !(siValue(compliance[key], key === 'force' ? 'force' : 'length') > 0))
          return [
            {
              code: 'contact-compliance',
              message: `The contact “${name}” gives way by a depth under a force; its ${key} must be more than zero.`,
              ...place,
              pointer: `/contacts/${k}/compliance/${key}`,
            },
          ]
      const same = mine.find((body) => others.includes(body))
      if (same !== undefined)
        return [
          {
            code: 'contact-of-itself',
            message: `The contact “${name}” has “${nameOf(same)}” on both sides; choose two different bodies or groups.`,
            ...place,
          },
        ]
      const bound = withTheirGroups(document, mine)
      const within = others.find((body) => bound.includes(body))
      return within === undefined
        ? []
        : [
            {
              code: 'contact-within-group',
              message: `The contact “${name}” is within one rigid group: “${nameOf(within)}” moves as one with the other side. Take it out of the group, or delete the contact.`,
              ...place,
            },
          ]
    },
  )
}
