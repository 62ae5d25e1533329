export { type Pose } from './camera'
export { atmosphereFields, baseFields, type ChannelHistory } from './channels'
export type { FlightRecord } from './flights'
export * from './events'
export { tiedPoint } from './poses'
export { colourOf, linearOf, type Value } from './ramps'
export {
  channelAt,
  facingAt,
  isPrepared,
  logOf,
  positionAt,
  prepare,
  run,
  RunError,
  walksOf,
  type Run,
  type RunOptions,
} from './run'
export { channelOf } from './steps/log'
export { type PathPart } from './walker'
export { type Audible } from './world'
export { asTicked, type TickedPresence } from './ticked'
export { stateAt } from './state'
