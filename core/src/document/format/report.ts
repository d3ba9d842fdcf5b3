/** What the report of a mechanism says, and in which order. */
import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import { NestedList } from '../rules/nested'

/** Kinds of section, in the usual order. */
export const REPORT_SECTIONS = [
  'assumptions',
  'pictures',
  'checks',
  'clearances',
  'charts',
  'facts',
  'forces',
  'scenario',
  'mobility',
  'joints',
  'bodies',
] as const

export class ReportSection {
  @IsIn([...REPORT_SECTIONS]) kind!: (typeof REPORT_SECTIONS)[number]
  /** A sentence of the author's own. */
  @IsOptional() @IsString() @MaxLength(4000) note?: string
}

export class Report {
  @IsOptional() @IsString() @MaxLength(200) title?: string
  @IsOptional() @IsString() @MaxLength(200) author?: string
  /** All of them in the usual order when left out. */
  @IsOptional() @NestedList(() => ReportSection, 40) sections?: ReportSection[]
}
