/**
 * What of a document and its motion is on screen, and how it changes with every answer of the solver: a state machine
 * without a screen. Its rules: an edit's document, report and take appear together, so that an edit draws the screen
 * once; and the last good motion stays, marked stale, as long as it is one of the same bodies and joints.
 */
import type { MechanismDocument, ModelReport, Problem, Standing, Take, TakePart } from '@ligamen/core'
import { Growing } from './growing-take'
import type { KeptTake, KeptTakes } from './kept-takes'

export interface ShownState {
  /** The document whose bodies the view draws. */
  document: MechanismDocument | null
  report: ModelReport | null
  take: Take | null
  /** Where it was put by hand; null at home. */
  standing: Standing | null
  /** How long the take was solved for. */
  milliseconds: number
  /** Share solved of a run that takes a while, else null. */
  progress: number | null
  problem: Problem | null
  /** True when the take belongs to an older document than the one on screen. */
  stale: boolean
  /** True while the take shown is only what was found so far. */
  partial: boolean
  /** The newest whole take, to be stored. */
  newest: KeptTake | null
}

export const nothingShown = (): ShownState => ({
  document: null,
  report: null,
  take: null,
  standing: null,
  milliseconds: 0,
  progress: null,
  problem: null,
  stale: false,
  partial: false,
  newest: null,
})

/** A document that the core accepted, with what it says of it. */
export interface Accepted {
  readonly document: MechanismDocument
  readonly report: ModelReport
  readonly standing: Standing | null
}

const fits = (take: Take, { bodies, channels }: ModelReport): boolean =>
  take.bodies.join() === bodies.join() &&
  take.coordinateChannels.map(({ key }) => key).join() === channels.map(({ key }) => key).join()

export class ShownRun {
  /** Accepted, and shown with the first answer of its run. */
  private next: Accepted | null = null
  private growing: Growing | null = null

  constructor(
    private readonly shown: ShownState,
    private readonly kept: KeptTakes,
  ) {}

  /** A document was accepted; its run begins, unless the take it has is at hand. */
  begin(accepted: Accepted, fingerprint: string): void {
    const { shown } = this
    const { problem } = accepted.report
    this.next = accepted
    this.growing = null
    shown.problem = problem
    shown.progress = null
    const known = problem ? undefined : this.kept.get(fingerprint)
    shown.stale = shown.take !== null
    if (problem) this.settleWithoutTake()
    else if (known) this.finish(known.take, known.milliseconds, fingerprint)
    // what is opened is shown at once, before it has moved
    else if (!shown.document) this.showAccepted()
  }

  /** Shows the accepted document now, without waiting for its run, for those who ask where its bodies are. */
  showAccepted(): void {
    if (this.next) Object.assign(this.shown, this.next)
    this.next = null
  }

  /**
   * It was put somewhere by hand, or home (null). That is later than where an accepted document was found to stand, so
   * such a document is shown now, without waiting for its run.
   */
  stand(standing: Standing | null): void {
    this.showAccepted()
    this.shown.standing = standing
  }

  advance(share: number): void {
    this.shown.progress = share
    this.showAccepted()
  }

  /** Frames found so far can be played. */
  addPart(part: TakePart): void {
    const { shown } = this
    this.showAccepted()
    this.growing ??= new Growing(part)
    shown.take = this.growing.add(part)
    shown.partial = true
    shown.stale = false
  }

  finish(solved: Take, milliseconds: number, fingerprint: string): void {
    const { shown } = this
    shown.progress = null
    this.growing = null
    shown.problem = solved.stopped
    if (solved.frames === 0) {
      this.settleWithoutTake()
      return
    }
    this.showAccepted()
    // names may have changed since
    const coordinateChannels = shown.report?.channels ?? solved.coordinateChannels
    shown.take = { ...solved, coordinateChannels }
    shown.partial = false
    shown.milliseconds = milliseconds
    shown.stale = false
    shown.newest = { fingerprint, take: solved, milliseconds }
    this.kept.put(shown.newest)
  }

  /** The scenario does not even start; what its report says of that is told already. */
  fail(problem: Problem): void {
    const { shown } = this
    shown.progress = null
    this.growing = null
    shown.problem ??= problem
    this.settleWithoutTake()
  }

  cancel(): void {
    const { shown } = this
    shown.progress = null
    this.growing = null
    const found = shown.partial
      ? 'Solving was cancelled; the motion found so far is shown.'
      : 'Solving was cancelled; the motion shown is older than the last edit.'
    shown.problem = { code: 'cancelled', message: `${found} Edit again, or press Solve.` }
  }

  clear(): void {
    this.next = null
    this.growing = null
    this.kept.clear()
    const { milliseconds } = this.shown
    Object.assign(this.shown, nothingShown(), { milliseconds })
  }

  /** The new document has no motion: the last good one stays if it fits. */
  private settleWithoutTake(): void {
    const { shown } = this
    this.showAccepted()
    if (!shown.take || !shown.report || !fits(shown.take, shown.report)) shown.take = null
    shown.partial = false
    shown.stale = shown.take !== null
  }
}
