/**
 * What would mend a mechanism that holds too much: for a joint that holds directions a second time, kinds of joint that
 * hold less while the motion stays the same, which is proved by moving it; for a suspended one that contradicts, what would make room for it.
 */
import { reasons } from '../result'
import { copyOf } from '../document/copy'
import type { Joint } from '../document/format/joints'
import type { MechanismDocument } from '../document/format/mechanism'
import { jointKinds, jointType } from '../mechanism/joints/registry'
import { heldTwice } from '../proposals/joining'
import { openModel } from '../model/model'
import type { Model } from '../model/model'
import { rejoinInPlace } from '../proposals/in-place'
import { readStanding } from '../model/standing'
import { listed } from '../wording'
import { movesAlike } from './same-motion'

/** A way out, with the document as it would be. */
export interface Advice {
  readonly sentence: string
  /** Name of the edit. */
  readonly edit: string
  readonly document: MechanismDocument
}

/** Something about the mechanism that can be mended, with ways out. */
export interface Finding {
  readonly kind: 'redundant' | 'suspended'
  readonly joint: string
  readonly sentence: string
  /** The best way out first. */
  readonly advice: readonly Advice[]
}

/** More joints than this are named without trying ways out. */
const MOST_TRIED = 24

/** Findings on every joint that holds something twice or is suspended. */
export function adviseOn(model: Model): Finding[] {
  const { document, mobility } = model
  const named = [...new Set(mobility.redundant.map(({ joint }) => joint))]
  const redundant = document.joints.filter(({ id }) => named.includes(id))
  return [
    ...redundant.map(({ id }, k) => redundantFinding(model, id, k < MOST_TRIED)),
    ...document.joints.filter(({ suspended }) => suspended).map(({ id }) => suspendedFinding(model, id)),
  ]
}

function redundantFinding(model: Model, id: string, tried: boolean): Finding {
  const joint = model.document.joints.find((j) => j.id === id)!
  const directions = model.mobility.redundant.filter((r) => r.joint === id).map((r) => r.direction)
  const sentence = `${joint.name} holds ${listed(directions)} a second time. Harmless while the parts are exact; real ones need play or a freer joint.`
  return { kind: 'redundant', joint: id, sentence, advice: tried ? mending(model, id) : [] }
}

/** A change of one joint after which fewer directions are held twice. */
interface Way extends Advice {
  /** "Suspend Jaw pin", "Make Jaw pin spherical". */
  readonly change: string
  /** Directions still held twice, and directions that the joint itself no longer holds. */
  readonly left: number
  readonly loss: number
}

/** Changes of more joints than this are not put together. */
const MOST_CHANGES = 3

/** Ways out for a joint; where one change is not enough, several together come first. */
function mending(model: Model, id: string): Advice[] {
  const ways = freer(model, id)
  const [best] = ways
  if (!best || best.left === 0) return ways
  const changes = [best]
  while (changes.length < MOST_CHANGES && changes[changes.length - 1].left > 0) {
    const opened = openModel(changes[changes.length - 1].document)
    if (!opened.ok) return ways
    const [next] = beside(opened.value)
      .flatMap((joint) => freer(opened.value, joint))
      .sort((a, b) => a.left - b.left || a.loss - b.loss)
    if (!next) return ways
    changes.push(next)
  }
  const last = changes[changes.length - 1]
  if (last.left > 0) return ways
  const words = listed(changes.map(({ change }, k) => (k === 0 ? change : lowered(change))))
  return [
    {
      sentence: `${words}: nothing else moves differently, and nothing is held twice.`,
      edit: words,
      document: last.document,
    },
    ...ways,
  ]
}

/** Joints that hold something twice, and those that share a body with one of them. */
function beside({ document, mobility }: Model): string[] {
  const bodyOf = new Map(document.datums.map(({ id, body }) => [id, body]))
  const bodies = ({ from, to }: Joint) => [bodyOf.get(from), bodyOf.get(to)]
  const redundant = document.joints.filter(({ id }) => mobility.redundant.some(({ joint }) => joint === id))
  const touched = new Set(redundant.flatMap(bodies))
  const near = document.joints.filter((joint) => bodies(joint).some((body) => touched.has(body)))
  return near.slice(0, MOST_TRIED).map(({ id }) => id)
}

