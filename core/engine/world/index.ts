/** The state of one run. */
export { audienceOf, heardBy } from './audience'
export { createWorld, leaveForNext } from './create'
export { memoryOf, NOTHING_ON, placeOf } from './memory'
export {
  carriedBy,
  facingNow,
  isFlung,
  isTouched,
  middleAt,
  motionOf,
  propHasMoved,
  propHistory,
  propMoved,
  propNow,
  seenAt,
  solidAt,
} from './motion'
export { EndlessError, FAULTS, RunError } from './run-error'
export { streamFor, streamOf } from './streams'
export {
  acquires,
  type Effect,
  type Memory,
  type Playing,
  type PoolMemory,
  type StepState,
  type Watch,
  type World,
} from './world'
export {
  logEnter,
  logLeave,
  logFire,
  logHeld,
  logStart,
  logEnd,
  logStep,
  logThrown,
  logStepEnd,
  logSound,
  logPress,
  logMove,
  logLocks,
  logSignal,
  logFlag,
  logZone,
  logImpact,
  logWalkEnd,
} from './log-events'
