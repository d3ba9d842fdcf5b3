/**
 * The public face of the core: the only file that others import from. Lengths are metres, angles radians, masses kilograms,
 * times seconds; fallible functions return a Result.
 */

/* Open and run: start here */
export { actingDrivers, compileDocument, openModel, reportModel, runScenario } from './model/model'
export type { Model, ModelReport } from './model/model'
export type { ScenarioRun } from './motion/run'
export { channelOf, frameAt, TAKE_ARRAYS } from './motion/take'
export type { ChangePoint, Channel, CoordinateName, ProbeEvent, Take, TakePart } from './motion/take'
export type { PlannedItem } from './motion/plan'
export { plannedCourse } from './motion/planned-course'
export { readStanding, standNear } from './model/standing'
export type { CoordinateValue, Standing } from './model/standing'
export { motionFingerprint } from './model/fingerprint'
export { strandLine } from './strands/registry'
export type { AnyStrand } from './strands/registry'
export { driverNote } from './motion/drivers/registry'
export { cueTimes } from './motion/cues/cue-type'
export { cueKinds, cueType } from './motion/cues/registry'

/* The document: its parts, its checks, walks over it */
export { documentSchema } from './document/checks/schema'
export { copyOf } from './document/copy'
export type { AnyCue } from './document/format/cues'
export type { DeskControl } from './document/format/desk'
export type { AnyDriver } from './document/format/drivers'
export { MATE_KINDS } from './document/format/joints'
export type { Joint, JointFreedom, Mate, MateEnd } from './document/format/joints'
export { FORMAT, FORMAT_VERSION } from './document/format/mechanism'
export type { MechanismDocument } from './document/format/mechanism'
export type { Move } from './document/format/moves'
export type { Acceleration } from './motion/drivers/acceleration'
export type { Motor } from './motion/drivers/motor'
export type { FunctionOfTime } from './motion/drivers/function'
export type { Sine } from './motion/drivers/sine'
export type { Moves } from './motion/drivers/moves'
export type { PathDriver } from './motion/drivers/path'
export { FINISHES } from './document/format/parts'
export type { Body, Datum, Finish, Group, Part, Path, Placement } from './document/format/parts'
export type { NamedPose } from './document/format/poses'
export { coordinatesOf } from './document/format/relations'
export type { AnyRelation } from './document/format/relations'
export { needsOfProbe } from './document/format/probes'
export { MOST_POINTS, needsOfCheck, STATISTICS } from './document/format/checks'
export type { Chart, ChartCurve, Check, CheckedStretch, ReferenceCurve } from './document/format/checks'
export type { Probe } from './document/format/probes'
export type { Scenario, WayChoice } from './document/format/scenarios'
export type { Spring } from './document/format/springs'
export type { Timed } from './document/format/timing'
export { freshId, freshName, slug, unused } from './document/ids'
export type { DatumPick } from './document/picks'
export { classProblems } from './document/rules/check'
export { drivenName, moveKey, startingEntries } from './document/starting'
export { entriesOf, nameOfEntry } from './document/walk'

/* Errors as values, and words */
export { fail, reasons, succeed } from './result'
export type { Problem, Result } from './result'

/* Analyse: mobility, loose motions, conflicts, travel, slip, going to a pose, dragging */
export type { JointState } from './analysis/driving'
export { goToPose } from './analysis/go-to-pose'
export { grab } from './analysis/grab'
export { companyOf } from './analysis/driving'
export type { Company } from './analysis/driving'
export { gatheredMotions, looseMotions } from './analysis/loose'
export { wheelSlip } from './analysis/slip'
export { thereAndBack, wiggle, wiggleLink } from './analysis/sweep'
export type { Clip } from './analysis/sweep'
export { mobilityWords } from './analysis/words'
export { Dragger } from './solve/drag'
export { massOf, USUAL_DENSITY } from './geometry/body-mass'

