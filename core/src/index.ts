/** The public face of the core: the only file others import from. */
export { FORMAT, FORMAT_VERSION } from './document/mechanism'
export type {
  Body,
  Datum,
  Joint,
  MechanismDocument,
  Motor,
  Part,
  Placement,
  Probe,
  Scenario,
} from './document/mechanism'
export { classProblems, validateDocument } from './document/validate'
export { placedFrames, placementFrame } from './kinematics/geometry'
export type { JointState } from './kinematics/driving'
export { jointType } from './kinematics/joints/registry'
export type { Mobility, RedundantRow } from './kinematics/mobility'
export type { MobilityWords } from './kinematics/words'
export { readQuaternion, turnAbout } from './maths/quaternion'
export { frameAt, POSE } from './motion/take'
export type { Channel, Take } from './motion/take'
export { nearestDimension } from './proof/nearest'
export { compileDocument, openModel, reportModel, runScenario } from './proof/model'
export type { JointPlace, Model, ModelReport, Tracer } from './proof/model'
export { fail, succeed } from './result'
export type { Problem, Result } from './result'
export { shapeType } from './shapes/registry'
export { resolvePart } from './shapes/resolve'
export type { ResolvedPart } from './shapes/resolve'
export type { Mesh } from './shapes/mesh'
export { dimensions } from './units/dimension'
export type { Dimension } from './units/dimension'
export { formatNumber, formatQuantity, unitSymbol } from './units/format'
export { isBareNumber, parseQuantity, sizeOfUnit } from './units/quantity'
export type { Quantity } from './units/quantity'
