/** What happened: the events of a run, in columns. */
export { eventAt, eventsOf, flagIn } from './decode'
export { Draft } from './draft'
export { loopIn, type Endless, type Loop } from './endless'
export type { EndReason, Gate, RunEvent, RunLog, SoundEvent, StepEvent } from './events'
export { GATES, KIND, LOCKS, REASONS } from './kinds'
export type { Legend } from './legend'
export { buffersOf, countUntil, firstEvents, type Log } from './log'
export { asTicked, type TickedPresence } from './ticked'
