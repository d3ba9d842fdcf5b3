/**
 * The mechanism document, format version 1: the saved file, the row in the database and what the solver compiles.
 * Lengths, angles, times and speeds are quantities: numbers in SI, or text with a unit.
 */
import { Equals, IsOptional } from 'class-validator'
import { Chart, Check, ReferenceCurve } from './checks'
import { ClearanceSettings } from './clearance'
import { Contact } from './contacts'
import { DeskControl } from './desk'
import { Joint, Mate } from './joints'
import { loadClasses } from './loads'
import type { AnyLoad } from './loads'
import { Nested, NestedList } from '../rules/nested'
import { Body, Datum, Group, Part, Path } from './parts'
import { NamedPose } from './poses'
import { Probe } from './probes'
import { relationClasses } from './relations'
import { Report } from './report'
import type { AnyRelation } from './relations'
import { IsName } from '../rules/rules'
import { NoMotion } from '../rules/no-motion'
import { Scenario } from './scenarios'
import { Spring } from './springs'

/** What a document says it is. */
export const FORMAT = 'ligamen/mechanism'
/** The version of the format that is read and written. */
export const FORMAT_VERSION = 1

/** A mechanism: parts, bodies, joints and all that is said of them. */
export class MechanismDocument {
  @Equals(FORMAT, { message: `format must be “${FORMAT}”` }) format!: typeof FORMAT
  @Equals(FORMAT_VERSION, { message: `version must be ${FORMAT_VERSION}` }) version!: typeof FORMAT_VERSION
  @IsName() @NoMotion() name!: string
  @NestedList(() => Part, 10_000) parts!: Part[]
  @NestedList(() => Body, 20_000) bodies!: Body[]
  @IsOptional() @NestedList(() => Group, 10_000) groups?: Group[]
  @NestedList(() => Datum) datums!: Datum[]
  @IsOptional() @NestedList(() => Path, 1000) paths?: Path[]
  @NestedList(() => Joint) joints!: Joint[]
  @IsOptional() @NestedList(() => Mate) mates?: Mate[]
  @IsOptional() @NestedList(() => relationClasses) relations?: AnyRelation[]
  @IsOptional() @NestedList(() => Contact, 2000) contacts?: Contact[]
  @IsOptional() @NestedList(() => Spring, 2000) @NoMotion() springs?: Spring[]
  /** What acts in every scenario that knows forces. */
  @IsOptional() @NestedList(() => loadClasses, 2000) @NoMotion() loads?: AnyLoad[]
  @IsOptional() @NestedList(() => NamedPose, 1000) poses?: NamedPose[]
  @IsOptional() @NestedList(() => DeskControl, 200) @NoMotion() desk?: DeskControl[]
  @NestedList(() => Probe, 1000) probes!: Probe[]
  @NestedList(() => Scenario, 1000) scenarios!: Scenario[]
  @IsOptional() @NestedList(() => ReferenceCurve, 100) @NoMotion() references?: ReferenceCurve[]
  @IsOptional() @NestedList(() => Check, 1000) @NoMotion() checks?: Check[]
  @IsOptional() @NestedList(() => Chart, 100) @NoMotion() charts?: Chart[]
  @IsOptional() @Nested(() => ClearanceSettings, { alone: true }) @NoMotion() clearance?: ClearanceSettings
  @IsOptional() @Nested(() => Report, { alone: true }) @NoMotion() report?: Report
}
