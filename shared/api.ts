/** What the server's routes answer with; times are ISO 8601. */
import type { MechanismDocument } from '@ligamen/core'

export interface MechanismSummary {
  id: string
  name: string
  revision: number
  changedAt: string
  hasPicture: boolean
}

export interface ProjectSummary {
  id: string
  name: string
  changedAt: string
  mechanisms: MechanismSummary[]
}

export interface OpenedMechanism {
  id: string
  project: { id: string; name: string }
  revision: number
  changedAt: string
  document: MechanismDocument
}

export interface Saved {
  revision: number
  changedAt: string
}

/** A link by which others see a mechanism, and nothing else. */
export interface SharedLink {
  id: string
  name: string
  /** From the root of the server. */
  address: string
  /** The revision that it shows; null for the newest one. */
  revision: number | null
  /** Whether pages elsewhere may show it in a frame. */
  embed: boolean
  expires: string | null
  made: string
}