/* Prove: what a take shows */
export { checkSentence, checksFor, bySeverity, evaluateChecks } from './proof/evaluate'
export type { CheckResult } from './proof/evaluate'
export type { Evidence } from './proof/check-type'
export { inUnit } from './proof/check-type'
export {
  ClearanceFollower,
  ClearanceRecorder,
  clearancesOf,
  findClearances,
  openBodies,
  solidsIn,
} from './proof/clearance/clearance'
export type { ClearanceTask } from './proof/clearance/clearance'
export { byClearance, rankOf } from './proof/clearance/clearances'
export type { Clearances, OpenBody, PairClearance } from './proof/clearance/clearances'
export { reuse } from './proof/clearance/reuse'
export type { Followed } from './proof/clearance/reuse'
export { SolidStore } from './proximity/solid'
export type { Solid } from './proximity/solid'
export { recordMotion } from './model/record-motion'
export { resolvePlaces } from './geometry/places'
export { keepMesh } from './geometry/imported-meshes'
export { Sweep } from './proof/space/sweep'
export { MOST_REACH, reachOf } from './analysis/reach'
export type { Reached, ReachRange } from './analysis/reach'
export { spreadOf } from './maths/flat-hull'
export type { Spread } from './maths/flat-hull'
export { bodyShape } from './geometry/body-solids'
export { bodiesOfGroup } from './document/groups'
export { findFacts } from './proof/facts/facts'
export { drivenJoints } from './proof/facts/fact'
export type { Fact } from './proof/facts/fact'
export { checkKinds } from './proof/registry'
export { ignorePair, lookAtPair, namePair, unnamePair } from './edits/proof/clearance'
export { addChart, addCheck, addProbe } from './edits/proof/adding'
export type { ProbeWish } from './edits/proof/adding'
export { probeKinds } from './probes/registry'
export { Signal } from './proof/signal'
export type { Derivative, Spot } from './proof/signal'
export { axisUnit, derivativeWords, sideOf } from './proof/axis-unit'
export type { AxisUnit } from './proof/axis-unit'
export {
  columnOf,
  columnOfCoordinate,
  eventPoints,
  pointsOver,
  pointsOverOther,
  valueAt,
} from './proof/points'
export type { Column, Point } from './proof/points'
export { chartFigure } from './proof/report/figures'
export { chartSvg, PLOT } from './proof/report/chart-svg'
export { reportHtml } from './proof/report/report'
export type { ReportInput } from './proof/report/report-input'
export { REPORT_SECTIONS } from './document/format/report'
export type { Report, ReportSection } from './document/format/report'
export { compareWithReference } from './proof/reference'
export type { Difference } from './proof/reference'

/* Present: from where a scenario is seen, and what is seen, over its time */
export { axesOf, cameraOf, USUAL_OPENING } from './presentation/camera'
export type { Camera } from './presentation/camera'
export { cameraAt, cameraIn, shotAt, shotProblems, timedShots, viewIn } from './presentation/sequence'
export type { TimedShot } from './presentation/sequence'
export { seenAt, timedCues, tracedDatums } from './presentation/seen-at'
export type { TimedCue } from './presentation/seen-at'
export { PLACES } from './motion/cues/seen'
export type { CuttingPlane, PicturePlace, Seen, Shown } from './motion/cues/seen'
export { addShot, canReverse, reverseShot } from './edits/scenarios/shots'
export { shotKinds, shotType } from './presentation/shots/registry'
export { linePicture, svgAddress } from './presentation/line-picture'
export { finishOfMaterial } from './presentation/finish'
export { placeKeys, turnKeys } from './presentation/keys'
export { TakeScene } from './presentation/take-scene'
export { BACKGROUNDS } from './document/format/shots'
export type { AnyShot, Background, Picture, View } from './document/format/shots'

/* Propose: what a joint, mate or relation would do before it is made; what would mend */
export { holdMotion } from './proposals/in-place'
export { considerJoint, presentOffset } from './proposals/joining'
export type { JoinProposal } from './proposals/joining'
export { considerMate, presentValue } from './proposals/mating'
export type { MateProposal } from './proposals/mating'
export { considerRelation, draftRelation } from './proposals/relating'
export type { RelationWish } from './proposals/relating'
export { snapTeeth } from './proposals/teeth'
export type { Snapped } from './proposals/teeth'
export { adviseOn } from './advice/advice'
export type { Advice, Finding } from './advice/advice'
export { mendConflict } from './advice/mending'
export { nearestDimension } from './advice/nearest'
export { mendScenario } from './advice/scenario-mending'

