/** Play-throughs: run(show, walks, seed) → log, its live form, and what is the case at a time. */
export { decidesForOthers, holdOf, ownLength } from './compile'
export { fan, type FanFlight } from './fan'
export { GRAVITY, learnFlights, packedFlights } from './flight'
export {
  baseFields,
  carriedIn,
  CHANNEL,
  colourOf,
  DEFAULT_REACH,
  frameIn,
  linearOf,
  middleIn,
  movedBy,
  partsOf,
  perPlayer,
  tiedPoint,
  timeAway,
} from './history'
export type { Audible, ChannelFields, ChannelHistory, FieldsOf, FlightRecord, Pose, Value } from './history'
export { createRun, type LivePose, type Keys, type LiveRun, type Participant } from './live'
export { asTicked, buffersOf, countUntil, eventAt, eventsOf, firstEvents, GATES, KIND } from './log'
export type { EndReason, Gate, Legend, Log, Loop, RunEvent, RunLog, SoundEvent, StepEvent, TickedPresence } from './log'
export { logOf, walkedPieces, type Run } from './result'
export { beginRun, BrokenRun, isPrepared, prepare, run, walksOf, type RunOptions, type RunUnderWay } from './run'
export { channelAt, earsAt, facingAt, promptsOf, stateAt } from './state'
export { positionAt, type PathPart } from './ways'
export { RunError } from './world'
