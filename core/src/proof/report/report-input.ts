/** What a report is written from. */
import type { JointState } from '../../analysis/driving'
import type { Evidence } from '../check-type'
import type { DatumFrames } from '../facts/four-bars'

export interface ReportInput {
  readonly evidence: Evidence
  /** Where datums are on their bodies. */
  readonly datums: DatumFrames
  /** "Mobility 1 · driven 1 · fully determined", and what is redundant. */
  readonly mobility: readonly string[]
  /** What joints do in the scenario, by id. */
  readonly states: Readonly<Record<string, JointState>>
  /** What relations do, by id. */
  readonly relations: Readonly<Record<string, string>>
  /** Data addresses of pictures. */
  readonly pictures: readonly { readonly title: string; readonly url: string }[]
  readonly project?: string
  /** Of the document that it is about; left out where nobody knows. */
  readonly revision?: number
  /** In words. */
  readonly date: string
}
