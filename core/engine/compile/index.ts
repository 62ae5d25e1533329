/** A show with its names resolved, worked out once for all its runs. */
export type { Aim } from './aims'
export { compiledOf, type Compiled, type CompiledZone, type RuleInstance } from './compile'
export type { CompiledPool, CompiledSound, CompiledStep } from './cues'
export { flungProps } from './moved-props'
export { decidesForOthers, holdOf, ownLength } from './step-kinds'
