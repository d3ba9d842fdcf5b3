/**
 * The mechanism document, format version 1: the saved file, the row in the database and what the solver compiles.
 * Lengths, angles, times and speeds are quantities: numbers in SI, or text with a unit.
 */
import 'reflect-metadata'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsBoolean,
  IsHexColor,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsObject,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import type { Quantity } from '../units/quantity'
import { AreDimensions, IsId, IsName, IsOrientation, IsPoint, IsQuantity } from './rules'

export const FORMAT = 'ligamen/mechanism'
export const FORMAT_VERSION = 1

/** The most entries that one list of a document may hold. */
const MOST = 20_000

/** A position [m] and an orientation [w, x, y, z]; both default to those of the surrounding frame. */
export class Placement {
  @IsOptional() @IsPoint() position?: [Quantity, Quantity, Quantity]
  @IsOptional() @IsOrientation() orientation?: [number, number, number, number]
}

/** A shape with its dimensions; the shapes and what they ask for are in `shapes/`. */
export class Part {
  @IsId() id!: string
  @IsName() name!: string
  @IsString() @IsNotEmpty() @MaxLength(40) shape!: string
  @AreDimensions() dimensions!: Record<string, Quantity>
  @IsHexColor() colour!: string
}

/** The datum that a placed part offers, by its name ("bore A"). */
export class Feature {
  @IsId() placed!: string
  @IsName() name!: string
}

/** A part standing in a body: at a place of the body, or relative to a feature of a part placed before it. */
export class PlacedPart {
  @IsId() id!: string
  @IsId() part!: string
  @IsOptional() @IsObject() @ValidateNested() @Type(() => Feature) on?: Feature
  @IsOptional() @IsObject() @ValidateNested() @Type(() => Placement) at?: Placement
}

/** What moves as one; `pose` is where it stands in ground at the home pose, and chooses the branch of loops. */
export class Body {
  @IsId() id!: string
  @IsName() name!: string
  @IsOptional() @IsBoolean() grounded?: boolean
  @IsArray() @ArrayMaxSize(MOST) @ValidateNested({ each: true }) @Type(() => PlacedPart) parts!: PlacedPart[]
  @IsOptional() @IsObject() @ValidateNested() @Type(() => Placement) pose?: Placement
}

/**
 * A point with axes on a body. It stands on a feature, or at a fixed place of the body, then is moved by `offset`
 * along its own axes, flipped (z reversed by half a turn about x) and turned about z.
 */
export class Datum {
  @IsId() id!: string
  @IsName() name!: string
  @IsId() body!: string
  @IsOptional() @IsObject() @ValidateNested() @Type(() => Feature) feature?: Feature
  @IsOptional() @IsObject() @ValidateNested() @Type(() => Placement) at?: Placement
  @IsOptional() @IsPoint() offset?: [Quantity, Quantity, Quantity]
  @IsOptional() @IsBoolean() flip?: boolean
  @IsOptional() @IsQuantity('angle') turn?: Quantity
}

/** Joins the datum `to` to the datum `from`; its coordinates say how `to` stands relative to `from`. */
export class Joint {
  @IsId() id!: string
  @IsName() name!: string
  @IsString() @IsNotEmpty() @MaxLength(40) kind!: string
  @IsId() from!: string
  @IsId() to!: string
  @IsOptional() @IsBoolean() suspended?: boolean
}

/** A driver given by speed: constant acceleration over `runUp`, then steady. */
export class Motor {
  @IsId() id!: string
  @IsIn(['motor'], { message: 'kind must be motor' }) kind!: 'motor'
  @IsId() joint!: string
  @IsName() freedom!: string
  /** An angular speed for a turn, a speed for a slide; that it suits the freedom is checked with the joint. */
  @IsQuantity('angularSpeed', 'speed') speed!: Quantity
  @IsQuantity('time') runUp!: Quantity
  @IsOptional() @IsBoolean() reversed?: boolean
}

/** One named run; it never changes the model. */
export class Scenario {
  @IsId() id!: string
  @IsName() name!: string
  @IsQuantity('time') length!: Quantity
  /** Frames per second. */
  @IsInt() @Min(1) @Max(10_000) frameRate!: number
  @IsArray() @ArrayMaxSize(MOST) @ValidateNested({ each: true }) @Type(() => Motor) drivers!: Motor[]
}

/** A measured quantity: a coordinate of a datum in ground, or of a joint. */
export class Probe {
  @IsId() id!: string
  @IsName() name!: string
  @IsIn(['datum-position', 'joint-position']) kind!: 'datum-position' | 'joint-position'
  @IsOptional() @IsId() datum?: string
  @IsOptional() @IsIn(['x', 'y', 'z']) along?: 'x' | 'y' | 'z'
  @IsOptional() @IsId() joint?: string
  @IsOptional() @IsName() freedom?: string
}

export class MechanismDocument {
  @Equals(FORMAT, { message: `format must be “${FORMAT}”` }) format!: typeof FORMAT
  @Equals(FORMAT_VERSION, { message: `version must be ${FORMAT_VERSION}` }) version!: typeof FORMAT_VERSION
  @IsName() name!: string
  @IsArray() @ArrayMaxSize(MOST) @ValidateNested({ each: true }) @Type(() => Part) parts!: Part[]
  @IsArray() @ArrayMaxSize(MOST) @ValidateNested({ each: true }) @Type(() => Body) bodies!: Body[]
  @IsArray() @ArrayMaxSize(MOST) @ValidateNested({ each: true }) @Type(() => Datum) datums!: Datum[]
  @IsArray() @ArrayMaxSize(MOST) @ValidateNested({ each: true }) @Type(() => Joint) joints!: Joint[]
  @IsArray() @ArrayMaxSize(MOST) @ValidateNested({ each: true }) @Type(() => Probe) probes!: Probe[]
  @IsArray() @ArrayMaxSize(MOST) @ValidateNested({ each: true }) @Type(() => Scenario) scenarios!: Scenario[]
}
