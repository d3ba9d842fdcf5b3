/**
 * Contacts of a free motion: what touches, which of it pushes, sticks and slides, and what happens suddenly: bodies meet, part, come off
 * an edge, stick, or break loose.
 * Source: Pfeiffer & Glocker, Multibody Dynamics with Unilateral Contacts, chapter 5.
 */
import { firstMeeting, since } from '../../contact/first-meeting'
import type { Closing, LookBack } from '../../contact/first-meeting'
import { watchesOf } from '../../contact/pair-watch'
import type { PairWatch } from '../../contact/pair-watch'
import { LieReader } from '../../contact/pairs'
import type { ContactPair } from '../../contact/contact-pair'
import { isOfOutlines } from '../../contact/outline-pairs'
import { BEYOND, OVERLAPS } from '../../contact/tolerances'
import type { Mechanism } from '../../mechanism/compile'
import type { MotionState } from '../../mechanism/state'
import type { Problem } from '../../result'
import type { FreeEquations } from '../free-equations'
import type { Physics } from '../physics'
import { comesBack } from './coming-back'
import { ContactForces } from './contact-forces'
import { Crowd } from './crowd'
import type { Stretch } from './crowd'
import type { Meeting } from './meeting'
import { ContactModes } from './modes'
import {
  AWAY,
  DRIFT,
  FAINT_PULL,
  GENTLE_SPEED,
  PULLS,
  RESTING_SPEED,
  STICKING_SPEED,
  TOUCHES,
} from './tolerances'
import { meetingOn, overlapOf, touchingAt } from './touching'

/** What happens suddenly: bodies meet, a contact would have to pull, friction is not enough, sliding ends, or a place leaves its edge. */
export type ContactChange =
  | Closing
  | {
      readonly kind: 'pulls' | 'breaks' | 'turns' | 'leaves'
      readonly time: number
      readonly meeting: Meeting
    }

type Sign = Exclude<ContactChange, Closing>['kind']
const SIGNS: readonly Sign[] = ['pulls', 'breaks', 'turns', 'leaves']

/** Instants of a step at which forces are looked at. */
const LOOKS = 2

export class FreeContacts {
  readonly forces: ContactForces
  /** What has parted or does not push, and is near still: it may come back within a step. */
  private parting: Meeting[] = []
  private watches: readonly PairWatch[] = []
  private readonly slack: number
  private readonly modes: ContactModes
  private readonly crowd: Crowd
  private readonly outlines: readonly ContactPair[]
  /** Surfaces of triangles are not told apart where they touch. */
  private readonly surfaces: readonly ContactPair[]

  constructor(
    private readonly mechanism: Mechanism,
    private readonly pairs: readonly ContactPair[],
    /** Where they were not told apart; written here. */
    stretches: Stretch[],
  ) {
    this.forces = new ContactForces(mechanism.links)
    this.crowd = new Crowd(mechanism, pairs, this.forces, stretches)
    this.modes = new ContactModes(mechanism, this.forces)
    this.slack = OVERLAPS * mechanism.size
    this.outlines = pairs.filter(isOfOutlines)
    this.surfaces = pairs.filter((on) => !isOfOutlines(on))
  }

  private get closed(): readonly Meeting[] {
    return this.forces.closed
  }

  /** Finds what touches where everything stands; says what overlaps. */
  start(state: MotionState, time: number): Problem | null {
    const { mechanism } = this
    const onSurfaces = this.touchAnew(state, time)
    return overlapOf(mechanism, this.pairs, [...this.closed, ...onSurfaces], state, time)
  }

  /** @returns where surfaces touch */
  private touchAnew(state: MotionState, time: number): readonly Meeting[] {
    const most = TOUCHES * this.mechanism.size
    this.forces.closed = touchingAt(this.outlines, state, most)
    const onSurfaces = touchingAt(this.surfaces, state, most)
    if (onSurfaces.length > 0) this.crowd.meetSurfaces(time)
    this.parting = []
    // nobody knows how far anything went in between
    this.watches = []
    for (const meeting of this.closed) this.takeIn(meeting, state)
    return onSurfaces
  }

  /** Whether changes follow one another so fast that they are not told apart now. */
  isCrowded(time: number): boolean {
    return this.crowd.isOn(time)
  }

  /** They are not told apart for a while, though nothing touches: only even steps go on. */
  goOver(time: number): void {
    this.crowd.goOver(time)
  }

  /** One step in which they are not told apart. @returns undefined where rows cannot be closed */
  leap(free: FreeEquations, physics: Physics, latest: number): Problem | null | undefined {
    return this.crowd.step(free, physics, latest)
  }

  /** Tells them apart again. */
  calm(state: MotionState, time: number): void {
    if (this.isCrowded(time)) this.crowd.end(time)
    this.touchAnew(state, time)
  }

