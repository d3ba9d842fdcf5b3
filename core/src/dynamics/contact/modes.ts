/** Which of the meetings that are closed push, stick and slide, from the accelerations that they would have without forces. */
import type { Mechanism } from '../../mechanism/compile'
import type { Problem } from '../../result'
import type { AtContacts } from './at-contacts'
import { choose } from './choice'
import type { Asked, Chosen } from './choice'
import { clings } from './clings'
import type { ContactForces } from './contact-forces'
import type { Meeting } from './meeting'
import { BREAKS_LOOSE, DRIFT } from './tolerances'

/** Rounds in which it must be clear what breaks loose. */
const MOST_ROUNDS = 100

export class ContactModes {
  /** What would have had to pull when it was looked last. */
  private pulled: Meeting | null = null
  /** What has broken loose when it was looked last. */
  private broken: Meeting | null = null

  constructor(
    private readonly mechanism: Mechanism,
    private readonly forces: ContactForces,
  ) {}

  /** It would have to pull from here on. */
  pulls(meeting: Meeting): void {
    this.pulled = meeting
  }

  /** It rubs as what slides from here on; whether others hold it is seen then. */
  breaks(meeting: Meeting): void {
    if (meeting.way === 0) meeting.way = meeting.tangential > 0 ? -1 : 1
    meeting.isAtLimit = false
    this.broken = meeting
  }

  /** Closes gaps, and finds what each does. @returns those that do not push. Code: `contact-jams` */
  find(at: AtContacts, time: number): Meeting[] | Problem {
    const { mechanism, forces } = this
    const { closed } = forces
    for (let round = 0; closed.length > 0; round++) {
      if (!at.takeOutGaps(time, DRIFT * mechanism.size)) break
      at.takeOutRates(DRIFT * mechanism.size)
      if (!at.read(time)) break
      const { response } = forces
      const changes = forces.changes().slice(0, response.n)
      const asked = closed.map((meeting) => inMotion(meeting, meeting === this.broken))
      const chosen = choose(response, changes, asked)
      if (!chosen || round > MOST_ROUNDS) return clings(mechanism, closed, time)
      const most = changes.reduce((sum, change, d) => Math.max(sum, Math.abs(change) * response.scale[d]), 0)
      if (this.breakLoose(chosen, most) || this.isHeldBack(chosen, most)) continue
      const idle = this.idle(chosen)
      this.pulled = this.broken = null
      return idle
    }
    this.pulled = this.broken = null
    return []
  }

  /** Takes over what sticks and what does not. Whether it must be looked again, since what slides now rubs less. */
  private breakLoose(chosen: Chosen, most: number): boolean {
    let isAgain = false
    this.forces.closed.forEach((meeting, k) => {
      const { law, way, isAtLimit } = meeting
      if (way !== 0 && (!isAtLimit || meeting === this.broken)) return
      const loose = chosen.loose[k]
      meeting.way = loose > 0 ? (chosen.forces[2 * k + 1] > 0 ? -1 : 1) : 0
      meeting.isAtLimit = loose > 0 && loose <= BREAKS_LOOSE * most
      if (loose > BREAKS_LOOSE * most && law.kineticFriction < law.staticFriction) isAgain = true
    })
    return isAgain
  }

  /** Whether what has broken loose slides back instead: then others hold it, with its friction at the limit, or it sticks after all. */
  private isHeldBack({ forces: found }: Chosen, most: number): boolean {
    const { broken, forces } = this
    const k = broken ? forces.closed.indexOf(broken) : -1
    const { n, w, scale } = forces.response
    const along = 2 * k + 1
    if (!broken || k < 0 || broken.way === 0 || scale[along] === 0) return false
    let change = broken.slipChange * scale[along]
    for (let d = 0; d < n; d++) if (scale[d] > 0) change += (w[along * n + d] * found[d]) / scale[d]
    if (broken.way * change >= -BREAKS_LOOSE * most) return false
    if (broken.isAtLimit) {
      broken.stand()
      this.broken = null
    } else broken.isAtLimit = true
    return true
  }

  private idle({ forces: found }: Chosen): Meeting[] {
    const { closed, response } = this.forces
    const strongest = closed.reduce((sum, _, k) => Math.max(sum, found[2 * k]), 0)
    return closed.filter((meeting, k) => {
      const faint = meeting === this.pulled ? BREAKS_LOOSE * strongest : 0
      return found[2 * k] <= faint && response.scale[2 * k] > 0
    })
  }
}

/** @param isBroken it slides as it is said to */
const inMotion = ({ law, way, isAtLimit, rubs }: Meeting, isBroken: boolean): Asked => ({
  coefficient: law.staticFriction,
  slides: way === 0 || (isAtLimit && !isBroken) ? null : rubs,
  least: 0,
})