/* Edit: documents changed by name */
export { addSpring } from './edits/bodies/add-spring'
export { bulgeThrough, writtenOut } from './shapes/plates/outline-points'
export type { OutlineArc, OutlineHole } from './document/format/parts'
export { datumsOn } from './geometry/places'
export { frameOfTurns, turnsOf } from './geometry/turns'
export { countOtherWay, recountedWords, zeroHere } from './edits/joints/counting'
export { setForAll, sharedDimension, sharedValue, switchAll } from './edits/joints/several'
export type { SharedField } from './edits/joints/several'
export { addOwnDatum } from './edits/bodies/own-datums'
export type { DatumBase, DatumShift } from './edits/bodies/own-datums'
export { combine, replaceShape } from './edits/bodies/combining'
export { circleOf, copyTo, rowOf } from './edits/bodies/copying'
export type { Copies } from './edits/bodies/copying'
export { rigidSets, withTheirGroups } from './document/groups'
export { bodiesOf, dissolve, gather, holderOf, regroup } from './edits/bodies/grouping'
export { mergeMechanism } from './edits/bodies/merging'
export { mirrorTo } from './edits/bodies/mirroring'
export { moveBodies } from './edits/bodies/moving'
export { addPart, usualPart } from './edits/bodies/new-part'
export { removalOf } from './edits/bodies/removal'
export { chainPoses } from './edits/scenarios/chain-poses'
export { driveAll, drivenOtherwise, speedOfAll } from './edits/scenarios/drive-all'
export { driveAlong } from './edits/scenarios/drive-along'
export { mirrorLane, repeatLane, stretchLane } from './edits/scenarios/lane-edits'
export { takeWay } from './document/ways'
export { recordInto } from './edits/scenarios/recording'
export type { Recorded, Recording } from './edits/scenarios/recording'
export {
  addCue,
  addDriver,
  addMove,
  addScenario,
  inSeconds,
  laneOf,
  removeFromScenario,
  scenarioOf,
} from './edits/scenarios/scenario-edits'
export type { NewMove } from './edits/scenarios/scenario-edits'
export { copyEntries, pasteEntries, shiftEntries } from './edits/scenarios/several-entries'
export type { CopiedEntry } from './edits/scenarios/several-entries'

/* Kinds that can be extended, each one file listed in a registry */
export { freedomDimension, freedomWords } from './mechanism/joints/joint-type'
export { jointKinds, jointType } from './mechanism/joints/registry'
export { relationKinds, relationType } from './mechanism/relations/registry'
export { PROGRAMME_LAW } from './mechanism/relations/programme'
export type { MotionProgramme, ProgrammeStep } from './mechanism/relations/programme'
export type { SumTerm } from './mechanism/relations/sum'
export { lawKinds, motionLaw } from './laws/registry'
export { samplePath } from './geometry/paths/paths'
export { shapeKinds, shapeType } from './shapes/registry'

/* Shapes: parts as solids, their meshes and features */
export { packTriangles, unpackTriangles } from './shapes/mesh/content'
export type { StoredTriangles } from './shapes/mesh/content'
export { facesOf, moveFaces } from './shapes/mesh/faces'
export type { Face } from './shapes/mesh/faces'
export { MeshFeatures } from './shapes/mesh/features'
export type { Boundary } from './shapes/mesh/boundaries'
export type { Feature } from './shapes/mesh/feature'
export { joined } from './shapes/mesh/mesh'
export type { Mesh } from './shapes/mesh/mesh'
export { boundsOfTriangles, meshOfTriangles, moveTriangles } from './shapes/mesh/triangles'
export { CHORDS } from './shapes/shape'
export type { ShapeType } from './shapes/shape'
export { resolvedParts, resolvePart, shapeOf } from './geometry/parts'
export type { ResolvedPart } from './geometry/parts'

/* Frames and places */
export { axisOf, FRAME, identityFrame, inverse, multiply, ORIGIN, originOf } from './maths/frame'
export type { Frame } from './maths/frame'
export { dot, norm, subtract } from './maths/vector'
export { readQuaternion } from './maths/quaternion'
export { moved, turnedAbout } from './maths/rigid-motion'
export { placedFrames } from './geometry/datums'
export { placementFrame, placementOf, writePoses } from './geometry/placement'
export { frameOfPose, POSE } from './mechanism/body-poses'
export { coordinateOf } from './mechanism/coordinate'

/* Quantities and units */
export { derivativeOf, dimensions, siUnit } from './units/dimension'
export type { Dimension } from './units/dimension'
export { formatNumber, formatQuantity, typedPosition, unitSymbol } from './units/format'
export { listed } from './wording'
export { isBareNumber, parseQuantity, siOr, siValue, sizeOfUnit } from './units/quantity'
export type { Quantity } from './units/quantity'
export { isShare, readSpan } from './units/share'

/* Exchange: open formats */
export { bringIn, importedShape } from './exchange/bring-in'
export type { Scene, SceneMesh, SceneNode, StoredMesh } from './exchange/scene'
export { controllerTable, motionRecord, motionTable } from './exchange/motion-data'
export type { MotionChoice } from './exchange/motion-data'
export { playingPage } from './exchange/playing-page'
export type { PlayingPage } from './exchange/playing-page'
export { readUrdf, urdfMeshes } from './exchange/urdf-in'
export { writeUrdf } from './exchange/urdf-out'
export { childNamed, childrenNamed, readXml } from './exchange/xml'
export type { Element as XmlElement } from './exchange/xml'