  /** The first change in the last step; the motion stands there then, else at the end of the step. */
  first(free: FreeEquations, state: MotionState): ContactChange | null {
    const { ode } = free
    const whole: LookBack = { state, look: (time) => free.look(time) }
    const bare: LookBack = { state, look: (time) => free.glance(time) }
    let found = this.firstOfClosed(whole, ode.before, ode.time)
    let end = found ? found.time : ode.time
    // what comes back may be in and out again before the end of the step, and in at an earlier one
    for (let isNew = true; isNew;) {
      isNew = false
      for (const meeting of this.parting) {
        const change = comesBack(meeting, bare, [ode.before, end], this.reach)
        if (!change || change.time >= end) continue
        ;[found, end, isNew] = [change, change.time, true]
      }
    }
    // the step ends where everything is placed already
    if (free.placedAt !== end) free.glance(end)
    const met = firstMeeting(this.watches, bare, ode.before, end, this.slack)
    if (met) [found, end] = [met, met.time]
    if (found || free.placedAt !== ode.time || !free.isWhole) free.look(end)
    return found
  }

  private firstOfClosed(step: LookBack, from: number, to: number): ContactChange | null {
    const { closed } = this
    if (closed.length === 0) return null
    let found: ContactChange | null = null
    let begin = from
    // the step ends where everything is placed already
    const looks = this.mayHappenBetween() ? LOOKS : 1
    for (let k = 1; k <= looks && !found; k++) {
      let end = from + (k / looks) * (to - from)
      if (looks > 1) step.look(end)
      for (const meeting of closed)
        for (const kind of SIGNS) {
          if (!(this.sign(meeting, kind) > 0)) continue
          step.look(begin)
          // what slides its way stands where its rate is zero, not a hair beyond
          const isExact = kind === 'turns' && this.backwards(meeting) < -this.crawl
          end = since(step, begin, end, () => (isExact ? this.backwards(meeting) : this.sign(meeting, kind)))
          found = { kind, time: end, meeting }
          step.look(end)
        }
      begin = end
    }
    return found
  }

  /** Whether something may have happened and be over again by the end of the step, where everything stands, as far as one can tell. */
  private mayHappenBetween(): boolean {
    return this.closed.some((meeting) =>
      SIGNS.some((kind, k) => {
        const [before, after] = [meeting.signs[k], this.sign(meeting, kind)]
        return after <= 0 && Math.abs(after - before) > Math.min(Math.abs(before), Math.abs(after))
      }),
    )
  }

  /** Keeps how near everything is to happening, where a step begins. */
  note(state: MotionState): void {
    for (const meeting of this.parting) {
      meeting.place(state)
      meeting.readRates(state)
      meeting.start[0] = meeting.gap
      meeting.start[1] = meeting.gapRate
    }
    for (const meeting of this.closed)
      SIGNS.forEach((kind, k) => {
        meeting.signs[k] = this.sign(meeting, kind)
      })
  }

  /** Positive where something happens to a meeting. */
  private sign(meeting: Meeting, kind: Sign): number {
    const { normal, tangential, touch, law, way } = meeting
    if (kind === 'pulls') return -normal - this.noise(meeting)
    if (kind === 'leaves') return touch.beyond - BEYOND
    if (kind === 'turns') return way === 0 ? -1 : this.backwards(meeting) - this.crawl
    if (meeting.isAtLimit) return -this.backwards(meeting) - this.crawl
    if (way !== 0 || law.staticFriction === 0) return -1
    if (this.isDragged(meeting)) return Math.abs(meeting.slipRate) - this.crawl
    return Math.abs(tangential) - law.staticFriction * normal - this.noise(meeting)
  }

  /** Whether friction cannot keep it from sliding whatever it does: drivers move both bodies along. */
  private isDragged(meeting: Meeting): boolean {
    return this.forces.response.scale[2 * this.closed.indexOf(meeting) + 1] === 0
  }

  /** How fast it slides against its way [m/s]. */
  private backwards({ way, slipRate }: Meeting): number {
    return -way * slipRate
  }

  /** Gaps up to which outlines touch still, and are near [m]. */
  private get reach() {
    return { slack: this.slack, away: AWAY * this.mechanism.size }
  }

  /** As slow as this is no sliding [m/s]. */
  private get crawl(): number {
    return STICKING_SPEED * this.mechanism.size
  }

  /** A force that may be rounding [N]. */
  private noise(meeting: Meeting): number {
    const { closed, forces, mechanism } = this
    let most = 0
    for (const { normal, tangential } of closed) most = Math.max(most, normal, Math.abs(tangential))
    const unit = forces.response.scale[2 * closed.indexOf(meeting)]
    return PULLS * most + FAINT_PULL * mechanism.size * unit * unit
  }

  /** A step counts: places are right. False where gaps have to be taken out. */
  accept(state: MotionState): boolean {
    const { closed, mechanism, watches } = this
    let most = 0
    for (const meeting of closed) {
      meeting.touch.keep()
      most = Math.max(most, Math.abs(meeting.gap), meeting.fault)
    }
    for (const watch of watches) watch.accept()
    if (this.forgetAway(state)) this.watch(state)
    this.note(state)
    return most <= DRIFT * mechanism.size
  }

