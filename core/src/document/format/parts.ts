/** What a mechanism is built of: parts, the bodies they make up, groups of bodies, and datums on bodies. */
import {
  IsArray,
  IsBoolean,
  IsHexColor,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsNumber,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import type { Quantity } from '../../units/quantity'
import { Nested, NestedList } from '../rules/nested'
import {
  AreDimensions,
  AreIds,
  AreOptions,
  ArePairs,
  ArePoints,
  IsContentHash,
  IsDirection,
  IsId,
  IsInertia,
  IsKindOf,
  IsName,
  IsOrientation,
  IsPoint,
  IsQuantity,
} from '../rules/rules'
import { NoMotion } from '../rules/no-motion'
import { Entry, RefTo } from '../rules/references'

/**
 * A position [m] and an orientation, in the surrounding frame; both default to that frame's own. The orientation is a
 * quaternion [w, x, y, z], or an `axis` along which z points and a `zero` direction toward which x points.
 */
export class Placement {
  @IsOptional() @IsPoint() position?: [Quantity, Quantity, Quantity]
  @IsOptional() @IsOrientation() orientation?: [number, number, number, number]
  @IsOptional() @IsDirection() axis?: [number, number, number]
  @IsOptional() @IsDirection() zero?: [number, number, number]
}

/** A side of an outline that is an arc. */
export class OutlineArc {
  /** Place of the point at which the side begins, from 0 on. */
  @IsInt() @Min(0) @Max(999) from!: number
  /** Tangent of a quarter of the angle of the arc; positive arcs run counter-clockwise. */
  @IsNumber() @Min(-10) @Max(10) bulge!: number
}

/** A corner of an outline that is not treated as all are. */
export class OutlineCorner {
  /** Place of the point, from 0 on. */
  @IsInt() @Min(0) @Max(999) at!: number
  /** Radius, or length of both sides that is cut off; 0 for sharp. */
  @IsQuantity('length') size!: Quantity
  /** Cut off; rounded when left out. */
  @IsOptional() @IsBoolean() chamfer?: boolean
}

/** A round hole in an extruded outline, or a slot where it has a second end. */
export class OutlineHole {
  @IsQuantity('length') x!: Quantity
  @IsQuantity('length') y!: Quantity
  @IsQuantity('length') diameter!: Quantity
  @IsOptional() @IsQuantity('length') toX?: Quantity
  @IsOptional() @IsQuantity('length') toY?: Quantity
}

/** A shape with its dimensions; the shapes and what they ask for are in `shapes/`. */
@Entry('part')
export class Part {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  @IsString() @IsNotEmpty() @MaxLength(40) shape!: string
  @AreDimensions() dimensions!: Record<string, Quantity>
  /** Choices by name, such as the hand of a thread; the usual ones when left out. */
  @IsOptional() @AreOptions() options?: Record<string, string>
  /** Points of the outline of a drawn part, of two lengths each. */
  @IsOptional() @ArePairs(3, 1000) outline?: [Quantity, Quantity][]
  @IsOptional() @NestedList(() => OutlineArc, 1000) arcs?: OutlineArc[]
  @IsOptional() @NestedList(() => OutlineCorner, 1000) corners?: OutlineCorner[]
  @IsOptional() @NestedList(() => OutlineHole, 200) holes?: OutlineHole[]
  /** Of an imported part: the name by which its triangles are stored, the SHA-256 of their content. */
  @IsOptional() @IsContentHash() mesh?: string
  @IsHexColor() @NoMotion() colour!: string
  /** Of its material. */
  @IsOptional() @IsQuantity('density') @NoMotion() density?: Quantity
  @IsOptional() @IsName() @NoMotion() material?: string
}

/** The datum that a placed part offers, by its name ("bore A"). */
export class Feature {
  @IsId() @RefTo('placed part') placed!: string
  @IsName() name!: string
}

/** Mass of a body, typed over what its shapes give. */
export class MassProperties {
  @IsQuantity('mass') mass!: Quantity
  /** In the frame of the body; that of the shapes when left out. */
  @IsOptional() @IsPoint() centre?: [Quantity, Quantity, Quantity]
  /** About the centre, along the axes of the body [kg m^2]: xx, yy, zz, xy, yz, zx. */
  @IsOptional() @IsInertia() inertia?: [number, number, number, number, number, number]
}

/** A part standing in a body: at a place of the body, or relative to a feature of a part placed before it. */
@Entry('placed part')
export class PlacedPart {
  @IsId() id!: string
  @IsId() @RefTo('part') part!: string
  @IsOptional() @Nested(() => Feature) on?: Feature
  @IsOptional() @Nested(() => Placement) at?: Placement
}

/** What a body looks like in pictures that show it as it is. */
export const FINISHES = [
  'paint',
  'polymer',
  'steel',
  'aluminium',
  'brass',
  'rubber',
  'wood',
  'glass',
] as const
export type Finish = (typeof FINISHES)[number]

/**
 * What moves as one; `pose` is where it is in ground at the home pose, and chooses the branch of loops. Without a
 * pose its joints place it, unless it has no parts: then it is at the ground's own frame, so that its datums are
 * given in ground.
 */
@Entry('body')
export class Body {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  @IsOptional() @IsBoolean() grounded?: boolean
  /** In pictures; what the materials of its parts look like when left out. */
  @IsOptional() @IsIn([...FINISHES]) @NoMotion() finish?: Finish
  @NestedList(() => PlacedPart, 10_000) parts!: PlacedPart[]
  @IsOptional() @Nested(() => Placement) pose?: Placement
  @IsOptional() @Nested(() => MassProperties) @NoMotion() mass?: MassProperties
}

/** Bodies and groups gathered under a name: a rigid group moves as one, a moving group keeps its inner joints. */
@Entry('group')
export class Group {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  @IsIn(['rigid', 'moving']) kind!: 'rigid' | 'moving'
  /** Ids of bodies and groups; each belongs to one group at most. */
  @IsArray() @AreIds() @RefTo('body', 'group') members!: string[]
}

/** What is between two datums of one body. */
export class Between {
  /** The point midway; the plane midway between two parallel planes; where an axis (a) meets a plane (b). */
  @IsIn(['midpoint', 'mid-plane', 'intersection']) kind!: 'midpoint' | 'mid-plane' | 'intersection'
  @IsId() @RefTo('datum') a!: string
  @IsId() @RefTo('datum') b!: string
}

/**
 * A point with axes on a body. It is on a feature, at a fixed place of the body, on another datum, or between two
 * others; then it is moved by `offset` along its own axes, flipped (z reversed by half a turn about x) and turned about z.
 */
@Entry('datum')
export class Datum {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  @IsId() @RefTo('body') body!: string
  @IsOptional() @Nested(() => Feature) feature?: Feature
  @IsOptional() @Nested(() => Placement) at?: Placement
  @IsOptional() @IsId() @RefTo('datum') on?: string
  @IsOptional() @Nested(() => Between) between?: Between
  @IsOptional() @IsPoint() offset?: [Quantity, Quantity, Quantity]
  @IsOptional() @IsBoolean() flip?: boolean
  @IsOptional() @IsQuantity('angle') turn?: Quantity
  /** Made for its own sake: it is listed by name, and stays when nothing uses it any more. */
  @IsOptional() @IsBoolean() @NoMotion() own?: boolean
}

/** The datums of its body that a datum is placed by. */
export const supportsOf = ({ on, between }: Pick<Datum, 'on' | 'between'>): string[] => [
  ...(on === undefined ? [] : [on]),
  ...(between ? [between.a, between.b] : []),
]

const kindsOfPath: string[] = []
const pathKinds = (): readonly string[] => kindsOfPath

/** Adds a kind of path to the format. */
export function addPathKind(kind: string): void {
  kindsOfPath.push(kind)
}

/** A path given by points in the frame of a datum: straight, through an arc, from corner to corner, or smooth. */
@Entry('path')
export class Path {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  @IsId() @RefTo('datum') datum!: string
  /** Line (2 points), arc (3: start, through, end), polyline (2 or more), curve (3 or more). */
  @IsKindOf(pathKinds) kind!: string
  @ArePoints(2, 10_000) points!: [Quantity, Quantity, Quantity][]
  /** Whether it returns to its first point. */
  @IsOptional() @IsBoolean() closed?: boolean
}
