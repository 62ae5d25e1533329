/** Values over time: channels with their ramps and claims, fades, cameras, how props have moved. */
export { DEFAULT_REACH, type Audible } from './audible'
export { cameraAt, hearsByCamera, isCameraOver, OWN_FOV, timeAway, type CameraClaim, type Pose } from './camera'
export { channelAt, fieldsAt, type ChannelHistory } from './channel-at'
export { atmosphereFields, baseFields } from './channel-base'
export type { ChannelFields, FieldsOf } from './channel-fields'
export { busesOf, CHANNEL, partsOf, perPlayer } from './channel-names'
export {
  claimedChannels,
  fieldsOf,
  historyOf,
  touch,
  trackOf,
  type ClaimedChannel,
  type Touched,
  type Tracks,
} from './channels'
export { colourOf, linearOf } from './colour'
export { isFadeOver, opacityAt, type FadeClaim } from './fades'
export { fastest, STEPS_A_SECOND, type DrawnFling, type FlightRecord } from './flown'
export {
  carriedIn,
  frameAt,
  frameIn,
  isStraight,
  middleIn,
  motionBegan,
  movedBy,
  movesUntil,
  tiedPoint,
  type PropMotion,
} from './poses'
export { distance, isNumbers, steepest, type Value } from './ramps'
export {
  AT_ONCE,
  STAYS,
  type Track,
  giveUp,
  inTime,
  keep,
  motionBy,
  acquire,
  valueAt,
  type Claim,
  type Motion,
  type Segment,
  type Acquired,
} from './tracks'