const lowered = (text: string): string => text[0].toLowerCase() + text.slice(1)

/** Suspending the joint where it holds nothing of its own, or a kind that holds less, mobility unchanged. */
function freer(model: Model, id: string): Way[] {
  const { document, mobility } = model
  const joint = document.joints.find((j) => j.id === id)!
  const conditions = (kind: string) => 6 - jointType(kind)!.freedoms.length
  const ways: Way[] = []
  const without = copyOf(document)
  without.joints.find((j) => j.id === id)!.suspended = true
  const bare = openModel(without)
  if (bare.ok && bare.value.mobility.mobility === mobility.mobility && movesAlike(model, bare.value, id)) {
    ways.push({
      sentence: `Suspend ${joint.name}: the other joints hold everything that it holds.`,
      edit: `Suspend ${joint.name}`,
      change: `Suspend ${joint.name}`,
      document: without,
      left: bare.value.mobility.redundant.length,
      loss: 0,
    })
  }
  for (const kind of jointKinds) {
    const type = jointType(kind)!
    if (type.hasLead || conditions(kind) >= conditions(joint.kind)) continue
    const changed = copyOf(document)
    const target = changed.joints.find((j) => j.id === id)!
    target.kind = kind
    delete target.lead
    target.freedoms = target.freedoms?.filter(({ name }) => type.freedoms.some((f) => f.name === name))
    const tried = openModel(changed)
    if (!tried.ok || tried.value.mobility.mobility !== mobility.mobility) continue
    const left = tried.value.mobility.redundant.length
    if (left >= mobility.redundant.length || !movesAlike(model, tried.value, id)) continue
    ways.push({
      sentence: `Make ${joint.name} ${type.noun.toLowerCase()}: nothing else moves differently${left === 0 ? ', and nothing is held twice' : ''}.`,
      edit: `${joint.name}: ${type.noun.toLowerCase()}`,
      change: `Make ${joint.name} ${type.noun.toLowerCase()}`,
      document: changed,
      left,
      loss: conditions(joint.kind) - conditions(kind),
    })
  }
  return ways.sort((a, b) => a.left - b.left || a.loss - b.loss).slice(0, 3)
}

function suspendedFinding(model: Model, id: string): Finding {
  const { document } = model
  const joint = document.joints.find((j) => j.id === id)!
  const restored = copyOf(document)
  delete restored.joints.find((j) => j.id === id)!.suspended
  const opened = openModel(restored)
  const remove = copyOf(document)
  remove.joints = remove.joints.filter((j) => j.id !== id)
  const takeAway: Advice = {
    sentence: `Delete ${joint.name}.`,
    edit: `Delete ${joint.name}`,
    document: remove,
  }
  if (opened.ok) {
    const twice = heldTwice(opened.value, id)
    const change = `mobility ${model.mobility.mobility} → ${opened.value.mobility.mobility}`
    const extra = twice.length > 0 ? `, and it would hold ${listed(twice)} a second time` : ''
    return {
      kind: 'suspended',
      joint: id,
      sentence: `${joint.name} is suspended. Restored: ${change}${extra}.`,
      advice: [
        { sentence: `Restore ${joint.name}.`, edit: `Restore ${joint.name}`, document: restored },
        takeAway,
      ],
    }
  }
  const where = whereThingsStand(model, id)
  const agree = where
    ? [
        {
          sentence: `Move the datums of ${joint.name} to where the parts stand, and restore it.`,
          edit: `${joint.name} where things stand`,
          document: where,
        },
      ]
    : []
  return {
    kind: 'suspended',
    joint: id,
    sentence: `${joint.name} is suspended: it contradicts what holds already. ${reasons(opened.problems)}`,
    advice: [...agree, takeAway],
  }
}

/** The document with the joint made anew where its bodies are, when that holds. */
function whereThingsStand(model: Model, id: string): MechanismDocument | null {
  const { kind } = model.document.joints.find((j) => j.id === id)!
  const target = rejoinInPlace(model.document, readStanding(model, model.home).poses, id, kind)
  return target && openModel(target).ok ? target : null
}