  /** Does not watch what has parted any longer than it is near. Whether there was such. */
  private forgetAway(state: MotionState): boolean {
    const { parting, mechanism } = this
    this.parting = parting.filter((meeting) => {
      meeting.place(state)
      const { touch, gap } = meeting
      const isNear = touch.isFound && touch.beyond <= BEYOND && gap < AWAY * mechanism.size
      if (isNear) touch.keep()
      return isNear
    })
    return this.parting.length < parting.length
  }

  /** Takes in what has happened. */
  meet(change: ContactChange, state: MotionState): void {
    const { forces, closed } = this
    this.crowd.count(change.time)
    for (const { touch } of closed) touch.keep()
    if (change.kind === 'leaves') this.parting = this.parting.filter((meeting) => meeting !== change.meeting)
    this.forgetAway(state)
    if (change.kind === 'pulls') this.modes.pulls(change.meeting)
    else if (change.kind === 'breaks' && this.isDragged(change.meeting)) change.meeting.findWay(this.crawl)
    else if (change.kind === 'breaks') this.modes.breaks(change.meeting)
    if (change.kind === 'leaves') this.leave(change.meeting, state)
    else if (change.kind === 'turns') this.stopWith(change.meeting)
    else if (change.kind === 'closes' && !isOfOutlines(change.on)) this.crowd.meetSurfaces(change.time)
    else if (change.kind === 'closes') {
      const { on, touch } = change
      const known = this.parting.find((meeting) => meeting.touch === touch)
      this.parting = this.parting.filter((meeting) => meeting !== known)
      const meeting = known ?? meetingOn(on, touch)
      this.takeIn(meeting, state)
      forces.closed = [...closed, meeting]
    }
  }

  /** What slides with a meeting stops with it: else one would hold the other back. */
  private stopWith(meeting: Meeting): void {
    for (const other of this.closed)
      if (other === meeting || Math.abs(other.slipRate) <= this.crawl) other.stand()
  }

  /** A place comes to the end of its side: it goes on where the outline does, and in a corner that points inward there are two. */
  private leave(meeting: Meeting, state: MotionState): void {
    const { mechanism, forces } = this
    const { on } = meeting
    if (!this.closed.includes(meeting)) return
    const most = TOUCHES * mechanism.size
    const known = [...this.closed, ...this.parting].filter((one) => one.on === on).map(({ touch }) => touch)
    const lie = new LieReader().read(state, on)
    const found = on.finder.around(lie, most, known).map((touch) => meetingOn(on, touch))
    for (const other of found) this.takeIn(other, state)
    const isInCorner = found.some((other) => other.turnsAgainst(meeting))
    const rest = isInCorner ? this.closed : this.closed.filter((other) => other !== meeting)
    forces.closed = [...rest, ...found]
  }

  private takeIn(meeting: Meeting, state: MotionState): void {
    meeting.place(state)
    meeting.readRates(state)
    meeting.findWay(this.crawl)
  }

  /** Whether bodies that touch come together with a blow, at the present motion; undefined where there are no accelerations. */
  isStruck(free: FreeEquations, time: number): boolean | undefined {
    this.takeBack(free.state)
    if (this.closed.length === 0) return false
    if (!free.contacts!.takeOutGaps(time, DRIFT * this.mechanism.size)) return undefined
    this.part()
    return this.closed.some(({ gapRate }) => gapRate < -GENTLE_SPEED * this.mechanism.size)
  }

  /** What touches without a force, or has parted a hair and comes back, takes part in what happens elsewhere. */
  private takeBack(state: MotionState): void {
    const back = this.parting.filter((meeting) => {
      meeting.place(state)
      meeting.readRates(state)
      return meeting.gap < this.slack && meeting.gapRate <= GENTLE_SPEED * this.mechanism.size
    })
    if (back.length === 0) return
    for (const meeting of back) meeting.findWay(this.crawl)
    this.parting = this.parting.filter((meeting) => !back.includes(meeting))
    this.forces.closed = [...this.closed, ...back]
  }

  /** Bodies that touch and go apart do not touch any more. */
  private part(): void {
    const away = this.closed.filter(({ gapRate }) => gapRate > RESTING_SPEED * this.mechanism.size)
    if (away.length > 0) this.open(away)
  }

  private open(meetings: readonly Meeting[]): void {
    for (const meeting of meetings) meeting.normal = meeting.tangential = 0
    this.forces.closed = this.closed.filter((meeting) => !meetings.includes(meeting))
    this.parting = [...this.parting, ...meetings]
  }

  /** Finds what pushes, sticks and slides from here on, with closed gaps. */
  settle(free: FreeEquations, state: MotionState, time: number): Problem | null {
    const open = this.modes.find(free.contacts!, time)
    if (!Array.isArray(open)) return open
    if (open.length > 0) this.open(open)
    this.watch(state)
    return null
  }

  private watch(state: MotionState): void {
    const { pairs, slack, closed, parting } = this
    this.watches = watchesOf(pairs, slack, [...closed, ...parting], true, this.watches)
    for (const watch of this.watches) watch.begin(state)
  }
}
