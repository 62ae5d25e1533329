export { type Pose } from './camera'
export { atmosphereFields, baseFields, channelOf, type ChannelHistory } from './channels'
export { fan, type FanFlight } from './fan'
export type { FlightRecord } from './flung'
export * from './events'
export { createRun, type FedPose, type Keys, type LiveRun, type Participant } from './live'
export { buffersOf, countUntil, eventAt, eventsOf, firstEvents, GATES, KIND, type Legend, type Log } from './log'
export { tiedPoint } from './poses'
export { colourOf, linearOf, type Value } from './ramps'
export {
  beginRun,
  channelAt,
  facingAt,
  isPrepared,
  logOf,
  positionAt,
  prepare,
  run,
  type RunUnderWay,
  RunError,
  walksOf,
  type Run,
  type RunOptions,
} from './run'
export { type PathPart } from './walker'
export { type Audible } from './world'
export { asTicked, type TickedPresence } from './ticked'
export { stateAt } from './state'
